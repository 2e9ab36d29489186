import { compile } from '../plan/index.ts';
import { channelsOf, scheduleOf } from '../sound/index.ts';
import { plan } from '../testing/plans.ts';
import { type HowHeard, heardTake } from './index.ts';

const timeline = compile(plan({ bars: 4, silence: { bars: 'xxox' } }));
const hits = timeline.targets.map(({ timeS }, i) => ({
  timeS: timeS + 0.05,
  voice: i % 2 ? 'right' : 'left',
}));
const ALL: HowHeard = { fromBar: 1, speed: 1, silentClicks: false, sides: false, apart: false };
const sounds = (how: Partial<HowHeard>) => heardTake(timeline, hits, 30, { ...ALL, ...how }).clicks;
const of = (voice: string, how: Partial<HowHeard> = {}) =>
  sounds(how).filter((click) => click.voice === voice);

it('clicks lie where they sounded, strokes where they were played, latency taken off; bars of 2.4 s', () => {
  expect(of('wood').map(({ timeS }) => timeS)).toEqual(
    timeline.clicks.filter(({ sounding }) => sounding).map(({ timeS }) => timeS),
  );
  expect(of('high').map(({ timeS }) => Math.round(1000 * timeS))).toEqual(
    Array.from({ length: 16 }, (_, i) => 600 * i + 20),
  );
});

it('silent clicks come softly when they are asked for', () => {
  expect(of('wood', { silentClicks: true })).toHaveLength(16);
  expect(of('wood', { silentClicks: true }).filter(({ gainDb }) => gainDb === -18)).toHaveLength(4);
});

it('from bar 3 at half speed: 1.2 s a beat, and nothing before', () => {
  const from = sounds({ fromBar: 3, speed: 0.5 });
  expect(from[0].timeS).toBeCloseTo(0.04, 9);
  expect(of('high', { fromBar: 3, speed: 0.5 }).map(({ timeS }) => Math.round(1000 * timeS))).toEqual(
    Array.from({ length: 8 }, (_, i) => 1200 * i + 40),
  );
  const { bars, endS } = heardTake(timeline, hits, 30, { ...ALL, fromBar: 3, speed: 0.5 });
  expect(bars.map(({ startS }) => startS)).toEqual([-9.6, -4.8, 0, 4.8].map((s) => expect.closeTo(s, 9)));
  expect(endS).toBeCloseTo(9.6, 9);
});

it('two hands have two sounds when they are asked for', () => {
  expect([of('high', { sides: true }).length, of('low', { sides: true }).length]).toEqual([8, 8]);
});

it('clicks and strokes are heard in an ear each when they are asked for, else all in both', () => {
  const channels = channelsOf(scheduleOf(heardTake(timeline, hits, 30, { ...ALL, apart: true })));
  expect(channels.map((channel) => [...new Set(channel.map(({ voice }) => voice))])).toEqual([
    ['wood'],
    ['high'],
  ]);
  expect(channels.map((channel) => channel.length)).toEqual([12, 16]);
  const both = scheduleOf(heardTake(timeline, hits, 30, ALL));
  expect(channelsOf(both)).toEqual([both]);
});

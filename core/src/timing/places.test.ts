/** How each place of the bar was held, on players whose truth is known. */
import jstat from 'jstat';
import { compile } from '../plan/index.ts';
import { STEADY_PLAYER, simulate } from '../players/index.ts';
import { plan } from '../testing/plans.ts';
import { type Hit, measure } from './index.ts';

const fifth = compile(plan({ bars: 20, clicks: [{ every: '5/4' }] }));
const onPulse = (offMs: (beat: number, i: number) => number): Hit[] =>
  fifth.targets.map(({ timeS, position }, i) => ({
    timeS: timeS + offMs(4 * position.valueOf() + 1, i) / 1000,
  }));
const aside = (hits: readonly Hit[]) => measure(fifth, hits).places!.each.map(({ asideMs }) => asideMs);

it('a place that lies 24 ms late is that against its neighbours, and they half of it against it', () => {
  expect(aside(onPulse((beat) => (beat === 3 ? 24 : 0)))).toEqual(
    [0, -12, 24, -12].map((ms) => expect.closeTo(ms, 6)),
  );
});

it('each interval is the t interval of its notes, and the four of them hold 95 times in 100 together', () => {
  // On 3 by turns 10 and 30 ms late: 20 notes against their neighbours, mean 20, spread √(2000/19).
  const hits = onPulse((beat, i) => (beat === 3 ? (i % 8 < 4 ? 10 : 30) : 0));
  const [, , three] = measure(fifth, hits).places!.each;
  const t = jstat.jStat.studentt.inv(1 - 0.05 / 4 / 2, 19);
  const half = (t * Math.sqrt(2000 / 19)) / Math.sqrt(20);
  expect(three).toMatchObject({ at: '1/2', n: 20, asideMs: expect.closeTo(20, 6) });
  expect(three.ci95).toEqual([expect.closeTo(20 - half, 6), expect.closeTo(20 + half, 6)]);
});

it('a habit and a steady drift are in no place', () => {
  expect(aside(onPulse((_, i) => -30 + 0.8 * i))).toEqual([0, 0, 0, 0].map((ms) => expect.closeTo(ms, 6)));
});

it('a note that was left out takes its neighbours out, and nothing else', () => {
  const hits = onPulse(() => 0).filter((_, i) => i !== 10);
  // The first and last of all have only one neighbour.
  expect(measure(fifth, hits).places!.each.map(({ n }) => n)).toEqual([19, 19, 19, 18]);
});

it('counts the notes that no click marked', () => {
  expect(
    measure(
      fifth,
      onPulse(() => 0),
    ).places,
  ).toMatchObject({ own: 64, of: 80, unit: '1/4' });
});

it.each([
  ['every beat', { clicks: [{ every: '1/4' }] }, false],
  ['once a bar', { clicks: [{ at: ['1/4'] }] }, false],
  ['once in two bars', { clicks: [{ every: '2' }] }, false],
  ['dotted quarters in three', { meter: { beats: 3, unit: '1/4' }, clicks: [{ every: '3/8' }] }, false],
  ['a stop in the fourth bar', { clicks: [{ every: '1/4' }], silence: { bars: 'xxxo' } }, false],
  ['every second beat of three', { meter: { beats: 3, unit: '1/4' }, clicks: [{ every: '1/2' }] }, true],
  ['dotted quarters in four', { clicks: [{ every: '3/8' }] }, true],
])('a click %s: wanders %s', (_, section, wanders) => {
  const timeline = compile(plan({ bars: 12, ...section }));
  const hits = timeline.targets.map(({ timeS }) => ({ timeS }));
  expect(measure(timeline, hits).places !== null).toBe(wanders);
});

it('of 200 players who hold all places alike, corrections and drift included, at most 1 in 20 is told of one', () => {
  let told = 0;
  for (let seed = 0; seed < 200; seed++) {
    const tempoPercent = (seed % 3) - 1;
    const hits = simulate(fifth, { ...STEADY_PLAYER, tempoPercent, correction: 0.6 }, seed);
    const finding = measure(fifth, hits).findings.find(({ code }) => code === 'places');
    if (finding?.code === 'places' && finding.aside) told++;
  }
  expect(told).toBeLessThanOrEqual(16);
});

it('of 60 who lie 30 ms late on 3, nearly all are told so', () => {
  const late = {
    ...fifth,
    targets: fifth.targets.map((target) => ({
      ...target,
      timeS: target.timeS + (target.position.equals('1/2') ? 0.03 : 0),
    })),
  };
  let told = 0;
  for (let seed = 0; seed < 60; seed++) {
    const { findings } = measure(fifth, simulate(late, STEADY_PLAYER, seed));
    if (findings.some((finding) => finding.code === 'places' && finding.aside?.at === '1/2')) told++;
  }
  expect(told).toBeGreaterThanOrEqual(54);
});

/** Turned round: found where it is, and not where it is not. */
import { type Timeline, beatSeconds, compile } from '../plan/index.ts';
import { type PlayerTraits, STEADY_PLAYER, simulate } from '../players/index.ts';
import { placementPlan } from '../practice/index.ts';
import { PARTS, placements } from '../reference/index.ts';
import { atLeast, atMost, trials } from '../testing/long.ts';
import { plan, withCountIn } from '../testing/plans.ts';
import { parseFraction, tempo } from '../time/index.ts';
import { measure } from './index.ts';

const PLAYER: PlayerTraits = { ...STEADY_PLAYER, clockSdMs: 10, handSdMs: 5 };

/** The same plan heard by somebody whose beat lies so many beats later. */
function heardAs(timeline: Timeline, beats: number, fromBar = 0, toBar = Infinity): Timeline {
  const targets = timeline.targets.map((target) => {
    const bar = timeline.bars[target.bar];
    const moved = bar.number >= fromBar && bar.number <= toBar;
    return moved ? { ...target, timeS: target.timeS + beats * beatSeconds(bar) } : target;
  });
  return { ...timeline, targets };
}

const offBeat = placements(
  4,
  PARTS.map(({ key }) => key),
).filter(({ from, meter }) => !from.mod(meter.unit).equals(0) && meter.beats > 2);
const nearest = (place: number) => (place <= 0.5 ? place : place - 1);

it(`a whole take on another beat is found at ${offBeat.length} placements, 95 times in 100; one on the own beat hardly ever`, () => {
  let [n, found, steady, sure, falsely, seed] = [0, 0, 0, 0, 0, 0];
  for (const placement of offBeat) {
    const timeline = compile(placementPlan(placement, tempo(92, '1/4')));
    const place = placement.from.mod(placement.meter.unit).div(placement.meter.unit).valueOf();
    for (let i = 0; i < trials(8); i++) {
      const tempoPercent = [-1.2, 0, 1.2][n++ % 3];
      const traits = { ...PLAYER, tempoPercent };
      const turned = simulate(heardAs(timeline, nearest(place)), traits, ++seed);
      const report = measure(timeline, turned);
      const [turn] = report.turned;
      if (report.findings[0].code === 'turned round') found++;
      // One who drifts besides comes to sit between the two beats: there it can only be called open.
      if (tempoPercent === 0 && ++steady && turn?.sure) sure++;
      // Nothing else is claimed of those bars.
      if (turn && turn.hits === report.counts.targets) expect(report.drift.tempoPercent).toBeNull();
      if (measure(timeline, simulate(timeline, traits, seed)).turned.length > 0) falsely++;
    }
  }
  expect(found).toBeGreaterThanOrEqual(atLeast(n, 0.95));
  expect(sure).toBeGreaterThanOrEqual(atLeast(steady, 0.95));
  expect(falsely).toBeLessThanOrEqual(atMost(n, 0.01));
});

it('a click once in two or four bars too: found where a steady player stands on it, and never where a fast or slow one drifts as far aside', () => {
  let [n, found, falsely, seed] = [0, 0, 0, 0];
  for (const every of ['2', '4'])
    for (const from of ['1/16', '1/8', '3/16', '1/12', '1/6', '5/16', '3/8']) {
      const timeline = compile(
        withCountIn(plan({ bars: every === '2' ? 32 : 48, clicks: [{ every, from }] })),
      );
      const place = parseFraction(from).mul(4).mod(1).valueOf();
      for (let i = 0; i < trials(6); i++, n++) {
        const traits = { ...PLAYER, tempoPercent: [-1.2, 0, 1.2][n % 3] };
        if (measure(timeline, simulate(timeline, traits, ++seed)).turned.length > 0) falsely++;
        const turned = simulate(heardAs(timeline, nearest(place)), PLAYER, seed);
        if (measure(timeline, turned).findings[0].code === 'turned round') found++;
      }
    }
  expect(found).toBeGreaterThanOrEqual(atLeast(n, 0.95));
  expect(falsely).toBeLessThanOrEqual(atMost(n, 0.01));
});

it('a stretch in the middle is named by its bars, and the rest is read as if it had not been', () => {
  const timeline = compile(plan({ bars: 24, tempo: { bpm: 96, beat: '1/4' }, clicks: [{ at: ['3/8'] }] }));
  const seeds = trials(40);
  let found = 0;
  for (let seed = 1; seed <= seeds; seed++) {
    const report = measure(timeline, simulate(heardAs(timeline, 0.5, 9, 14), PLAYER, seed));
    const [turn] = report.turned;
    if (turn?.sure && Math.abs(turn.fromBar - 9) <= 1 && Math.abs(turn.toBar - 14) <= 1) found++;
    expect(report.drift.tempoPercent).not.toBeNull();
    expect(Math.abs(report.drift.tempoPercent!)).toBeLessThan(1.5);
  }
  expect(found).toBeGreaterThanOrEqual(atLeast(seeds, 0.95));
});

it('who drifts through the click without minding it has not turned round: 1.2 % fast over 20 bars', () => {
  const timeline = compile(plan({ bars: 20, clicks: [{ at: ['3/8'] }] }));
  let falsely = 0;
  for (let seed = 1; seed <= 20; seed++) {
    const { turned } = measure(
      timeline,
      simulate(timeline, { ...PLAYER, correction: 0, tempoPercent: 1.2 }, seed),
    );
    if (turned.some(({ sure }) => sure)) falsely++;
  }
  expect(falsely).toBeLessThanOrEqual(1);
});

it('eighths under a click on the “and” lie on both grids: nothing is claimed', () => {
  const timeline = compile(plan({ bars: 12, clicks: [{ at: ['3/8'] }], play: [{ every: '1/8' }] }));
  expect(measure(timeline, simulate(timeline, PLAYER, 1)).turned).toEqual([]);
});

import { compile } from '../plan/index.ts';
import { STEADY_PLAYER, simulate } from '../players/index.ts';
import { plan, withCountIn } from '../testing/plans.ts';
import { measure } from './index.ts';

const GAPS = compile(
  withCountIn(plan({ bars: 16, tempo: { bpm: 100, beat: '1/4' }, silence: { sound: 2, silent: 2 } })),
);
const FULL = compile(withCountIn(plan({ bars: 12, tempo: { bpm: 100, beat: '1/4' } })));
const hitsOf = (timeline: typeof GAPS, asideMs: (timeS: number) => number) =>
  timeline.targets.map(({ timeS }) => ({ timeS: timeS + asideMs(timeS) / 1000 }));

describe('a take as trials', () => {
  it('each return from a gap is one, within tolerance or early or late; a habit of lying ahead is none of it', () => {
    // Silent bars 3 and 4, 7 and 8, 11 and 12, 15 and 16; the click is back in bars 5, 9 and 13.
    const habit = -20;
    const at = (bar: number, ms: number) => (timeS: number) =>
      Math.floor(timeS / 2.4 + 0.01) === bar ? ms : 0;
    const hits = hitsOf(GAPS, (timeS) => habit + at(5, -60)(timeS) + at(9, 70)(timeS));
    const { trials, gaps } = measure(GAPS, hits);
    expect(gaps.filter(({ returns }) => returns > 0)).toHaveLength(3);
    expect(trials).toEqual({
      ...{ of: 'returns', good: 1, early: 1, late: 1, uneven: 0 },
      // Eight beats alone count as back within √2 of the tolerance: drawn beside the plain one.
      ...{ errorsMs: [-43, 49, -1], toleranceMs: 30 },
    });
  });

  it('a habit is none of it either where the click falls between the notes', () => {
    const habits = [['0'], ['3/8']].map((at) => {
      const once = compile(
        withCountIn(plan({ bars: 16, tempo: { bpm: 76, beat: '1/4' }, clicks: [{ at }] })),
      );
      const { trials } = measure(
        once,
        hitsOf(once, () => -45),
      );
      return [trials.good, trials.early];
    });
    // Before the first click there is nothing to come back from.
    expect(habits).toEqual([
      [15, 0],
      [15, 0],
    ]);
    // One return that is elsewhere is still told from it.
    const off = compile(
      withCountIn(plan({ bars: 16, tempo: { bpm: 76, beat: '1/4' }, clicks: [{ at: ['3/8'] }] })),
    );
    const barS = (4 * 60) / 76;
    const jumped = hitsOf(off, (timeS) => (Math.floor(timeS / barS + 0.01) === 7 ? -125 : -45));
    expect(measure(off, jumped).trials.early).toBeGreaterThan(0);
  });

  it('after a long silence what counts as back grows with the root of the beats', () => {
    const long = compile(
      withCountIn(
        plan({ bars: 12, tempo: { bpm: 100, beat: '1/4' }, silence: { bars: 'xxoooooooooxx'.slice(0, 12) } }),
      ),
    );
    // Nine silent bars: 36 beats, three times the tolerance of four.
    const backAt = (ms: number) =>
      hitsOf(long, (timeS) => {
        const aloneS = timeS - 2.4 * 3;
        // Mended with the next note; it is hardly felt in what is his habit.
        return aloneS > 0 && aloneS < 22 ? (ms * aloneS) / 21.6 : 0;
      });
    expect(measure(long, backAt(85)).trials).toMatchObject({ of: 'returns', good: 1, late: 0 });
    expect(measure(long, backAt(105)).trials).toMatchObject({ of: 'returns', good: 0, late: 1 });
    expect(measure(long, backAt(-105)).trials).toMatchObject({ good: 0, early: 1 });
  });

  it('where the click never leaves, each bar with a click is one', () => {
    const hits = hitsOf(FULL, (timeS) => {
      const bar = Math.floor(timeS / 2.4 + 0.01);
      if (bar === 3) return -70;
      if (bar === 5) return 80;
      // Scattered, and as a whole neither early nor late.
      return bar === 7 ? (Math.round(timeS / 0.6) % 2 === 0 ? 60 : -60) : -12;
    });
    expect(measure(FULL, hits).trials).toMatchObject({ of: 'bars', good: 9, early: 1, late: 1, uneven: 1 });
  });

  it('a bar with a note left out is not held', () => {
    const hits = hitsOf(FULL, () => 0).filter((_, i) => i !== 6);
    expect(measure(FULL, hits).trials).toMatchObject({ of: 'bars', good: 11, early: 0, late: 0, uneven: 1 });
  });

  it('mostly missed, interrupted, or turned round it says that and nothing else', () => {
    const hits = hitsOf(FULL, () => 0);
    expect(measure(FULL, hits.slice(0, 20)).trials).toMatchObject({ good: 0, why: 'mostly missed' });
    const disturbances = [{ timeS: 9, lostMs: 80 }];
    expect(measure(FULL, hits, { disturbances }).trials).toMatchObject({ good: 0, why: 'interrupted' });
    // The click sounds on every "and"; the player stands on it as if it were the beat.
    const off = compile(
      withCountIn(
        plan({ bars: 16, tempo: { bpm: 92, beat: '1/4' }, clicks: [{ every: '1/4', from: '1/8' }] }),
      ),
    );
    const steady = simulate(off, STEADY_PLAYER, 3);
    expect(measure(off, steady).trials).toMatchObject({ good: 16 });
    const turned = steady.map(({ timeS }) => ({ timeS: timeS + 30 / 92 }));
    expect(measure(off, turned).trials).toMatchObject({ good: 0, why: 'turned round' });
  });
});

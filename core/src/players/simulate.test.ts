import { compile } from '../plan/index.ts';
import { plan } from '../testing/plans.ts';
import { STEADY_PLAYER, playerTraitsSchema, simulate } from './index.ts';

const EXACT = { ...STEADY_PLAYER, clockSdMs: 0, handSdMs: 0, offsetMs: 0, correction: 0 };
const asynchronies = (bars: number, traits: typeof EXACT, silence?: { bars: string }, seed = 1) => {
  const timeline = compile(plan({ bars, silence }));
  return simulate(timeline, traits, seed).map((hit, i) => 1000 * (hit.timeS - timeline.targets[i].timeS));
};
const variance = (values: number[]) => {
  const m = values.reduce((a, b) => a + b, 0) / values.length;
  return values.reduce((s, v) => s + (v - m) ** 2, 0) / (values.length - 1);
};

describe('the simulated player', () => {
  it('plays the same take from the same seed and another from another', () => {
    expect(asynchronies(4, STEADY_PLAYER, undefined, 7)).toEqual(
      asynchronies(4, STEADY_PLAYER, undefined, 7),
    );
    expect(asynchronies(4, STEADY_PLAYER, undefined, 8)).not.toEqual(
      asynchronies(4, STEADY_PLAYER, undefined, 7),
    );
    expect(playerTraitsSchema.parse(STEADY_PLAYER)).toEqual(STEADY_PLAYER);
  });

  it('2 % fast without correction gains 600 ms × 0.02/1.02 a beat (hand-worked)', () => {
    const gained = asynchronies(4, { ...EXACT, tempoPercent: 2 });
    expect(gained[15]).toBeCloseTo(-15 * 600 * (0.02 / 1.02), 6);
  });

  it('with correction α a biased clock settles at b/α from the click (Vorberg and Wing 1996, steady state)', () => {
    const settled = asynchronies(20, { ...EXACT, tempoPercent: 2, correction: 0.5 }).at(-1)!;
    expect(settled).toBeCloseTo((-600 * (0.02 / 1.02)) / 0.5, 6);
  });

  it('interval variance is σc² + 2σm² and lag-1 covariance −σm² (Wing and Kristofferson 1973)', () => {
    const a = asynchronies(2000, { ...EXACT, clockSdMs: 10, handSdMs: 6 }, { bars: 'o' });
    const intervals = a.slice(1).map((v, i) => v - a[i]);
    expect(variance(intervals) / (100 + 2 * 36)).toBeCloseTo(1, 1);
    const lag1 = intervals.slice(1).reduce((s, v, i) => s + v * intervals[i], 0) / (intervals.length - 1);
    expect(lag1 / -36).toBeGreaterThan(0.85);
    expect(lag1 / -36).toBeLessThan(1.15);
  });

  it('misses and adds about as often as asked (binomial, five standard deviations)', () => {
    const timeline = compile(plan({ bars: 500 }));
    const missed = 2000 - simulate(timeline, { ...EXACT, missChance: 0.1 }, 3).length;
    expect(Math.abs(missed - 200)).toBeLessThan(5 * Math.sqrt(2000 * 0.09));
    const added = simulate(timeline, { ...EXACT, extraChance: 0.1 }, 3).length - 2000;
    expect(Math.abs(added - 200)).toBeLessThan(5 * Math.sqrt(2000 * 0.09));
  });
});

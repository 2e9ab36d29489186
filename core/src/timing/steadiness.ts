/** How steady a player is alone: the spread of the intervals, split into an unsteady clock and an unsteady hand. */
import { standardDeviation } from '../stats/index.ts';
import type { Differences } from './drift.ts';
import { fitGrid } from './gls.ts';
import type { Report } from './report-schema.ts';

/** Under so many intervals there is no figure at all. */
export const FEWEST_INTERVALS = 12;
/** The split leans on what is usual until there are so many intervals. */
export const FEWEST_FOR_SPLIT = 32;

/**
 * @param changesMs changes of asynchrony from hit to hit, with the click and without: their spread is that of the intervals.
 * @param alone the differences in the gaps, in beats; only there nothing but the player's own clock and hand is heard.
 * @param beatMs the beat of the gaps.
 */
export function steadinessOf(
  changesMs: readonly number[],
  alone: readonly Differences[],
  beatMs: number,
): Report['steadiness'] {
  const n = alone.reduce((sum, { y }) => sum + y.length, 0);
  const spread = changesMs.length >= FEWEST_INTERVALS ? standardDeviation(changesMs) : null;
  const none = { ioiSdMs: spread, clockSdMs: null, motorSdMs: null, lag1: null };
  if (n < FEWEST_INTERVALS) {
    const short = changesMs.length < FEWEST_INTERVALS;
    return {
      ...none,
      why: short
        ? `needs ${FEWEST_INTERVALS} intervals, has ${changesMs.length}`
        : `clock and hand need ${FEWEST_FOR_SPLIT} intervals alone, has ${n}`,
    };
  }
  const lag1 = lag1Of(alone);
  if (n < FEWEST_FOR_SPLIT)
    return { ...none, lag1, why: `clock and hand need ${FEWEST_FOR_SPLIT} intervals alone, has ${n}` };
  const split = splitOf(alone);
  return split
    ? { ioiSdMs: spread, clockSdMs: split.clock * beatMs, motorSdMs: split.hand * beatMs, lag1 }
    : { ...none, lag1, why: 'the intervals do not differ enough to be split' };
}

/** Posterior means over q, with a linear trend in the mean, so that a tempo that changes is not taken for an unsteady clock. */
export function splitOf(alone: readonly Differences[]): { clock: number; hand: number } | null {
  const runs = alone
    .filter(({ y }) => y.length > 0)
    .map(({ y, k }) => {
      let beats = 0;
      const trend = k.map((step) => step * ((beats += step) - step / 2));
      return { y, k, x: [k, trend] };
    });
  const fit = fitGrid(runs) ?? fitGrid(alone.map(({ y, k }) => ({ y, k, x: [k] })));
  if (!fit) return null;
  const average = (share: (q: number) => number) =>
    fit.fits.reduce((sum, { q, weight, variance }) => sum + weight * Math.sqrt(variance * share(q)), 0);
  return { clock: average((q) => 1 - 2 * q), hand: average((q) => q) };
}

/**
 * Correlation of neighbouring intervals: 0 for a clock alone, down to −½ for a hand alone. Of intervals one run's mean
 * apart, pooled over the runs; null where nothing varies.
 */
export function lag1Of(alone: readonly Differences[]): number | null {
  let [together, squares, pairs, count] = [0, 0, 0, 0];
  for (const { y } of alone) {
    const mean = y.reduce((a, b) => a + b, 0) / y.length;
    for (let i = 0; i < y.length; i++) {
      squares += (y[i] - mean) ** 2;
      if (i === 0) continue;
      together += (y[i] - mean) * (y[i - 1] - mean);
      pairs++;
    }
    count += y.length;
  }
  return squares > 1e-18 && pairs > 0 ? together / pairs / (squares / count) : null;
}

/** How steady a player is alone: the spread of the intervals, split into an unsteady clock and an unsteady hand. */
import { standardDeviation } from '../stats/index.ts';
import { type Differences, withSwing } from './drift.ts';
import { type GridFit, fitGrid } from './gls.ts';
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
  const fit = fitWithTrend(alone);
  const lag1 = fit && lag1Of(alone, fit);
  if (n < FEWEST_FOR_SPLIT)
    return { ...none, lag1, why: `clock and hand need ${FEWEST_FOR_SPLIT} intervals alone, has ${n}` };
  if (!fit) return { ...none, lag1, why: 'the intervals do not differ enough to be split' };
  const split = splitOf(fit);
  return { ioiSdMs: spread, clockSdMs: split.clock * beatMs, motorSdMs: split.hand * beatMs, lag1 };
}

/** Posterior means over q. */
export function splitOf({ fits }: GridFit): { clock: number; hand: number } {
  const average = (share: (q: number) => number) =>
    fits.reduce((sum, { q, weight, variance }) => sum + weight * Math.sqrt(variance * share(q)), 0);
  return { clock: average((q) => 1 - 2 * q), hand: average((q) => q) };
}

/** With a linear trend in the mean, so that a tempo that changes is not taken for an unsteady clock; null where nothing can be told. */
export function fitWithTrend(alone: readonly Differences[]): GridFit | null {
  const runs = alone.filter(({ y }) => y.length > 0);
  const trended = withSwing(runs, ({ k }) => {
    let beats = 0;
    return [k, k.map((step) => step * ((beats += step) - step / 2))];
  });
  return fitGrid(trended) ?? fitGrid(withSwing(runs));
}

/**
 * Correlation of neighbouring intervals one beat long, −σm²/(σc² + 2σm²): 0 for a clock alone, down to −½ for a hand alone. From the
 * fit, so that the few intervals of a short gap do not pull it down; null where fewer than FEWEST_INTERVALS neighbours tell.
 */
export function lag1Of(alone: readonly Differences[], { fits }: GridFit): number | null {
  const neighbours = alone.reduce((sum, { y }) => sum + Math.max(0, y.length - 1), 0);
  return neighbours < FEWEST_INTERVALS ? null : -fits.reduce((sum, { weight, q }) => sum + weight * q, 0);
}

/**
 * How long a player can be left alone: the most beats n after which he is still within the tolerance with a given
 * confidence. From the model, the asynchrony after n beats is normal with mean n·b and variance n·σc² + 2σm² + n²·σb², where
 * b is the drift a beat and σb how much it differs from gap to gap (Vorberg and Wing 1996). The number is predictive:
 * the probability averaged over what the take leaves open, which is cautious; the range puts the drift at the ends of its
 * interval.
 */
import { standardDeviation } from '../stats/index.ts';
import jstat from 'jstat';
import { type Differences, withSwing } from './drift.ts';
import { type GridFit, fitGrid, intervalOf } from './gls.ts';
import type { Report } from './report-schema.ts';
import { FEWEST_INTERVALS } from './steadiness.ts';

export const HOLD_CONFIDENCE = 0.8;
/** Longer than anybody is left alone. */
const MOST_BEATS = 512;

/** What a player's asynchrony does while alone; in beats, or in milliseconds, as long as the tolerance is. */
export interface AloneModel {
  perBeat: number;
  clockSd: number;
  handSd: number;
  /** How much the drift differs from gap to gap. */
  driftSd: number;
}

/** P(|A after n beats| ≤ tolerance), for a player who is known. */
export function chanceWithin(n: number, tolerance: number, model: AloneModel): number {
  const { perBeat, clockSd, handSd, driftSd } = model;
  const sd = Math.sqrt(n * clockSd ** 2 + 2 * handSd ** 2 + (n * driftSd) ** 2);
  const mean = n * perBeat;
  if (sd === 0) return Math.abs(mean) <= tolerance ? 1 : 0;
  const { normal } = jstat.jStat;
  return normal.cdf((tolerance - mean) / sd, 0, 1) - normal.cdf((-tolerance - mean) / sd, 0, 1);
}

/** The most beats at which `chance`, which falls with n, is still at least `confidence`; 0 when one beat is too long. */
export function longestHold(chance: (n: number) => number, confidence = HOLD_CONFIDENCE): number {
  let [held, lost] = [0, MOST_BEATS + 1];
  while (lost - held > 1) {
    const middle = (held + lost) >> 1;
    if (chance(middle) >= confidence) held = middle;
    else lost = middle;
  }
  return held;
}

/**
 * @param alone differences in the gaps, in beats.
 * @param perGap each gap's own drift in beats a beat.
 */
export function holdOf(
  alone: readonly Differences[],
  perGap: readonly number[],
  beatMs: number,
  toleranceMs: number,
): Report['holdBeats'] {
  const n = alone.reduce((sum, { y }) => sum + y.length, 0);
  const common = { toleranceMs, confidence: HOLD_CONFIDENCE };
  const fit = n < FEWEST_INTERVALS ? null : fitGrid(withSwing(alone));
  if (!fit) {
    return {
      ...common,
      beats: null,
      range: null,
      why: `needs ${FEWEST_INTERVALS} intervals alone, has ${n}`,
    };
  }
  const tolerance = toleranceMs / beatMs;
  const driftSd = driftSpread(alone, perGap, fit);
  const beats = longestHold((length) => predicted(length, tolerance, fit, driftSd));
  const plugged = (perBeat: number) =>
    longestHold((length) => chanceWithin(length, tolerance, { perBeat, ...typical(fit), driftSd }));
  const [low, high] = intervalOf(fit, 0);
  const worst = Math.abs(low) > Math.abs(high) ? low : high;
  const best = low <= 0 && high >= 0 ? 0 : worst === low ? high : low;
  const range: [number, number] = [Math.min(beats, plugged(worst)), Math.max(beats, plugged(best))];
  return { ...common, beats, range };
}

/** Shares of hand noise that count for less than this change no beat of the answer. */
const LEAST_WEIGHT = 1e-6;

/** Averaged over q, the drift and the variance: a mixture of t distributions. */
function predicted(n: number, tolerance: number, { fits, dof }: GridFit, driftSd: number): number {
  const { studentt } = jstat.jStat;
  return fits.reduce((sum, { q, weight, beta: [b], se: [se], variance }) => {
    if (weight < LEAST_WEIGHT) return sum;
    const scale = Math.sqrt(variance * (n * (1 - 2 * q) + 2 * q) + (n * se) ** 2 + (n * driftSd) ** 2);
    const within =
      studentt.cdf((tolerance - n * b) / scale, dof) - studentt.cdf((-tolerance - n * b) / scale, dof);
    return sum + weight * within;
  }, 0);
}

function typical({ fits }: GridFit): Pick<AloneModel, 'clockSd' | 'handSd'> {
  const mean = (of: (fit: GridFit['fits'][number]) => number) =>
    fits.reduce((sum, fit) => sum + fit.weight * of(fit), 0);
  return {
    clockSd: Math.sqrt(mean(({ variance, q }) => variance * (1 - 2 * q))),
    handSd: Math.sqrt(mean(({ variance, q }) => variance * q)),
  };
}

/** What the gaps' drifts differ by beyond what clock and hand make of gaps so short; 0 below three gaps. */
function driftSpread(alone: readonly Differences[], perGap: readonly number[], fit: GridFit): number {
  const spread = perGap.length < 3 ? null : standardDeviation(perGap);
  if (spread === null) return 0;
  const { clockSd, handSd } = typical(fit);
  const runs = alone.filter(({ y }) => y.length > 0);
  const expected = runs.reduce((sum, { k }) => {
    const beats = k.reduce((a, b) => a + b, 0);
    return sum + (beats * clockSd ** 2 + 2 * handSd ** 2) / beats ** 2 / runs.length;
  }, 0);
  return Math.sqrt(Math.max(0, spread ** 2 - expected));
}

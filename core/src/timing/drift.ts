/**
 * Drift while alone: how much later (or earlier) each beat than the last, with an interval that means what it says. An
 * ordinary regression line through asynchronies would not: they are a random walk, and its interval is far too narrow.
 *
 * Everything is in parts of a beat, so that stretches at several tempos pool; positive is slow (later and later).
 */
import { studentInterval } from '../stats/index.ts';
import { type Run, fitGrid, intervalOf, meanOf } from './gls.ts';

/** One run of differences inside one stretch. */
export interface Differences {
  /** Change of asynchrony, in beats. */
  y: number[];
  /** Beats between the two hits. */
  k: number[];
  /** How much more swing the plan asks of the second hit than of the first, in beats; absent where nothing swings. */
  swing?: number[];
}

export interface DriftEstimate {
  /** Lateness gained a beat, in beats. */
  perBeat: number;
  ci95: [number, number];
  n: number;
}

/** Fewest differences from which an interval is claimed. */
export const FEWEST_DIFFERENCES = 3;

/** With `swing`, where anything swings, as the last column. */
export function withSwing(
  runs: readonly Differences[],
  columns: (run: Differences) => ArrayLike<number>[] = ({ k }) => [k],
): Run[] {
  const swings = runs.some(({ swing }) => swing?.some((value) => value !== 0));
  return runs.map((run) => {
    const { y, k, swing = y.map(() => 0) } = run;
    return { y, k, x: swings ? [...columns(run), swing] : columns(run) };
  });
}

/**
 * A player who swings by another ratio than the plan's displaces every swung note by the same share of what the plan asks. That is
 * estimated together with the drift: a gap that begins on the beat and ends off it would else turn swing into drift.
 * @returns null with fewer than FEWEST_DIFFERENCES differences.
 */
export function fitDrift(stretches: readonly Differences[]): DriftEstimate | null {
  const fit = fitGrid(withSwing(stretches));
  if (!fit || fit.n < FEWEST_DIFFERENCES) return null;
  return { perBeat: meanOf(fit, 0), ci95: intervalOf(fit, 0), n: fit.n };
}

/** What the player's own swing adds to each difference, as a share of what the plan asks; 0 where nothing swings or nothing tells. */
export function ownSwing(stretches: readonly Differences[]): number {
  const runs = withSwing(stretches);
  const fit = runs[0]?.x.length === 2 ? fitGrid(runs) : null;
  return fit ? meanOf(fit, 1) : 0;
}

/**
 * Three or more gaps: the mean of the gaps' own drifts with the t interval of their spread. It stays honest when the
 * tempo wanders inside a gap or differs from gap to gap.
 */
export function meanDrift(perGap: readonly number[]): DriftEstimate | null {
  const n = perGap.length;
  if (n < 3) return null;
  const mean = perGap.reduce((a, b) => a + b, 0) / n;
  const variance = perGap.reduce((sum, b) => sum + (b - mean) ** 2, 0) / (n - 1);
  const half = studentInterval(0.95, n - 1) * Math.sqrt(variance / n);
  return { perBeat: mean, ci95: [mean - half, mean + half], n };
}

/** Drift in parts of a beat to tempo error in percent: 100 · (P / (P + b) − 1); positive is fast. */
export function tempoPercent(perBeat: number): number {
  return 100 * (1 / (1 + perBeat) - 1);
}

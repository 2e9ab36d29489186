/** Plain statistics of a list of numbers. */
import jstat from 'jstat';

export function mean(values: readonly number[]): number {
  return values.reduce((a, b) => a + b, 0) / values.length;
}

/** With n − 1; null below two values. */
export function standardDeviation(values: readonly number[]): number | null {
  if (values.length < 2) return null;
  const m = mean(values);
  return Math.sqrt(values.reduce((sum, v) => sum + (v - m) ** 2, 0) / (values.length - 1));
}

/** Of an even number of values the mean of the two in the middle; NaN of none. */
export function median(values: readonly number[]): number {
  const sorted = Float64Array.from(values).sort();
  const middle = sorted.length >> 1;
  return sorted.length % 2 ? sorted[middle] : (sorted[middle - 1] + sorted[middle]) / 2;
}

/** How many of some ascending values lie below one: where it would be put in. */
export function lowerBound(values: ArrayLike<number>, value: number): number {
  let [low, high] = [0, values.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (values[middle] < value) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** The value below which 98 % of the values lie; 0 of none. */
export function percentile98(values: readonly number[]): number {
  if (values.length === 0) return 0;
  const sorted = Float64Array.from(values).sort();
  return sorted[Math.min(sorted.length - 1, Math.floor(0.98 * sorted.length))];
}

export interface RobustLine {
  slope: number;
  /** Value of the line at `x`, the median abscissa. */
  x: number;
  y: number;
}

/**
 * The line through points by the median of all pairwise slopes (Theil 1950; Sen 1968, JASA 63, 1379–1389): up to 29 % of
 * the points may lie anywhere.
 * @param shortestSpan pairs nearer than this in x are not used.
 * @returns a NaN slope when no pair is left.
 */
export function theilSen(xs: readonly number[], ys: readonly number[], shortestSpan = 0): RobustLine {
  const slopes: number[] = [];
  for (let i = 0; i < xs.length; i++) {
    for (let j = i + 1; j < xs.length; j++) {
      const span = xs[j] - xs[i];
      if (span !== 0 && Math.abs(span) >= shortestSpan) slopes.push((ys[j] - ys[i]) / span);
    }
  }
  return lineOfSlope(xs, ys, median(slopes));
}

/** The line of a known slope through the middle of the points. */
export function lineOfSlope(xs: readonly number[], ys: readonly number[], slope: number): RobustLine {
  const x = median(xs);
  return { slope, x, y: median(ys.map((y, i) => y + slope * (x - xs[i]))) };
}

/** Two-sided quantile of Student's t: P(|T| ≤ result) = confidence. */
export function studentInterval(confidence: number, degreesOfFreedom: number): number {
  return jstat.jStat.studentt.inv(0.5 + confidence / 2, degreesOfFreedom);
}

/** The straight line of least squares, with what its slope leaves open. */
import { mean } from './moments.ts';
import { studentInterval } from './student.ts';

export interface FittedLine {
  slope: number;
  intercept: number;
  /** Half the width of the slope's 95 % interval. */
  slopeWithin: number;
}

/** By ordinary least squares (Draper & Smith, Applied Regression Analysis, ch. 1). @returns null under three points, or where all lie above each other. */
export function leastSquares(xs: readonly number[], ys: readonly number[]): FittedLine | null {
  const n = xs.length;
  if (n < 3) return null;
  const [mx, my] = [mean(xs), mean(ys)];
  const sxx = xs.reduce((sum, x) => sum + (x - mx) ** 2, 0);
  if (sxx === 0) return null;
  const slope = xs.reduce((sum, x, i) => sum + (x - mx) * (ys[i] - my), 0) / sxx;
  const intercept = my - slope * mx;
  const rest = xs.reduce((sum, x, i) => sum + (ys[i] - intercept - slope * x) ** 2, 0);
  return { slope, intercept, slopeWithin: studentInterval(0.95, n - 2) * Math.sqrt(rest / (n - 2) / sxx) };
}

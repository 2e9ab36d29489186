/**
 * Drift: how fast or slow a player runs while alone, with an honest interval.
 *
 * Asynchronies inside a stretch are a random walk plus a drift, so a regression line through them claims too much. The
 * differences y of successive asynchronies, k beats apart, have mean k·b, variance k·σc² + 2σm² and covariance −σm²
 * between neighbours (Wing and Kristofferson 1973, Perception & Psychophysics 14, 5–12). With q = σm²/(σc² + 2σm²) on
 * a grid over [0, ½]: generalised least squares with that tridiagonal covariance, weights from the restricted
 * likelihood (Patterson and Thompson 1971, Biometrika 58, 545–554), and the interval from the mixture of the
 * t distributions over q.
 *
 * Everything is in parts of a beat, so that stretches at several tempos pool; positive is slow (later and later).
 */
import jstat from 'jstat';

const { studentt } = jstat.jStat;

/** One run of differences inside one stretch. */
export interface Differences {
  /** Change of asynchrony, in beats. */
  y: number[];
  /** Beats between the two hits. */
  k: number[];
}

export interface DriftEstimate {
  /** Lateness gained a beat, in beats. */
  perBeat: number;
  ci95: [number, number];
  n: number;
}

const GRID = Array.from({ length: 51 }, (_, i) => i / 100);

/** Fewest differences from which an interval is claimed. */
export const FEWEST_DIFFERENCES = 3;

/** @returns null with fewer than FEWEST_DIFFERENCES differences. */
export function fitDrift(stretches: readonly Differences[]): DriftEstimate | null {
  const n = stretches.reduce((sum, stretch) => sum + stretch.y.length, 0);
  if (n < FEWEST_DIFFERENCES) return null;
  const fits = GRID.map((q) => leastSquares(stretches, q, n));
  const peak = Math.max(...fits.map((fit) => fit.logLikelihood));
  const weighed = fits
    .map((fit) => ({ ...fit, weight: Math.exp(fit.logLikelihood - peak) }))
    .filter((fit) => fit.weight > 1e-4);
  const total = weighed.reduce((sum, fit) => sum + fit.weight, 0);
  for (const fit of weighed) fit.weight /= total;
  const perBeat = weighed.reduce((sum, fit) => sum + fit.weight * fit.b, 0);
  return {
    perBeat,
    ci95: [mixtureQuantile(weighed, n - 1, 0.025), mixtureQuantile(weighed, n - 1, 0.975)],
    n,
  };
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
  const half = studentt.inv(0.975, n - 1) * Math.sqrt(variance / n);
  return { perBeat: mean, ci95: [mean - half, mean + half], n };
}

/** Drift in parts of a beat to tempo error in percent: 100 · (P / (P + b) − 1); positive is fast. */
export function tempoPercent(perBeat: number): number {
  return 100 * (1 / (1 + perBeat) - 1);
}

interface Fit {
  b: number;
  se: number;
  logLikelihood: number;
}

/** Generalised least squares for one q: the tridiagonal covariance is factored (L D Lᵀ) as it is read, O(n). */
function leastSquares(stretches: readonly Differences[], q: number, n: number): Fit {
  let sxx = 0;
  let sxy = 0;
  let syy = 0;
  let logDet = 0;
  for (const { y, k } of stretches) {
    let [d, x, z] = [0, 0, 0];
    for (let i = 0; i < y.length; i++) {
      const variance = k[i] * (1 - 2 * q) + 2 * q;
      const ratio = i === 0 ? 0 : -q / d;
      d = variance - (i === 0 ? 0 : (q * q) / d);
      x = k[i] - ratio * x;
      z = y[i] - ratio * z;
      sxx += (x * x) / d;
      sxy += (x * z) / d;
      syy += (z * z) / d;
      logDet += Math.log(d);
    }
  }
  const b = sxy / sxx;
  // A noiseless player leaves nothing; a millionth of a beat squared keeps the logarithm finite.
  const rss = Math.max(syy - (sxy * sxy) / sxx, n * 1e-14);
  return {
    b,
    se: Math.sqrt(rss / (n - 1) / sxx),
    logLikelihood: -0.5 * (logDet + Math.log(sxx) + (n - 1) * Math.log(rss)),
  };
}

/** Quantile of a weighted mixture of shifted, scaled t distributions: Newton steps kept inside a bracket. */
function mixtureQuantile(fits: readonly (Fit & { weight: number })[], dof: number, p: number): number {
  const t = studentt.inv(p, dof);
  // The density's shape is elementary; only its constant needs the gamma function, and only once.
  const peak = studentt.pdf(0, dof);
  let low = Math.min(...fits.map((fit) => fit.b + t * fit.se));
  let high = Math.max(...fits.map((fit) => fit.b + t * fit.se));
  let x = fits.reduce((sum, fit) => sum + fit.weight * (fit.b + t * fit.se), 0);
  for (let step = 0; step < 50 && high - low > 1e-9; step++) {
    let [below, density] = [-p, 0];
    for (const { b, se, weight } of fits) {
      below += weight * studentt.cdf((x - b) / se, dof);
      density += (weight * peak * (1 + ((x - b) / se) ** 2 / dof) ** (-(dof + 1) / 2)) / se;
    }
    if (Math.abs(below) < 1e-6) break;
    if (below > 0) high = x;
    else low = x;
    const newton = x - below / density;
    x = newton > low && newton < high ? newton : (low + high) / 2;
  }
  return x;
}

/**
 * The one engine for drift, clock and hand. Differences of successive asynchronies, k beats apart, have variance
 * k·σc² + 2σm² and covariance −σm² between neighbours (Wing and Kristofferson 1973, Perception & Psychophysics 14, 5–12: a
 * central clock σc and a hand delay σm). With q = σm²/(σc² + 2σm²) on a grid: generalised least squares with that
 * tridiagonal covariance, weights from the restricted likelihood (Patterson and Thompson 1971, Biometrika 58, 545–554).
 */
import jstat from 'jstat';

const { studentt } = jstat.jStat;

/** One run of differences inside one stretch: columns of equal length. */
export interface Run {
  /** Change of asynchrony. */
  y: ArrayLike<number>;
  /** Beats between the two hits. */
  k: ArrayLike<number>;
  /** What the mean may depend on, one column each. */
  x: readonly ArrayLike<number>[];
}

export interface Fit {
  q: number;
  /** Posterior weight; all sum to 1. */
  weight: number;
  beta: number[];
  /** Standard error of each coefficient. */
  se: number[];
  /** σc² + 2σm², the variance of a difference over one beat. */
  variance: number;
}

export interface GridFit {
  fits: Fit[];
  /** Degrees of freedom that are left. */
  dof: number;
  n: number;
}

const STEPS = 100;
const HARDLY = 1e-4;
/** With so many differences q is known to a few hundredths: only there the grid need be fine. */
const MANY = 4000;
const COARSE = 5;
/** So few leave q so open that every fourth step says the same. */
const FEW = 64;
const WIDE = 4;

export interface GridOptions {
  /**
   * The columns hold what the player did before, as the last asynchrony does. Then the likelihood is plain: the
   * restricted one is for columns that were fixed beforehand.
   */
  ownPast?: boolean;
}

/** @returns null when there are no more differences than columns, or the columns say the same. */
export function fitGrid(runs: readonly Run[], { ownPast = false }: GridOptions = {}): GridFit | null {
  const n = runs.reduce((sum, { y }) => sum + y.length, 0);
  const p = runs[0]?.x.length ?? 0;
  if (p === 0 || n <= p) return null;
  const row = inARow(runs, n, p);
  const known = new Map<number, ReturnType<typeof leastSquares>>();
  const fitOf = (i: number) => {
    if (!known.has(i)) known.set(i, leastSquares(row, i / STEPS, p, ownPast));
    return known.get(i)!;
  };
  if (!fitOf(0)) return null;
  const fitAt = (i: number) => fitOf(i)!;
  const all = Array.from({ length: STEPS / 2 + 1 }, (_, i) => i);
  let steps = n <= FEW ? all.filter((i) => i % WIDE === 0) : all;
  if (n > MANY) {
    const likely = (at: (i: number) => number, among: readonly number[]) =>
      among.reduce((a, b) => (at(b) > at(a) ? b : a));
    const around = (middle: number) => all.filter((i) => Math.abs(i - middle) <= COARSE);
    // About where is told by the first of them; where all of them lead further, it is gone there.
    const head = inARow(runs, MANY, p);
    let middle = likely(
      (i) => leastSquares(head, i / STEPS, p, ownPast)?.logLikelihood ?? -Infinity,
      all.filter((i) => i % COARSE === 0),
    );
    for (;;) {
      steps = around(middle);
      const best = likely((i) => fitAt(i).logLikelihood, steps);
      const isAtEdge = Math.abs(best - middle) === COARSE && best > 0 && best < STEPS / 2;
      if (!isAtEdge) break;
      middle = best;
    }
  }
  const raw = steps.map(fitAt);
  const peak = raw.reduce((most, fit) => Math.max(most, fit.logLikelihood), -Infinity);
  const weighed = raw
    .map(({ logLikelihood, ...fit }) => ({ ...fit, weight: Math.exp(logLikelihood - peak) }))
    .filter(({ weight }) => weight > HARDLY);
  const total = weighed.reduce((sum, { weight }) => sum + weight, 0);
  return { fits: weighed.map((fit) => ({ ...fit, weight: fit.weight / total })), dof: n - p, n };
}

/** All runs one behind the other: they are read for every q. */
interface Row {
  y: Float64Array;
  k: Float64Array;
  x: Float64Array[];
  /** 1 where a run begins. */
  begins: Uint8Array;
}

/** @param n of their differences, from the first on; whole runs, or at the end a part of one. */
function inARow(runs: readonly Run[], n: number, p: number): Row {
  const row: Row = {
    y: new Float64Array(n),
    k: new Float64Array(n),
    x: Array.from({ length: p }, () => new Float64Array(n)),
    begins: new Uint8Array(n),
  };
  let at = 0;
  for (const { y, k, x } of runs) {
    const length = Math.min(y.length, n - at);
    if (length > 0) row.begins[at] = 1;
    for (let i = 0; i < length; i++) {
      row.y[at + i] = y[i];
      row.k[at + i] = k[i];
      for (let c = 0; c < p; c++) row.x[c][at + i] = x[c][i];
    }
    at += length;
  }
  return row;
}

/** Generalised least squares for one q: the covariance is factored (L D Lᵀ) as it is read, O(n). */
function leastSquares({ y, k, x, begins }: Row, q: number, p: number, ownPast: boolean) {
  const n = y.length;
  const width = p + 1;
  // Sums of products of the whitened columns; y is the last.
  const s = new Float64Array(width * width);
  const z = new Float64Array(width);
  let logDet = 0;
  // Logarithms are dear: many factors are multiplied before one is taken.
  let product = 1;
  const [only] = x;
  let d = 0;
  for (let i = 0; i < n; i++) {
    const isFirst = begins[i] === 1;
    const ratio = isFirst ? 0 : -q / d;
    if (isFirst) z.fill(0);
    d = k[i] * (1 - 2 * q) + 2 * q - (isFirst ? 0 : (q * q) / d);
    const inverse = 1 / d;
    if (p === 1) {
      // The commonest case by far, and the same sums.
      const zx = (z[0] = only[i] - ratio * z[0]);
      const zy = (z[1] = y[i] - ratio * z[1]);
      s[0] += zx * zx * inverse;
      s[1] += zx * zy * inverse;
      s[3] += zy * zy * inverse;
    } else {
      for (let c = 0; c < p; c++) z[c] = x[c][i] - ratio * z[c];
      z[p] = y[i] - ratio * z[p];
      for (let a = 0; a < width; a++) {
        const scaled = z[a] * inverse;
        for (let b = a; b < width; b++) s[a * width + b] += scaled * z[b];
      }
    }
    product *= d;
    if (product > 1e200 || product < 1e-200) {
      logDet += Math.log(product);
      product = 1;
    }
  }
  logDet += Math.log(product);
  const solved = solve(s, p);
  if (!solved) return null;
  const { beta, inverse, logDetX, explained } = solved;
  // A noiseless player leaves nothing; a hair keeps the logarithm finite.
  const rss = Math.max(s[p * width + p] - explained, n * 1e-14);
  const variance = rss / (n - p);
  return {
    q,
    beta,
    se: inverse.map((diagonal) => Math.sqrt(variance * diagonal)),
    variance,
    logLikelihood: -0.5 * (logDet + (ownPast ? n * Math.log(rss) : logDetX + (n - p) * Math.log(rss))),
  };
}

/** The normal equations by Cholesky; null when they have no single solution. */
function solve(s: Float64Array, p: number) {
  const width = p + 1;
  const l = new Float64Array(p * p);
  let logDetX = 0;
  for (let a = 0; a < p; a++) {
    for (let b = 0; b <= a; b++) {
      let sum = s[b * width + a];
      for (let c = 0; c < b; c++) sum -= l[a * p + c] * l[b * p + c];
      if (a === b) {
        if (!(sum > 1e-12 * Math.max(s[a * width + a], 1e-300))) return null;
        l[a * p + a] = Math.sqrt(sum);
        logDetX += Math.log(sum);
      } else l[a * p + b] = sum / l[b * p + b];
    }
  }
  const forward = (right: (a: number) => number) => {
    const out = new Float64Array(p);
    for (let a = 0; a < p; a++) {
      let sum = right(a);
      for (let c = 0; c < a; c++) sum -= l[a * p + c] * out[c];
      out[a] = sum / l[a * p + a];
    }
    return out;
  };
  const half = forward((a) => s[a * width + p]);
  const beta = new Array<number>(p).fill(0);
  for (let a = p - 1; a >= 0; a--) {
    let sum = half[a];
    for (let c = a + 1; c < p; c++) sum -= l[c * p + a] * beta[c];
    beta[a] = sum / l[a * p + a];
  }
  const inverse = Array.from({ length: p }, (_, c) =>
    forward((a) => (a === c ? 1 : 0)).reduce((sum, v) => sum + v * v, 0),
  );
  return { beta, inverse, logDetX, explained: half.reduce((sum, v) => sum + v * v, 0) };
}

/** Posterior mean of one coefficient. */
export function meanOf({ fits }: GridFit, coefficient: number): number {
  return fits.reduce((sum, { weight, beta }) => sum + weight * beta[coefficient], 0);
}

/** The interval of one coefficient from the mixture of t distributions over q. */
export function intervalOf(fit: GridFit, coefficient: number, confidence = 0.95): [number, number] {
  const tail = (1 - confidence) / 2;
  return [mixtureQuantile(fit, coefficient, tail), mixtureQuantile(fit, coefficient, 1 - tail)];
}

/** Quantile of a weighted mixture of shifted, scaled t distributions: Newton steps kept inside a bracket. */
function mixtureQuantile({ fits, dof }: GridFit, coefficient: number, p: number): number {
  const parts = fits.map(({ beta, se, weight }) => ({ b: beta[coefficient], se: se[coefficient], weight }));
  const t = studentt.inv(p, dof);
  // The density's shape is elementary; only its constant needs the gamma function, and only once.
  const peak = studentt.pdf(0, dof);
  let low = Math.min(...parts.map(({ b, se }) => b + t * se));
  let high = Math.max(...parts.map(({ b, se }) => b + t * se));
  let x = parts.reduce((sum, { b, se, weight }) => sum + weight * (b + t * se), 0);
  for (let step = 0; step < 50 && high - low > 1e-9; step++) {
    let [below, density] = [-p, 0];
    for (const { b, se, weight } of parts) {
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

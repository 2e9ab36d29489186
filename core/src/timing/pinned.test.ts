/**
 * Facts that pin the estimators: each fails when a factor, a column, a determinant or a cost is left out. Where a formula is pinned, it is
 * worked here by another way: dense matrices, series, arithmetic by hand.
 */
import jstat from 'jstat';
import { compile } from '../plan/index.ts';
import { plan } from '../testing/plans.ts';
import { seededNormal } from '../testing/takes.ts';
import { type AlignmentTargets, align, measure, sceneOf } from './index.ts';
import { fitGrid } from './gls.ts';
import { chanceWithin, holdOf } from './hold.ts';
import { fitWithTrend, splitOf } from './steadiness.ts';

/** Φ by its Taylor series (Abramowitz and Stegun 26.2.11); exact to double precision for |x| < 6. */
function phi(x: number): number {
  let [term, sum] = [x, x];
  for (let k = 1; k < 200; k++) sum += term *= (x * x) / (2 * k + 1);
  return 0.5 + (sum * Math.exp((-x * x) / 2)) / Math.sqrt(2 * Math.PI);
}

describe('hold', () => {
  it.each([
    [1, 30, { perBeat: 0, clockSd: 8, handSd: 5, driftSd: 0 }],
    [7, 30, { perBeat: -2, clockSd: 8, handSd: 5, driftSd: 1.5 }],
    [12, 60, { perBeat: 3, clockSd: 6, handSd: 11, driftSd: 0 }],
    [20, 20, { perBeat: 0.4, clockSd: 2, handSd: 9, driftSd: 0.7 }],
  ])(
    'P(|A after %d beats| ≤ %d ms), A of mean n·b and variance n·σc² + 2σm² + n²·σb², to six digits',
    (n, tolerance, model) => {
      const { perBeat, clockSd, handSd, driftSd } = model;
      const sd = Math.sqrt(n * clockSd ** 2 + 2 * handSd ** 2 + n ** 2 * driftSd ** 2);
      const exact = phi((tolerance - n * perBeat) / sd) - phi((-tolerance - n * perBeat) / sd);
      expect(chanceWithin(n, tolerance, model)).toBeCloseTo(exact, 6);
    },
  );

  it.each([
    ['alike', [0, 0.001, -0.001, 0]],
    ['unlike', [-0.012, 0.012, -0.009, 0.011]],
  ])(
    'gaps whose drifts are %s: the most beats whose chance, averaged over what the take leaves open, is four in five',
    (_, drifts) => {
      const { normal } = seededNormal(5);
      const gaps = drifts.map((b) => ({
        y: Array.from({ length: 9 }, () => b + 0.012 * normal()),
        k: Array<number>(9).fill(1),
      }));
      const perGap = gaps.map(({ y }) => y.reduce((a, v) => a + v, 0) / 9);
      const { fits, dof } = fitGrid(gaps.map(({ y, k }) => ({ y, k, x: [k] })))!;
      // What the gaps' drifts differ by beyond what clock and hand make of nine beats.
      const of = (value: (fit: (typeof fits)[number]) => number) =>
        fits.reduce((sum, fit) => sum + fit.weight * value(fit), 0);
      const chance =
        (9 * of(({ variance, q }) => variance * (1 - 2 * q)) + 2 * of(({ variance, q }) => variance * q)) /
        81;
      const middle = perGap.reduce((a, v) => a + v, 0) / 4;
      const spread = perGap.reduce((a, v) => a + (v - middle) ** 2, 0) / 3;
      const driftVariance = Math.max(0, spread - chance);
      const within = (n: number) =>
        of(({ q, beta: [b], se: [se], variance }) => {
          const scale = Math.sqrt(variance * (n * (1 - 2 * q) + 2 * q) + n ** 2 * (se ** 2 + driftVariance));
          const t = (x: number) => jstat.jStat.studentt.cdf(x, dof);
          return t((0.05 - n * b) / scale) - t((-0.05 - n * b) / scale);
        });
      let beats = 0;
      while (within(beats + 1) >= 0.8) beats++;
      expect(holdOf(gaps, perGap, 600, 30).beats).toBe(beats);
      expect(beats).toBeGreaterThan(0);
    },
  );
});

/** Restricted likelihood, estimate and variance for one q, with dense matrices. */
function dense(y: number[], k: number[], x: number[][], q: number) {
  const n = y.length;
  const p = x.length;
  const v = y.map((_, i) =>
    y.map((__, j) => (i === j ? k[i] * (1 - 2 * q) + 2 * q : Math.abs(i - j) === 1 ? -q : 0)),
  );
  const [inverse, logDetV] = invert(v);
  const product = (a: number[], b: number[]) =>
    a.reduce((sum, ai, i) => sum + ai * b.reduce((s, bj, j) => s + inverse[i][j] * bj, 0), 0);
  const [xvx, logDetX] = invert(x.map((a) => x.map((b) => product(a, b))));
  const xvy = x.map((a) => product(a, y));
  const beta = xvx.map((row) => row.reduce((sum, value, i) => sum + value * xvy[i], 0));
  const rest = y.map((value, i) => value - beta.reduce((sum, b, c) => sum + b * x[c][i], 0));
  const rss = product(rest, rest);
  return {
    beta,
    variance: rss / (n - p),
    se: Math.sqrt((rss / (n - p)) * xvx[0][0]),
    logLikelihood: -0.5 * (logDetV + logDetX + (n - p) * Math.log(rss)),
  };
}

/** By Gauss and Jordan; with the logarithm of the determinant. */
function invert(matrix: number[][]): [number[][], number] {
  const n = matrix.length;
  const work = matrix.map((row, i) => [...row, ...row.map((_, j) => (i === j ? 1 : 0))]);
  let logDet = 0;
  for (let c = 0; c < n; c++) {
    const pivot = work[c][c];
    logDet += Math.log(pivot);
    work[c] = work[c].map((value) => value / pivot);
    for (let r = 0; r < n; r++) {
      if (r === c) continue;
      const factor = work[r][c];
      work[r] = work[r].map((value, i) => value - factor * work[c][i]);
    }
  }
  return [work.map((row) => row.slice(n)), logDet];
}

describe('the engine', () => {
  const y = [0.011, -0.004, 0.019, -0.013, 0.006, 0.002, -0.009, 0.015];
  // Strokes two beats, half a beat and one beat apart: the hand's share is not the same in each.
  const k = [1, 2, 0.5, 1, 1.5, 1, 0.5, 2];
  const other = [1, 0, 0, 1, 0, 1, 0, 0];

  it.each([
    ['one column', [k]],
    ['two columns', [k, other]],
  ])('%s: estimate, error, variance and weights as by dense matrices', (_, x) => {
    const fit = fitGrid([{ y, k, x }])!;
    const by = fit.fits.map(({ q }) => dense(y, k, x, q));
    const peak = Math.max(...by.map(({ logLikelihood }) => logLikelihood));
    const total = by.reduce((sum, { logLikelihood }) => sum + Math.exp(logLikelihood - peak), 0);
    expect(fit.fits.length).toBeGreaterThan(5);
    fit.fits.forEach(({ beta, se, variance, weight }, i) => {
      expect(beta[0]).toBeCloseTo(by[i].beta[0], 10);
      expect(se[0]).toBeCloseTo(by[i].se, 10);
      expect(variance).toBeCloseTo(by[i].variance, 12);
      expect(weight).toBeCloseTo(Math.exp(by[i].logLikelihood - peak) / total, 3);
    });
  });

  it('a tempo that changes evenly is no unsteady clock', () => {
    const drifting = [{ y: Array.from({ length: 40 }, (_, i) => 0.002 * i), k: Array<number>(40).fill(1) }];
    expect(splitOf(fitWithTrend(drifting)!).clock).toBeLessThan(1e-4);
  });
});

describe('whole beats', () => {
  const rhythm = [{ dur: '3/8' }, { dur: '1/8' }, { dur: '1/4' }, { dur: '1/4' }];
  const silence = { bars: 'xxoooooooox' };

  it.each([-1, 0, 1])('%d beats over eight silent bars of a rhythm that tells', (beats) => {
    const timeline = compile(plan({ bars: 11, play: [{ rhythm }], silence }));
    const [gap] = sceneOf(timeline).gaps;
    const along = (timeS: number) =>
      Math.max(0, Math.min(1, (timeS - gap.fromS) / (gap.toS - 0.8 - gap.fromS)));
    const hits = timeline.targets.map(({ timeS }) => ({
      timeS: timeS + (timeS < gap.toS - 1e-6 ? beats * 0.6 * along(timeS) : 0),
    }));
    expect(measure(timeline, hits).gaps[0].slippedBeats).toBe(beats);
  });

  it.each([
    [0.3, 0],
    [0.4, null],
  ])('of equal notes: %d of a beat at the end is %p', (share, slipped) => {
    const timeline = compile(plan({ bars: 11, silence }));
    const [gap] = sceneOf(timeline).gaps;
    const hits = timeline.targets.map(({ timeS }) => {
      const along = (timeS - gap.lastClickS) / (gap.toS - 0.6 - gap.lastClickS);
      return { timeS: timeS + (along > 0 && along <= 1.001 ? share * 0.6 * along : 0) };
    });
    expect(measure(timeline, hits).gaps[0].slippedBeats).toBe(slipped);
  });
});

it('a wait in which two notes pass is a gap, one in which one passes is none', () => {
  const gaps = (at: string[]) =>
    sceneOf(compile(plan({ bars: 4, clicks: [{ at: ['0'] }], play: [{ at }] }))).gaps;
  expect(gaps(['0', '1/4', '1/2'])).toHaveLength(4);
  expect(gaps(['0', '1/2'])).toHaveLength(0);
});

it('2 to 1 and 1 to 2 are equally far from straight: 16 of the one and 15 of the other make the 31st root of 2', () => {
  const timeline = compile(plan({ bars: 8, play: [{ every: '1/8' }] }));
  const hits = timeline.targets.map(({ timeS }, i) => ({
    timeS: timeS + (i % 2 ? (i % 4 === 1 ? 0.1 : -0.1) : 0),
  }));
  expect(measure(timeline, hits).swing.ratio).toBeCloseTo(2 ** (1 / 31), 6);
});

describe('the aligner', () => {
  /** Quarters of 600 ms; clicks where they are said to sound. */
  function quarters(n: number, clicks: (i: number) => boolean): AlignmentTargets {
    const anchored = Uint8Array.from({ length: n }, (_, i) => Number(clicks(i)));
    let alone = 0;
    return {
      timeMs: Float64Array.from({ length: n }, (_, i) => 600 * i),
      beatMs: new Float64Array(n).fill(600),
      slotMs: new Float64Array(n).fill(600),
      anchored,
      returning: anchored.map((a, i) => Number(a === 1 && i > 0 && anchored[i - 1] === 0)),
      aloneBeats: Float64Array.from({ length: n }, (_, i) => (i > 0 && !anchored[i] ? ++alone : alone)),
    };
  }
  const always = quarters(12, () => true);
  const at = (...ms: number[]) => Float64Array.from(ms);
  const played = (targets: AlignmentTargets, hits: Float64Array) => [...align(targets, hits)];

  it('a stroke too many is left over, and costs its neighbours nothing', () => {
    expect(played(always, at(0, 600, 900, 1200, 1800, 2400))).toEqual([0, 1, -1, 2, 3, 4]);
  });

  it('two of them too', () => {
    expect(played(always, at(0, 600, 900, 1200, 1500, 1800, 2400, 3000))).toEqual([0, 1, -1, 2, -1, 3, 4, 5]);
  });

  it('a second strike within 60 ms is the flam of the first', () => {
    expect(played(always, at(0, 600, 640, 1200, 1800)).filter((j) => j < 0)).toHaveLength(1);
  });

  it('notes left out are left out, not made up for', () => {
    expect(played(always, at(0, 600, 2400, 3000))).toEqual([0, 1, 4, 5]);
  });

  it('who jumps back to a sounding click is there, though his change is large', () => {
    const late = at(0, 600, 1200, 1800, 2400).map((ms, i) => ms + (i < 3 ? 170 : 0));
    expect(played(always, late)).toEqual([0, 1, 2, 3, 4]);
  });

  it('who comes back from a silence at once is on his own note: the return forgives what the silence did', () => {
    const silent = quarters(24, (i) => i < 4 || i >= 20);
    const hits = Float64Array.from({ length: 24 }, (_, i) => 600 * i + (i >= 4 && i < 20 ? 14 * (i - 3) : 0));
    expect(played(silent, hits)).toEqual(Array.from({ length: 24 }, (_, i) => i));
  });

  it('under clicks a row one whole beat late is the next row of notes, not one far away', () => {
    const hits = Float64Array.from({ length: 8 }, (_, i) => 600 * (i + 1) + 10);
    expect(played(always, hits)).toEqual([1, 2, 3, 4, 5, 6, 7, 8]);
  });

  it('a hit with no target within 2.6 beats is left over', () => {
    const gappy: AlignmentTargets = {
      ...quarters(4, () => true),
      timeMs: Float64Array.of(0, 600, 6000, 6600),
    };
    expect(played(gappy, at(0, 600, 3300, 6000, 6600))).toEqual([0, 1, -1, 2, 3]);
    expect(
      played(gappy, at(0, 600, 600 + 2.5 * 600, 6600)).filter((j) => j >= 0).length,
    ).toBeGreaterThanOrEqual(3);
  });
});

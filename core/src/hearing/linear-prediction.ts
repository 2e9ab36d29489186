/**
 * What a sound goes on to be, from what it was: each sample as a weighted sum of those before it. What rings, however many strings, is foretold almost wholly; what
 * begins is not. (Autocorrelation method and Levinson-Durbin recursion: Makhoul, Linear Prediction: A Tutorial Review, Proc. IEEE 63, 1975, 561–580.)
 */

/** Added to the power, as so much noise would: what is quieter than that is not looked at so closely that the arithmetic fails. */
const LEAST_POWER = 1e-9;
const LEAST_SHARE = 1e-6;

export class LinearPrediction {
  private readonly order: number;
  private readonly taper: Float64Array;
  private readonly tapered: Float64Array;
  private readonly alike: Float64Array;
  private readonly before: Float64Array;
  /** What is foretold is minus the sum of these times the samples before; the first is 1. */
  private readonly weights: Float64Array;

  /** @param order so many samples before each are looked at. @param length so many samples are learned from. */
  constructor(order: number, length: number) {
    this.order = order;
    this.taper = Float64Array.from(
      { length },
      (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * (i + 0.5)) / length),
    );
    // Three zeros more, and three lags: four are worked out at a time.
    this.tapered = new Float64Array(length + 3);
    this.alike = new Float64Array(order + 4);
    this.before = new Float64Array(order + 1);
    this.weights = new Float64Array(order + 1);
    this.weights[0] = 1;
  }

  /** Learns anew. @param from index of the first of the samples that are learned from. */
  learn(samples: Float64Array, from: number): void {
    const { order, taper, tapered, alike, before, weights } = this;
    const { length } = taper;
    for (let i = 0; i < length; i++) tapered[i] = samples[from + i] * taper[i];
    // Four at a time: a sum waits for its last addend, four sums wait for each other's no longer than one.
    for (let lag = 0; lag <= order; lag += 4) {
      let [a, b, c, d] = [0, 0, 0, 0];
      for (let i = 0; i + lag < length; i++) {
        const value = tapered[i];
        const at = i + lag;
        a += value * tapered[at];
        b += value * tapered[at + 1];
        c += value * tapered[at + 2];
        d += value * tapered[at + 3];
      }
      alike[lag] = a;
      alike[lag + 1] = b;
      alike[lag + 2] = c;
      alike[lag + 3] = d;
    }
    alike[0] = alike[0] * (1 + LEAST_SHARE) + LEAST_POWER;
    weights.fill(0, 1);
    let left = alike[0];
    for (let m = 1; m <= order; m++) {
      let sum = alike[m];
      for (let i = 1; i < m; i++) sum += weights[i] * alike[m - i];
      const reflection = -sum / left;
      // Rounding has eaten what was left: the weights so far are as good as they get.
      if (!(Math.abs(reflection) < 1)) return;
      before.set(weights);
      for (let i = 1; i < m; i++) weights[i] = before[i] + reflection * before[m - i];
      weights[m] = reflection;
      left *= 1 - reflection * reflection;
    }
  }

  /** @returns by how much the sample at an index, with as many before it as the order is, differs from what was foretold. */
  errorAt(samples: Float64Array, at: number): number {
    const { order, weights } = this;
    let error = samples[at];
    let other = 0;
    let k = 1;
    for (; k < order; k += 2) {
      error += weights[k] * samples[at - k];
      other += weights[k + 1] * samples[at - k - 1];
    }
    return k === order ? error + other + weights[k] * samples[at - k] : error + other;
  }
}

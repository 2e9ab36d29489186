/**
 * What a sound goes on to be, from what it was: each sample as a weighted sum of those before it. What rings, however many strings, is foretold almost wholly; what
 * begins is not. (Autocorrelation method and Levinson-Durbin recursion: Makhoul, Linear Prediction: A Tutorial Review, Proc. IEEE 63, 1975, 561–580.)
 */
import { Autocorrelation } from './autocorrelation.ts';

/** Added to the power, as so much noise would: what is quieter than that is not looked at so closely that the arithmetic fails. */
const LEAST_POWER = 1e-9;
const LEAST_SHARE = 1e-6;

export class LinearPrediction {
  private readonly order: number;
  private readonly taper: Float64Array;
  private readonly tapered: Float64Array;
  private readonly autocorrelation: Autocorrelation;
  private readonly alike: Float64Array;
  /** What is foretold is minus the sum of these times the samples before; the first is 1. */
  private readonly weights: Float64Array;

  /** @param order so many samples before each are looked at. @param length so many samples are learned from. */
  constructor(order: number, length: number) {
    this.order = order;
    this.taper = Float64Array.from(
      { length },
      (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * (i + 0.5)) / length),
    );
    this.tapered = new Float64Array(length);
    this.alike = new Float64Array(order + 1);
    this.autocorrelation = new Autocorrelation(length, order + 1);
    // An even number: one more that stays 0 where the order is even.
    this.weights = new Float64Array(order + 2 - (order % 2));
    this.weights[0] = 1;
  }

  /** Learns anew. @param from index of the first of the samples that are learned from. */
  learn(samples: Float64Array, from: number): void {
    const { order, taper, tapered, alike, weights } = this;
    const { length } = taper;
    for (let i = 0; i < length; i++) tapered[i] = samples[from + i] * taper[i];
    this.autocorrelation.of(tapered, alike);
    alike[0] = alike[0] * (1 + LEAST_SHARE) + LEAST_POWER;
    weights.fill(0, 1);
    let left = alike[0];
    for (let m = 1; m <= order; m++) {
      let sum = alike[m];
      for (let i = 1; i < m; i++) sum += weights[i] * alike[m - i];
      const reflection = -sum / left;
      // Rounding has eaten what was left: the weights so far are as good as they get.
      if (!(Math.abs(reflection) < 1)) return;
      // Each weight and its mirror come of the same two.
      for (let i = 1; i <= m - i; i++) {
        const mirror = weights[m - i];
        weights[m - i] += reflection * weights[i];
        if (i < m - i) weights[i] += reflection * mirror;
      }
      weights[m] = reflection;
      left *= 1 - reflection * reflection;
    }
  }

  /** @returns the power of what was not foretold between two indices; as many samples as the order is, and one more, lie before the first. */
  errorPower(samples: Float64Array, from: number, to: number): number {
    const { weights } = this;
    const last = weights.length;
    let power = 0;
    let at = from;
    // Three at a time, by two weights: what is read serves several sums, and what one sum waits for, the others do not.
    for (; at + 2 < to; at += 3) {
      let [a, b, c] = [0, 0, 0];
      let [a2, b2, c2] = [0, 0, 0];
      for (let k = 0; k < last; k += 2) {
        const i = at - k;
        const weight = weights[k];
        const next = weights[k + 1];
        const middle = samples[i];
        const later = samples[i + 1];
        a += weight * middle;
        b += weight * later;
        c += weight * samples[i + 2];
        a2 += next * samples[i - 1];
        b2 += next * middle;
        c2 += next * later;
      }
      power += (a + a2) ** 2 + (b + b2) ** 2 + (c + c2) ** 2;
    }
    for (; at < to; at++) {
      let error = 0;
      for (let k = 0; k < last; k++) error += weights[k] * samples[at - k];
      power += error * error;
    }
    return power / (to - from);
  }
}

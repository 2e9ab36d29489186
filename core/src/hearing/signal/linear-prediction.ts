/**
 * What a sound goes on to be, from what it was: each sample as a weighted sum of those before it. What rings, however many strings, is foretold almost wholly; what
 * begins is not. (Autocorrelation method and Levinson-Durbin recursion: Makhoul, Linear Prediction: A Tutorial Review, Proc. IEEE 63, 1975, 561–580.)
 */
import { Autocorrelation } from './autocorrelation.ts';

/** Added to the power, as so much noise would: what is quieter than that is not looked at so closely that the arithmetic fails. */
const LEAST_POWER = 1e-9;
const LEAST_SHARE = 1e-6;

/** How alike a stretch of sound is to itself: its tables and its room serve all predictions of one order that learn from as much. */
class Likeness {
  private readonly autocorrelation: Autocorrelation;
  private readonly alike: Float64Array;

  constructor(order: number, length: number) {
    const taper = Float64Array.from(
      { length },
      (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * (i + 0.5)) / length),
    );
    this.alike = new Float64Array(order + 1);
    this.autocorrelation = new Autocorrelation(taper, order + 1);
  }

  /** @param from index of the first of the samples. @returns a sum a lag; overwritten by the next one. */
  of(samples: Float64Array, from: number): Float64Array {
    this.autocorrelation.of(samples, from, this.alike);
    return this.alike;
  }
}

export class LinearPrediction {
  private readonly order: number;
  private readonly likeness: Likeness;
  /** What is foretold is minus the sum of these times the samples before; the first is 1. */
  private readonly weights: Float64Array;

  /** @param order so many samples before each are looked at. @param length so many samples are learned from. */
  constructor(order: number, length: number, likeness = new Likeness(order, length)) {
    this.order = order;
    this.likeness = likeness;
    this.weights = new Float64Array(order + 1);
    this.weights[0] = 1;
  }

  /** So many of one kind, each of which learns by itself. */
  static several(count: number, order: number, length: number): LinearPrediction[] {
    const likeness = new Likeness(order, length);
    return Array.from({ length: count }, () => new LinearPrediction(order, length, likeness));
  }

  /** Learns anew. @param from index of the first of the samples that are learned from. */
  learn(samples: Float64Array, from: number): void {
    const { order, weights } = this;
    const alike = this.likeness.of(samples, from);
    alike[0] = alike[0] * (1 + LEAST_SHARE) + LEAST_POWER;
    weights.fill(0, 1);
    let left = alike[0];
    let sum = alike[1];
    for (let m = 1; m <= order; m++) {
      const reflection = -sum / left;
      // Rounding has eaten what was left: the weights so far are as good as they get.
      if (!(Math.abs(reflection) < 1)) return;
      // Each weight and its mirror come of the same two; what they are is summed up for the next one at once.
      const next = m < order ? m + 1 : m;
      sum = alike[next];
      let mirrored = reflection * alike[1];
      let first = 1;
      let last = m - 1;
      for (; first < last; first++, last--) {
        const weight = weights[first];
        const mirror = weights[last];
        const now = weight + reflection * mirror;
        const mirrorNow = mirror + reflection * weight;
        weights[first] = now;
        weights[last] = mirrorNow;
        sum += now * alike[next - first];
        mirrored += mirrorNow * alike[next - last];
      }
      if (first === last) {
        weights[first] *= 1 + reflection;
        sum += weights[first] * alike[next - first];
      }
      weights[m] = reflection;
      sum += mirrored;
      left *= 1 - reflection * reflection;
    }
  }

  /**
   * What was not foretold of each sample between two indices; as many as the order is lie before the first.
   * @param into gets them, from its beginning on.
   */
  errors(samples: Float64Array, from: number, to: number, into: Float64Array): void {
    const { weights } = this;
    const order = weights.length;
    let at = from;
    // Six at a time, by two weights: a sample that is read serves all of them, and what one sum waits for, the others do not.
    for (; at + 5 < to; at += 6) {
      let a = 0;
      let b = 0;
      let c = 0;
      let d = 0;
      let e = 0;
      let f = 0;
      let second = samples[at + 1];
      let third = samples[at + 2];
      let fourth = samples[at + 3];
      let fifth = samples[at + 4];
      let sixth = samples[at + 5];
      let k = 0;
      for (; k + 1 < order; k += 2) {
        const weight = weights[k];
        const next = weights[k + 1];
        const first = samples[at - k];
        const before = samples[at - k - 1];
        // Added one after the other, as for a single sample below: the pieces in which a sound comes change nothing.
        a = a + weight * first + next * before;
        b = b + weight * second + next * first;
        c = c + weight * third + next * second;
        d = d + weight * fourth + next * third;
        e = e + weight * fifth + next * fourth;
        f = f + weight * sixth + next * fifth;
        sixth = fourth;
        fifth = third;
        fourth = second;
        third = first;
        second = before;
      }
      if (k < order) {
        const weight = weights[k];
        a += weight * samples[at - k];
        b += weight * second;
        c += weight * third;
        d += weight * fourth;
        e += weight * fifth;
        f += weight * sixth;
      }
      const place = at - from;
      into[place] = a;
      into[place + 1] = b;
      into[place + 2] = c;
      into[place + 3] = d;
      into[place + 4] = e;
      into[place + 5] = f;
    }
    for (; at < to; at++) {
      let error = 0;
      for (let k = 0; k < order; k++) error += weights[k] * samples[at - k];
      into[at - from] = error;
    }
  }
}

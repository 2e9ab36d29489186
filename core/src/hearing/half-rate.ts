/**
 * A sound at half its rate, as it comes: a half-band low-pass (sinc under a Kaiser window; Crochiere and Rabiner, Multirate Digital Signal
 * Processing, ch. 4), of which every second tap is nothing but the one in the middle.
 */

/** Taps to each side of the middle that count: 1, 3, 5 … samples away. */
const PAIRS = 6;
/** How steep the window is: 50 dB down beyond the middle of the band. */
const KAISER = 5;

/** The modified Bessel function of order nought, by its series (Abramowitz and Stegun 9.6.10). */
function bessel(x: number): number {
  let [sum, term] = [1, 1];
  for (let k = 1; k < 30; k++) sum += term *= (x / (2 * k)) ** 2;
  return sum;
}

const REACH = 2 * PAIRS;
/** What is written lies so many samples of the sound behind. */
const LATE = REACH - 1;
const SHAPE = Float64Array.from({ length: PAIRS }, (_, pair) => {
  const away = 2 * pair + 1;
  const window = bessel(KAISER * Math.sqrt(1 - (away / REACH) ** 2));
  return (Math.sin((Math.PI * away) / 2) / away) * window;
});
/** What is constant stays as loud as it is: half of it comes of the middle, half of these. */
const [T1, T3, T5, T7, T9, T11] = SHAPE.map(
  (tap) => (0.25 * tap) / SHAPE.reduce((sum, other) => sum + other, 0),
);

/** So many samples are taken at once, at the most. */
export const AT_ONCE = 2048;

export class HalfRate {
  /** The sample of the sound that one at half the rate stands for. */
  static sampleOf(index: number): number {
    return 2 * index + 1 - LATE;
  }

  /** Those of before that still count, and new ones behind them. Silence comes before everything. */
  private readonly last = new Float64Array(2 * REACH + AT_ONCE);
  private filled = 2 * REACH;
  private readonly out = new Float32Array(AT_ONCE / 2);
  /** Whether the next sample is one of those of which one for two comes. */
  private isSecond = false;

  /** @param samples at most `AT_ONCE`. @returns one for two, from the first on; overwritten by the next ones. */
  push(samples: Float32Array): Float32Array {
    const { last, out } = this;
    last.copyWithin(0, this.filled - 2 * REACH, this.filled);
    last.set(samples, 2 * REACH);
    this.filled = 2 * REACH + samples.length;
    // Around the sample that came LATE samples before each second one.
    const first = (this.isSecond ? 0 : 1) + 2 * REACH - LATE;
    const count = Math.max(0, Math.ceil((this.filled - LATE - first) / 2));
    // Each is read once, and handed on: two samples later it is one place further back.
    let a = last[first - 11];
    let b = last[first - 9];
    let c = last[first - 7];
    let d = last[first - 5];
    let e = last[first - 3];
    let f = last[first - 1];
    let g = last[first + 1];
    let h = last[first + 3];
    let i = last[first + 5];
    let j = last[first + 7];
    let k = last[first + 9];
    for (let n = 0, middle = first; n < count; n++, middle += 2) {
      const l = last[middle + 11];
      out[n] =
        0.5 * last[middle] +
        T1 * (f + g) +
        T3 * (e + h) +
        T5 * (d + i) +
        T7 * (c + j) +
        T9 * (b + k) +
        T11 * (a + l);
      a = b;
      b = c;
      c = d;
      d = e;
      e = f;
      f = g;
      g = h;
      h = i;
      i = j;
      j = k;
      k = l;
    }
    if (samples.length % 2 > 0) this.isSecond = !this.isSecond;
    return out.subarray(0, count);
  }
}

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
/** So many samples are looked at in one go: those of before that still count, and new ones behind them. */
const KEPT = 1024;
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

export class HalfRate {
  /** The sample of the sound that one at half the rate stands for. */
  static sampleOf(index: number): number {
    return 2 * index + 1 - LATE;
  }

  /** Silence comes before everything. */
  private readonly last = new Float64Array(KEPT);
  private filled = 2 * REACH;

  /**
   * @param first how many samples came before these.
   * @param ring gets one for two; a power of two long.
   */
  through(samples: Float32Array, from: number, to: number, ring: Float32Array, first: number): void {
    const mask = ring.length - 1;
    const { last } = this;
    const room = KEPT - 2 * REACH;
    for (let done = from; done < to; done += room) {
      const count = Math.min(room, to - done);
      // What is kept of before, and these behind it.
      last.copyWithin(0, this.filled - 2 * REACH, this.filled);
      last.set(samples.subarray(done, done + count), 2 * REACH);
      this.filled = 2 * REACH + count;
      const before = first + done - from;
      // Around the sample that came LATE samples before each second one.
      for (let at = before | 1; at < before + count; at += 2) {
        const middle = 2 * REACH + at - before - LATE;
        ring[(at >> 1) & mask] =
          0.5 * last[middle] +
          T1 * (last[middle - 1] + last[middle + 1]) +
          T3 * (last[middle - 3] + last[middle + 3]) +
          T5 * (last[middle - 5] + last[middle + 5]) +
          T7 * (last[middle - 7] + last[middle + 7]) +
          T9 * (last[middle - 9] + last[middle + 9]) +
          T11 * (last[middle - 11] + last[middle + 11]);
      }
    }
  }
}

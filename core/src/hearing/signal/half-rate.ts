/**
 * A sound at half its rate, as it comes: a half-band low-pass (sinc under a Kaiser window; Crochiere and Rabiner, Multirate Digital Signal
 * Processing, ch. 4), of which every second tap is nothing but the one in the middle.
 */

/** Taps to each side of the middle that count, 1, 3, 5 … samples away, and how steep their window is. */
const FORMS = {
  /** What lies beyond the middle of the band, and would be heard as something else, is 50 dB down. */
  steep: { pairs: 6, kaiser: 5 },
  /** What would be heard in the lower half of what is left is 47 dB down: enough where that is halved once more. */
  gentle: { pairs: 3, kaiser: 4 },
} as const;
export type HalfRateForm = keyof typeof FORMS;

/** The modified Bessel function of order nought, by its series (Abramowitz and Stegun 9.6.10). */
function bessel(x: number): number {
  let [sum, term] = [1, 1];
  for (let k = 1; k < 30; k++) sum += term *= (x / (2 * k)) ** 2;
  return sum;
}

/** What is constant stays as loud as it is: half of it comes of the middle, half of these. */
function tapsOf({ pairs, kaiser }: (typeof FORMS)[HalfRateForm]): number[] {
  const shape = Array.from({ length: pairs }, (_, pair) => {
    const away = 2 * pair + 1;
    const window = bessel(kaiser * Math.sqrt(1 - (away / (2 * pairs)) ** 2));
    return (Math.sin((Math.PI * away) / 2) / away) * window;
  });
  const sum = shape.reduce((all, tap) => all + tap, 0);
  return shape.map((tap) => (0.25 * tap) / sum);
}

const [T1, T3, T5, T7, T9, T11] = tapsOf(FORMS.steep);
const [G1, G3, G5] = tapsOf(FORMS.gentle);

/** So many samples are taken at once, at the most. */
export const AT_ONCE = 2048;

export class HalfRate {
  private readonly form: HalfRateForm;
  /** Half of the samples of before that still count. */
  private readonly reach: number;
  /** What is written lies so many samples of the sound behind. */
  private readonly late: number;
  /** Those of before that still count, and new ones behind them. Silence comes before everything. */
  private readonly last: Float64Array;
  private filled: number;
  private readonly out = new Float32Array(AT_ONCE / 2);
  private readonly away = new Float32Array(AT_ONCE / 2);
  /** Of what came last, in `last`: the sample that the first of `out` stands for, and how many those are. */
  private first = 0;
  private count = 0;
  /** Whether the next sample is one of those of which one for two comes. */
  private isSecond = false;

  constructor(form: HalfRateForm) {
    this.form = form;
    this.reach = 2 * FORMS[form].pairs;
    this.late = this.reach - 1;
    this.filled = 2 * this.reach;
    this.last = new Float64Array(this.filled + AT_ONCE);
  }

  /** The sample of the sound that one at half the rate stands for. */
  sampleOf(index: number): number {
    return 2 * index + 1 - this.late;
  }

  /** @param samples at most `AT_ONCE`. @returns one for two, from the first on; overwritten by the next ones. */
  push(samples: Float32Array): Float32Array {
    const { last, reach, late } = this;
    last.copyWithin(0, this.filled - 2 * reach, this.filled);
    last.set(samples, 2 * reach);
    this.filled = 2 * reach + samples.length;
    // Around the sample that came `late` samples before each second one.
    const first = (this.isSecond ? 0 : 1) + 2 * reach - late;
    const count = Math.max(0, Math.ceil((this.filled - late - first) / 2));
    if (this.form === 'steep') this.halveSteeply(first, count);
    else this.halveGently(first, count);
    if (samples.length % 2 > 0) this.isSecond = !this.isSecond;
    this.first = first;
    this.count = count;
    return this.out.subarray(0, count);
  }

  /**
   * What was taken away of the samples that came last, the upper half of the band: what a half-band low-pass leaves and what it takes make up the whole. Of two
   * samples there is one, as of what is left; as loud as it was, and each pitch as far from the middle of the band, though on its other side.
   * @returns overwritten by the next ones.
   */
  takenAway(): Float32Array {
    const { last, out, away, first, count } = this;
    for (let n = 0; n < count; n++) away[n] = last[first + 2 * n] - out[n];
    return away.subarray(0, count);
  }

  // Each sample is read once, and handed on: two samples later it is one place further back.

  private halveSteeply(first: number, count: number): void {
    const { last, out } = this;
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
  }

  private halveGently(first: number, count: number): void {
    const { last, out } = this;
    let a = last[first - 5];
    let b = last[first - 3];
    let c = last[first - 1];
    let d = last[first + 1];
    let e = last[first + 3];
    for (let n = 0, middle = first; n < count; n++, middle += 2) {
      const f = last[middle + 5];
      out[n] = 0.5 * last[middle] + G1 * (c + d) + G3 * (b + e) + G5 * (a + f);
      a = b;
      b = c;
      c = d;
      d = e;
      e = f;
    }
  }
}

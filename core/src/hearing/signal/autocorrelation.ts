/**
 * How alike a piece of sound, tapered, is to itself so many samples later: the sum of products at each lag, which is the cosine transform of its powers
 * (Wiener-Khinchin). That is made of a transform a quarter as long as the piece. (Press et al., Numerical Recipes, "Correlation and Autocorrelation Using the
 * FFT" and "Fast Sine and Cosine Transforms".) Made for pieces of one length.
 */
import FFT from 'fft.js';
import { Spectrum } from './spectrum.ts';

export class Autocorrelation {
  private readonly spectrum: Spectrum;
  private readonly fft: FFT;
  private readonly size: number;
  private readonly lags: number;
  /** What each sample of a piece is multiplied by. */
  private readonly taper: Float64Array;
  /** The piece, with silence behind it: that stays. */
  private readonly piece: number[];
  /** What is transformed instead of the powers, half as many. */
  private readonly folded: number[];
  private readonly packed: number[];
  /** Of half a turn in as many steps as there are powers. */
  private readonly cos: number[];
  private readonly sin: number[];

  /** @param taper of a piece, as long as it is. @param lags how many, from 0 on. */
  constructor(taper: Float64Array, lags: number) {
    // What wraps round falls beyond the lags that are asked for.
    const size = 2 ** Math.ceil(Math.log2(taper.length + lags));
    const half = size / 2;
    this.size = size;
    this.taper = taper;
    this.lags = lags;
    this.spectrum = new Spectrum(size);
    this.fft = new FFT(half / 2);
    this.piece = Array(size).fill(0);
    this.folded = Array(half).fill(0);
    this.packed = this.fft.createComplexArray();
    this.cos = Array.from({ length: half }, (_, k) => Math.cos((Math.PI * k) / half));
    this.sin = Array.from({ length: half }, (_, k) => Math.sin((Math.PI * k) / half));
  }

  /** @param from index of the first sample of the piece. @param into one sum a lag. */
  of(samples: Float64Array, from: number, into: Float64Array): void {
    const { fft, taper, piece, folded, packed, size, lags, cos, sin } = this;
    for (let i = 0; i < taper.length; i++) piece[i] = samples[from + i] * taper[i];
    const first = this.fold(this.spectrum.powers(piece));
    fft.transform(packed, folded);
    // The even lags are the real parts of the folded powers' transform, and the imaginary ones lead from one odd lag to the next.
    const scale = 2 / size;
    into[0] = scale * (packed[0] + packed[1]);
    let odd = first;
    if (lags > 1) into[1] = scale * odd;
    for (let k = 1; 2 * k < lags; k++) {
      const mirror = size / 4 - k;
      const oddRe = packed[2 * k + 1] + packed[2 * mirror + 1];
      const oddIm = packed[2 * mirror] - packed[2 * k];
      const re = packed[2 * k] + packed[2 * mirror] + cos[2 * k] * oddRe + sin[2 * k] * oddIm;
      const im = packed[2 * k + 1] - packed[2 * mirror + 1] + cos[2 * k] * oddIm - sin[2 * k] * oddRe;
      into[2 * k] = scale * 0.5 * re;
      odd -= 0.5 * im;
      if (2 * k + 1 < lags) into[2 * k + 1] = scale * odd;
    }
  }

  /** @returns the cosine transform of the powers at lag 1, which the folded ones do not tell. */
  private fold(powers: readonly number[]): number {
    const { folded, cos, sin } = this;
    const half = folded.length;
    folded[0] = 0.5 * (powers[0] + powers[half]);
    folded[half / 2] = powers[half / 2];
    let first = 0.5 * (powers[0] - powers[half]);
    for (let k = 1; k < half / 2; k++) {
      const even = 0.5 * (powers[k] + powers[half - k]);
      const difference = powers[k] - powers[half - k];
      const odd = sin[k] * difference;
      folded[k] = even - odd;
      folded[half - k] = even + odd;
      first += cos[k] * difference;
    }
    return first;
  }
}

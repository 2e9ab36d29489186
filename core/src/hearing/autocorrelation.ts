/**
 * How alike a piece of sound is to itself so many samples later: the sum of products at each lag, which is the transform of its powers (Wiener-Khinchin;
 * Press et al., Numerical Recipes, "Correlation and Autocorrelation Using the FFT"). Made for pieces of one length.
 */
import FFT from 'fft.js';
import { Spectrum } from './spectrum.ts';

export class Autocorrelation {
  private readonly spectrum: Spectrum;
  private readonly fft: FFT;
  private readonly size: number;
  private readonly lags: number;
  /** The piece, with silence behind it; then its powers, turned round behind themselves. */
  private readonly piece: number[];
  private readonly packed: number[];
  private readonly cos: Float64Array;
  private readonly sin: Float64Array;

  /** @param length of a piece. @param lags how many, from 0 on. */
  constructor(length: number, lags: number) {
    // What wraps round falls beyond the lags that are asked for.
    const size = 2 ** Math.ceil(Math.log2(length + lags));
    this.size = size;
    this.lags = lags;
    this.spectrum = new Spectrum(size);
    this.fft = new FFT(size / 2);
    this.piece = Array(size).fill(0);
    this.packed = this.fft.createComplexArray();
    const turn = (lag: number) => (2 * Math.PI * lag) / size;
    this.cos = Float64Array.from({ length: lags }, (_, lag) => Math.cos(turn(lag)));
    this.sin = Float64Array.from({ length: lags }, (_, lag) => Math.sin(turn(lag)));
  }

  /** @param samples as many as the length is. @param into one sum a lag. */
  of(samples: Float64Array, into: Float64Array): void {
    const { fft, piece, packed, size, lags, cos, sin } = this;
    for (let i = 0; i < samples.length; i++) piece[i] = samples[i];
    piece.fill(0, samples.length);
    const powers = this.spectrum.powers(piece);
    piece[0] = powers[0];
    for (let k = 1; k <= size / 2; k++) piece[k] = piece[size - k] = powers[k];
    // A real sequence again: transformed half as long, as the sound was, and only as far as it is asked for.
    fft.transform(packed, piece);
    into[0] = (packed[0] + packed[1]) / size;
    for (let lag = 1; lag < lags; lag++) {
      const mirror = size / 2 - lag;
      const even = packed[2 * lag] + packed[2 * mirror];
      const oddRe = packed[2 * lag + 1] + packed[2 * mirror + 1];
      const oddIm = packed[2 * mirror] - packed[2 * lag];
      into[lag] = (even + cos[lag] * oddRe + sin[lag] * oddIm) / (2 * size);
    }
  }
}

/** How loud a sound is at one moment in each of some bands of frequency. */
import { Spectrum } from './spectrum.ts';

/** Borders of the bands: about an octave or a little more each, the lowest where the first partial of a voice or a drum lies. */
const BORDERS_HZ = [60, 300, 800, 1800, 3500, 6000, 10_000] as const;
/** Looked at in frames of about so long, a power of two of samples: short beside an attack, long enough for the lowest band. */
const FRAME_S = 0.0058;
/** Nothing is looked for nearer to half the sampling rate than that, as a share of the rate. */
const HIGHEST = 0.45;

export class BandLevels {
  /** Of each band that the sampling rate holds, its bins: from the first on, up to before the last. */
  private readonly bins: readonly (readonly [number, number])[];
  private readonly frame: number[];
  private readonly window: number[];
  private readonly spectrum: Spectrum;
  private readonly rate: number;

  constructor(sampleRateHz: number) {
    const length = 2 ** Math.round(Math.log2(FRAME_S * sampleRateHz));
    const bin = (hz: number) => Math.max(1, Math.round((hz * length) / sampleRateHz));
    this.rate = sampleRateHz;
    this.bins = BORDERS_HZ.slice(1).flatMap((to, i) => {
      const from = BORDERS_HZ[i];
      if (from >= HIGHEST * sampleRateHz) return [];
      return [[bin(from), Math.max(bin(from) + 1, bin(Math.min(to, HIGHEST * sampleRateHz)))] as const];
    });
    this.frame = Array(length).fill(0);
    this.window = this.frame.map((_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / length));
    this.spectrum = new Spectrum(length);
  }

  /** Of so many bands, the lowest first, levels are told. */
  get count(): number {
    return this.bins.length;
  }

  /** Power in each band, in any unit. @param at seconds from the beginning of the piece, the middle of what is looked at; around it is silence where the piece ends. */
  powersAt(at: number, piece: Float32Array): number[] {
    const powers = this.look(at, piece);
    return this.bins.map((bins) => sumOf(powers, bins));
  }

  /** The same from the beginning of a piece on, each so many seconds after the one before. @returns of each band as many as are asked for. */
  powersEvery(stepS: number, count: number, piece: Float32Array): Float64Array[] {
    const bands = this.bins.map(() => new Float64Array(count));
    for (let i = 0; i < count; i++) {
      const powers = this.look(i * stepS, piece);
      for (let band = 0; band < bands.length; band++) bands[band][i] = sumOf(powers, this.bins[band]);
    }
    return bands;
  }

  private look(at: number, piece: Float32Array): number[] {
    const { frame, window } = this;
    const first = Math.round(at * this.rate) - (frame.length >> 1);
    const from = Math.min(frame.length, Math.max(0, -first));
    const to = Math.max(from, Math.min(frame.length, piece.length - first));
    frame.fill(0, 0, from);
    for (let i = from; i < to; i++) frame[i] = window[i] * piece[first + i];
    frame.fill(0, to);
    return this.spectrum.powers(frame);
  }
}

function sumOf(powers: readonly number[], [from, to]: readonly [number, number]): number {
  let sum = 0;
  for (let k = from; k < to; k++) sum += powers[k];
  return sum;
}

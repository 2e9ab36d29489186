/**
 * How much begins at each moment of a sound: what rises in its bands from one frame to the next, a hundred times a second. For the whole and for
 * its lowest part, and which pitches sound, for whoever looks for beats and ones. Streaming; a frame is a few numbers, whatever the sound. (Spectral flux in
 * decibels: Klapuri 1999; Ellis 2007, J. New Music Research 36, 51–60. Pitch classes: Fujishima 1999. From memory.)
 */
import { Spectrum } from '../hearing/index.ts';

export const FRAMES_A_SECOND = 100;
const WINDOW_S = 0.043;
const BANDS = 24;
const LOWEST_HZ = 40;
const HIGHEST_HZ = 10_000;
const LOW_HZ = 160;
/** Nothing softer than so far under the loudest of all is heard. */
const DEPTH_DB = 60;
/** Rises are taken over so many frames. */
const LAG = 2;
const PITCHES = 12;
const PITCH_HZ = { from: 220, to: 2200 } as const;
/** The peak of a rise lies so much after the sound has begun: half a frame's taper, and the lag. */
const LATE_S = 0.012;

export interface OnsetStrength {
  /** Frames a second. */
  rate: number;
  /** Of frame 0, in seconds. */
  firstS: number;
  all: Float32Array;
  low: Float32Array;
  /** Twelve a frame: how much of each pitch class sounds. */
  pitches: Float32Array;
}

export class OnsetStrengthMaker {
  private readonly rate: number;
  private readonly hop: number;
  private readonly window: number;
  private readonly spectrum: Spectrum;
  private readonly taper: Float64Array;
  private readonly frame: number[];
  private readonly ring: Float32Array;
  private readonly bandOf: Int32Array;
  private readonly pitchOf: Int32Array;
  private readonly lowBands: number;
  private samples = 0;
  private due: number;
  private frames = 0;
  private levels = new Float32Array(BANDS * 1024);
  private pitches = new Float32Array(PITCHES * 1024);

  constructor(sampleRateHz: number) {
    this.rate = sampleRateHz;
    this.hop = Math.round(sampleRateHz / FRAMES_A_SECOND);
    this.window = 2 ** Math.round(Math.log2(WINDOW_S * sampleRateHz));
    this.spectrum = new Spectrum(this.window);
    this.frame = Array(this.window).fill(0);
    this.taper = Float64Array.from(
      { length: this.window },
      (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * (i + 0.5)) / this.window),
    );
    this.ring = new Float32Array(this.window);
    this.due = this.window >> 1;
    const hzOf = (bin: number) => (bin * sampleRateHz) / this.window;
    const wide = Math.log(HIGHEST_HZ / LOWEST_HZ) / BANDS;
    const bandAt = (hz: number) => Math.floor(Math.log(hz / LOWEST_HZ) / wide);
    this.bandOf = Int32Array.from({ length: this.window / 2 }, (_, bin) =>
      hzOf(bin) < LOWEST_HZ || hzOf(bin) >= HIGHEST_HZ ? -1 : bandAt(hzOf(bin)),
    );
    this.pitchOf = Int32Array.from({ length: this.window / 2 }, (_, bin) => {
      const hz = hzOf(bin);
      if (hz < PITCH_HZ.from || hz > PITCH_HZ.to) return -1;
      return (((Math.round(PITCHES * Math.log2(hz / 440)) % PITCHES) + PITCHES) % PITCHES) | 0;
    });
    this.lowBands = bandAt(LOW_HZ);
  }

  push(samples: Float32Array): void {
    const { ring, window } = this;
    const mask = window - 1;
    for (const value of samples) {
      ring[this.samples++ & mask] = value;
      if (this.samples === this.due) this.look();
    }
  }

  /** The frame whose middle lies half a window back. */
  private look(): void {
    this.due += this.hop;
    const { frame, ring, taper, window } = this;
    const mask = window - 1;
    for (let i = 0, at = this.samples; i < window; i++, at++) frame[i] = ring[at & mask] * taper[i];
    const powers = this.spectrum.powers(frame);
    if ((this.frames + 1) * BANDS > this.levels.length) this.grow();
    const level = this.frames * BANDS;
    const pitch = this.frames * PITCHES;
    for (let bin = 1; bin < powers.length; bin++) {
      const band = this.bandOf[bin];
      if (band >= 0) this.levels[level + band] += powers[bin];
      if (this.pitchOf[bin] >= 0) this.pitches[pitch + this.pitchOf[bin]] += Math.sqrt(powers[bin]);
    }
    this.frames++;
  }

  private grow(): void {
    const larger = (old: Float32Array) => {
      const made = new Float32Array(2 * old.length);
      made.set(old);
      return made;
    };
    this.levels = larger(this.levels);
    this.pitches = larger(this.pitches);
  }

  end(): OnsetStrength {
    // What rings in the last half window is looked at too.
    this.push(new Float32Array(this.window >> 1));
    const { levels, frames } = this;
    let loudest = 1e-12;
    for (let i = 0; i < frames * BANDS; i++) loudest = Math.max(loudest, levels[i]);
    const least = loudest * 10 ** (-DEPTH_DB / 10);
    for (let i = 0; i < frames * BANDS; i++) levels[i] = 10 * Math.log10(Math.max(least, levels[i]));
    const all = new Float32Array(frames);
    const low = new Float32Array(frames);
    for (let f = LAG; f < frames; f++)
      for (let band = 0; band < BANDS; band++) {
        const rise = levels[f * BANDS + band] - levels[(f - LAG) * BANDS + band];
        if (rise <= 0) continue;
        all[f] += rise / BANDS;
        if (band < this.lowBands) low[f] += rise / this.lowBands;
      }
    return {
      rate: this.rate / this.hop,
      firstS: -LATE_S,
      all,
      low,
      pitches: this.pitches.slice(0, frames * PITCHES),
    };
  }
}

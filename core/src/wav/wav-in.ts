/** Reads a spoken word, a mono WAV file of 16 bits, at a wanted rate; its first cue point marks where it is felt. */
import * as wavefile from 'wavefile';
import type { SpokenWord } from '../sound/index.ts';

// Node finds the package's CommonJS form, which is its default export; bundlers find its modules, which have none.
const { WaveFile } = (Reflect.get(wavefile, 'default') as typeof wavefile | undefined) ?? wavefile;

const FULL = 2 ** 15;

/** @throws Error for bytes that are no such file. */
export function readWord(bytes: Uint8Array, sampleRateHz: number): SpokenWord {
  const wav = new WaveFile(bytes);
  const { sampleRate, numChannels } = wav.fmt as { sampleRate: number; numChannels: number };
  if (wav.bitDepth !== '16' || numChannels !== 1) throw new Error('only mono files of 16 bits are read');
  // The library's own way to the samples takes a thousand times as long.
  const data = Uint8Array.from((wav.data as { samples: Uint8Array }).samples);
  const view = new DataView(data.buffer);
  const [cue] = wav.listCuePoints() as { position: number }[];
  return {
    samples: resampled(
      Float32Array.from({ length: data.length >> 1 }, (_, i) => view.getInt16(2 * i, true) / FULL),
      sampleRateHz / sampleRate,
    ),
    // The library tells cue points in milliseconds.
    feltFrame: Math.round(((cue?.position ?? 0) / 1000) * sampleRateHz),
  };
}

/** Samples to either side that a new one is made of. */
const REACH = 16;

/**
 * The same sound with `ratio` times as many samples: interpolated by a sinc under a Hann window (the textbook method, as in
 * J. O. Smith, Digital Audio Resampling; from memory), its band narrowed where there are to be fewer.
 */
export function resampled(samples: Float32Array, ratio: number): Float32Array {
  if (ratio === 1) return samples;
  const { PI, cos, sin, ceil, floor, max, min, round } = Math;
  const band = min(1, ratio);
  const reach = REACH / band;
  const made = new Float32Array(round(samples.length * ratio));
  for (let i = 0; i < made.length; i++) {
    const centre = i / ratio;
    const last = min(samples.length - 1, floor(centre + reach));
    let sum = 0;
    for (let k = max(0, ceil(centre - reach)); k <= last; k++) {
      const x = k - centre;
      const angle = PI * x * band;
      const sinc = angle === 0 ? 1 : sin(angle) / angle;
      sum += samples[k] * sinc * (0.5 + 0.5 * cos((PI * x) / reach));
    }
    made[i] = sum * band;
  }
  return made;
}

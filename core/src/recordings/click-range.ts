/**
 * Where among the frequencies a click lies, so that what is played in a low voice neither hides it nor is taken for a part of it: it is
 * looked for above drums and strings, and below its lowest nothing of what is heard with it is its own.
 */
import { HighPass, Spectrum } from '../hearing/index.ts';
import { voiceOf } from './click-voices.ts';
import { ofPowerOne, powerOf } from './power.ts';

/** Above this drums, strings and voices are softer than a click that has most of its sound there. */
export const ABOVE_HZ = 800;
const MOSTLY = 0.5;

const roomFor = (length: number) => new Float32Array(2 ** Math.ceil(Math.log2(Math.max(1, length))));

/** What of a sound lies above a frequency, as a filter gives it that hears the sound go by. */
export function highOf(samples: Float32Array, hz: number, sampleRateHz: number): Float32Array {
  const high = roomFor(samples.length);
  new HighPass(hz, sampleRateHz).through(samples, 0, samples.length, high, 0);
  return high.subarray(0, samples.length);
}

/** What of each sound (of power 1) lies above ABOVE_HZ, of power 1 again; sounds that lie mostly below are left out. */
export function highSounds(
  sounds: ReadonlyMap<string, Float32Array>,
  sampleRateHz: number,
): Map<string, Float32Array> {
  const high = new Map<string, Float32Array>();
  for (const [name, sound] of sounds) {
    const above = highOf(sound, ABOVE_HZ, sampleRateHz);
    if (powerOf(above) >= MOSTLY) high.set(name, ofPowerOne(above));
  }
  return high;
}

/** A short sound without what is low in it, each part of it where it was: filtered forwards and backwards. */
export function withoutLow(samples: Float32Array, hz: number, sampleRateHz: number): Float32Array {
  // Beginning in the middle of a slow wave is no step.
  const level = samples[0] ?? 0;
  const forwards = highOf(
    samples.map((value) => value - level),
    hz,
    sampleRateHz,
  );
  return highOf(forwards.toReversed(), hz, sampleRateHz).toReversed();
}

/** So little of a click's power lies below its lowest frequency; what is lower than any loudspeaker gives is not told from nothing. */
const LITTLE = 1e-4;
const LEAST_HZ = 100;

/** In Hz; 0 for a click that has low tones of its own. */
export function lowestHz(sound: string, sampleRateHz: number): number {
  const samples = voiceOf(sound, sampleRateHz);
  if (!samples) return 0;
  const window = roomFor(samples.length).length;
  const frame = Array.from({ length: window }, (_, i) => samples[i] ?? 0);
  const powers = new Spectrum(window).powers(frame);
  const little = LITTLE * powers.reduce((sum, power) => sum + power, 0);
  let below = 0;
  const bin = powers.findIndex((power) => (below += power) > little);
  const hz = (bin * sampleRateHz) / window;
  return hz < LEAST_HZ ? 0 : hz;
}

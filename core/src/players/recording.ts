/**
 * A simulated recording: the stand-in for a player before a microphone. Seeded strokes of several kinds at given times, in the noise of a
 * room, so that the truth is known exactly. Nothing is recorded; the same numbers make the same sound everywhere.
 */
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { addPulsedTone } from './pulsed-tone.ts';

export interface Stroke {
  timeS: number;
  /** Of its level, 0 is full. */
  db: number;
}

export const STROKE_KINDS = ['clap', 'wood', 'drum', 'plucked', 'muted', 'bowed', 'blown', 'breath'] as const;
export type StrokeKind = (typeof STROKE_KINDS)[number];

export function chance(seed: number): () => number {
  const generator = xoroshiro128plus(seed);
  return () => uniformFloat64(generator);
}

/** Evenly spread noise of the level 1. */
const noise = (random: () => number) => Math.sqrt(3) * (2 * random() - 1);

/** One stroke at full level: its first sample is the physical start of the sound. */
export function strokeSound(
  kind: Exclude<StrokeKind, 'breath'>,
  rate: number,
  random: () => number,
  lengthS = 0.5,
): Float32Array {
  const samples = new Float32Array(Math.round(rate * lengthS));
  const each = (value: (t: number, i: number) => number) => {
    for (let i = 0; i < samples.length; i++) samples[i] = value(i / rate, i);
  };
  if (kind === 'clap') each((t) => 0.7 * noise(random) * 0.4 * Math.exp(-t / 0.012));
  else if (kind === 'wood') {
    const hz = 900 + 300 * random();
    each(
      (t) =>
        0.8 * Math.sin(2 * Math.PI * hz * t) * Math.exp(-t / 0.015) +
        0.2 * noise(random) * Math.exp(-t / 0.002),
    );
  } else if (kind === 'drum') {
    const hz = 90 + 30 * random();
    each(
      (t) =>
        0.7 * Math.sin(2 * Math.PI * (hz * t + 2 * (1 - Math.exp(-t / 0.02)))) * Math.exp(-t / 0.09) +
        0.25 * noise(random) * Math.exp(-t / 0.006),
    );
  } else if (kind === 'plucked' || kind === 'muted')
    pluck(samples, rate, kind === 'muted' ? 0.9 : 0.996, random);
  else {
    const hz = 180 + 260 * random();
    const attackS = kind === 'bowed' ? 0.06 : 0.03;
    const bright = kind === 'bowed' ? 0.7 : 0.4;
    each((t) => {
      const swell = Math.min(1, t / attackS) * Math.min(1, Math.max(0, (lengthS - t) / 0.04));
      let value = 0;
      for (let n = 1; n <= 8; n++)
        value += bright ** (n - 1) * Math.sin(2 * Math.PI * n * hz * t * (1 + 1e-4 * n));
      return 0.3 * swell * value;
    });
  }
  return samples;
}

/** A string that is left rings on; where its sound ends it fades, within so much of it: a step would be heard as a stroke. */
const FADES = 0.1;

/** Karplus and Strong, Digital synthesis of plucked-string timbres, Computer Music Journal 1983. */
function pluck(samples: Float32Array, rate: number, keeps: number, random: () => number): void {
  const period = Math.round(rate / (110 + 200 * random()));
  const string = Float32Array.from({ length: period }, () => 2 * random() - 1);
  for (let i = 0; i < samples.length; i++) {
    const at = i % period;
    samples[i] = 0.6 * string[at] * Math.min(1, (1 - i / samples.length) / FADES);
    string[at] = 0.5 * keeps * (string[at] + string[(at + 1) % period]);
  }
}

/** @param noiseDb of the room, under full level. */
export function recordingOf(
  strokes: readonly Stroke[],
  kind: StrokeKind,
  { rate = 48_000, noiseDb = -60, seed = 1, tailS = 0.6 } = {},
): Float32Array {
  const random = chance(seed);
  const last = strokes.at(-1)?.timeS ?? 0;
  const samples = new Float32Array(Math.round((last + tailS) * rate));
  const room = 10 ** (noiseDb / 20);
  for (let i = 0; i < samples.length; i++) samples[i] = room * noise(random);
  if (kind === 'breath') {
    addPulsedTone(samples, strokes, rate, random);
    return samples;
  }
  const isLong = kind === 'bowed' || kind === 'blown';
  strokes.forEach(({ timeS, db }, i) => {
    const next = strokes[i + 1]?.timeS ?? timeS + 0.5;
    const sound = strokeSound(
      kind,
      rate,
      random,
      isLong ? 0.92 * (next - timeS) : kind === 'plucked' || kind === 'drum' ? 1.2 : 0.4,
    );
    const gain = 10 ** (db / 20);
    const at = Math.round(timeS * rate);
    for (let k = 0; k < sound.length && at + k < samples.length; k++) samples[at + k] += gain * sound[k];
  });
  return samples;
}

/** Strokes like a player's: about so far apart, a little uneven in time and level. */
export function playedStrokes(
  count: number,
  apartS: number,
  seed: number,
  { spreadDb = 6, jitterS = 0.01 } = {},
): Stroke[] {
  const random = chance(seed + 1000);
  return Array.from({ length: count }, (_, i) => ({
    timeS: 0.5 + i * apartS + jitterS * (2 * random() - 1),
    db: -spreadDb * random(),
  }));
}

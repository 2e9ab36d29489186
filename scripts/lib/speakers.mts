/** Somebody who counts aloud: voices of Debian's espeak-ng, where it is installed. */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chance } from '../../core/src/players/index.ts';
import { WavReader } from '../../core/src/wav/index.ts';
import type { Sound } from './grooves.mts';

/** Languages and voices, and how many words a minute. */
export const SPEAKERS: [string, number][] = [
  ['en-gb', 110],
  ['en-us+f3', 150],
  ['de', 190],
  ['it+m5', 150],
  ['fr+f2', 110],
];
const COUNTED = 'one, two, three, four. one e and a, two e and a, three and, four and. ';

/** Words of each, one of which is said with each stroke. */
const WORDS: Readonly<Record<string, readonly string[]>> = {
  en: ['one', 'two', 'three', 'four', 'and'],
  de: ['eins', 'zwei', 'drei', 'vier', 'und'],
  it: ['uno', 'due', 'tre', 'quattro', 'e'],
  fr: ['un', 'deux', 'trois', 'quatre', 'et'],
};
/** A word begins when it is first so loud, in full level. */
const BEGINS = 0.01;

/** In a room, as every voice is: peaks 6 dB under full level, with soft noise; null where nobody can speak. */
export function spoken(voice: string, wordsAMinute: number): Sound | null {
  const sound = said(COUNTED.repeat(3), voice, wordsAMinute);
  if (!sound) return null;
  const random = chance(3);
  const peak = peakOf(sound.samples);
  return {
    ...sound,
    samples: sound.samples.map((value) => (0.5 * value) / peak + 0.001 * (2 * random() - 1)),
  };
}

/** Each word of a voice by itself, from its beginning on, the loudest of them at full level; none where nobody can speak. */
export function words(voice: string, wordsAMinute: number): Sound[] {
  const sounds = WORDS[voice.slice(0, 2)].flatMap((word) => said(word, voice, wordsAMinute) ?? []);
  const peak = Math.max(...sounds.map(({ samples }) => peakOf(samples)));
  return sounds.map((sound) => {
    const first = sound.samples.findIndex((value) => Math.abs(value) >= BEGINS);
    return { ...sound, samples: sound.samples.subarray(first).map((value) => value / peak) };
  });
}

function said(text: string, voice: string, wordsAMinute: number): Sound | null {
  const folder = mkdtempSync(join(tmpdir(), 'feldspar-voice-'));
  const file = join(folder, 'voice.wav');
  try {
    execFileSync('espeak-ng', ['-v', voice, '-s', String(wordsAMinute), '-w', file, text]);
    const reader = new WavReader();
    const samples = reader.push(readFileSync(file));
    return { samples, rate: reader.format!.sampleRateHz, truthS: [] };
  } catch {
    return null;
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

export const peakOf = (samples: Float32Array) =>
  samples.reduce((most, value) => Math.max(most, Math.abs(value)), 0);

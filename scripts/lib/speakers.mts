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

/** In a room, as every voice is: peaks 6 dB under full level, with soft noise; null where nobody can speak. */
export function spoken(voice: string, wordsAMinute: number): Sound | null {
  const folder = mkdtempSync(join(tmpdir(), 'feldspar-voice-'));
  const file = join(folder, 'voice.wav');
  try {
    execFileSync('espeak-ng', ['-v', voice, '-s', String(wordsAMinute), '-w', file, COUNTED.repeat(3)]);
    const reader = new WavReader();
    const samples = reader.push(readFileSync(file));
    const random = chance(3);
    const peak = samples.reduce((most, value) => Math.max(most, Math.abs(value)), 0);
    const heard = samples.map((value) => (0.5 * value) / peak + 0.001 * (2 * random() - 1));
    return { samples: heard, rate: reader.format!.sampleRateHz, truthS: [] };
  } catch {
    return null;
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

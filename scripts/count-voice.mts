/**
 * `npm run count-voice`: speaks the words of the count into core/sounds/count, with Debian's espeak-ng (apt-get install
 * espeak-ng). Run once; the files are committed. Each word is cut to its sound, as loud as the other voices, and carries a
 * cue point where it is felt: the onset of its vowel, which is near a word's perceptual centre (Marcus 1981; from memory).
 */
import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import wavefile from 'wavefile';
import { readWord, resampled } from '../core/src/wav/wav-in.ts';
import { COUNT_WORDS, type CountWord } from '../core/src/sound/count.ts';
import { loudness } from '../core/src/sound/loudness.ts';
import { LEVEL_LKFS } from '../core/src/sound/voices.ts';

const { WaveFile } = wavefile;

const RATE_HZ = 22_050;
const FOLDER = 'core/sounds/count';
/** Below this share of its peak a word has not begun, or is over. */
const HEARD = 0.02;
const LONGEST_S = 0.4;
const FADE_S = 0.02;

/** As spoken: single letters would be spelled. */
const SPOKEN: Partial<Record<CountWord, string>> = { e: '[[i:]]', a: '[[V]]', trip: 'trip', let: 'let' };

for (const word of COUNT_WORDS) {
  const bytes = execFileSync('espeak-ng', [
    ...['-v', 'en-gb', '-s', '240', '-p', '42', '--stdout'],
    SPOKEN[word] ?? word,
  ]);
  const cut = trimmed(readWord(bytes, RATE_HZ).samples);
  const wav = new WaveFile();
  wav.fromScratch(1, RATE_HZ, '16', pcm(cut, matchingGain(cut)));
  const felt = vowelOnset(cut);
  wav.setCuePoint({ position: (1000 * felt) / RATE_HZ });
  writeFileSync(join(FOLDER, `${word}.wav`), wav.toBuffer());
  console.log(
    `${word}: ${Math.round((1000 * cut.length) / RATE_HZ)} ms, felt at ${Math.round((1000 * felt) / RATE_HZ)} ms`,
  );
}

function trimmed(samples: Float32Array): Float32Array {
  const floor = HEARD * peakOf(samples);
  const first = samples.findIndex((v) => Math.abs(v) > floor);
  const last = samples.findLastIndex((v) => Math.abs(v) > floor);
  const cut = samples.slice(first, Math.min(last + 1, first + LONGEST_S * RATE_HZ));
  const fade = Math.round(FADE_S * RATE_HZ);
  for (let i = 0; i < fade; i++) cut[cut.length - 1 - i] *= i / fade;
  return cut;
}

/** Where the 5 ms level of what lies below about 1 kHz first passes half its greatest: the vowel is there. */
function vowelOnset(samples: Float32Array): number {
  const keep = Math.exp((-2 * Math.PI * 1000) / RATE_HZ);
  let low = 0;
  const voiced = samples.map((v) => (low = keep * low + (1 - keep) * v));
  const step = Math.round(0.005 * RATE_HZ);
  const levels = Array.from({ length: Math.floor(voiced.length / step) }, (_, i) =>
    Math.sqrt(voiced.subarray(i * step, (i + 1) * step).reduce((sum, v) => sum + v * v, 0)),
  );
  const half = Math.max(...levels) / 2;
  return levels.findIndex((level) => level >= half) * step;
}

function matchingGain(samples: Float32Array): number {
  return 10 ** ((LEVEL_LKFS - loudness(resampled(samples, 48_000 / RATE_HZ))) / 20);
}

function pcm(samples: Float32Array, gain: number): Int16Array {
  return Int16Array.from(samples, (v) => Math.round(32767 * v * gain));
}

function peakOf(samples: Float32Array): number {
  return samples.reduce((most, v) => Math.max(most, Math.abs(v)), 0);
}

/** The words of the count as they ship. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { readWord } from '../wav/index.ts';
import { COUNT_WORDS, type CountWords } from '../sound/index.ts';

const FOLDER = join(process.cwd(), 'core/sounds/count');

export const wordBytes = (word: string): Uint8Array => readFileSync(join(FOLDER, `${word}.wav`));

const known = new Map<number, CountWords>();

export function countWords(sampleRateHz: number): CountWords {
  const words = known.get(sampleRateHz) ?? readAll(sampleRateHz);
  known.set(sampleRateHz, words);
  return words;
}

function readAll(sampleRateHz: number): CountWords {
  return new Map(
    COUNT_WORDS.map((word) => {
      return [word, readWord(wordBytes(word), sampleRateHz)];
    }),
  );
}

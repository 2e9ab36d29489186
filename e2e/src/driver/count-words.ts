/** The words of the count as they ship, at a rate. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { readWord } from '@feldspar/core/wav';
import { COUNT_WORDS, type CountWords } from '@feldspar/core/sound';

export function countWords(sampleRateHz: number): CountWords {
  return new Map(
    COUNT_WORDS.map((word) => {
      const bytes = readFileSync(join(process.cwd(), 'core/sounds/count', `${word}.wav`));
      return [word, readWord(bytes, sampleRateHz)];
    }),
  );
}

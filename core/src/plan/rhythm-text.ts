/**
 * A rhythm as a line of text: lengths as fractions of a whole note, with marks after them: `r` a rest, `>` an accent, `_` a
 * note whose length counts, `:R` a sticking. "1/4> 1/8 1/8r 1/2_".
 */
import { FRACTION_TEXT, isFractionText } from '../time/index.ts';
import type { RhythmNote } from './schema.ts';

export type ReadRhythm =
  { rhythm: RhythmNote[]; problem?: undefined } | { rhythm?: undefined; problem: string };

const NOTE = /^(\d+(?:\/\d+)?)([r>_]*)(?::([a-z]{1,8}))?$/i;
const MOST_NOTES = 2048;

export function readRhythm(text: string): ReadRhythm {
  const words = text.trim().split(/[\s,]+/);
  if (words[0] === '') return { problem: 'No note is written. Write lengths like 1/4 1/8 1/8r.' };
  if (words.length > MOST_NOTES) return { problem: `A rhythm has at most ${MOST_NOTES} notes.` };
  const rhythm: RhythmNote[] = [];
  for (const word of words) {
    const match = NOTE.exec(word);
    const dur = match?.[1] ?? '';
    if (!match || !FRACTION_TEXT.test(dur) || !isFractionText(dur) || /^0/.test(dur)) {
      return {
        problem: `“${word.slice(0, 14)}” is no note. Write lengths like 1/4, a rest 1/4r, an accent 1/4>.`,
      };
    }
    const marks = match[2].toLowerCase();
    rhythm.push({
      dur,
      ...(marks.includes('r') ? { rest: true } : {}),
      ...(marks.includes('>') ? { accent: true } : {}),
      ...(match[3] ? { sticking: match[3] } : {}),
      ...(marks.includes('_') ? { hold: true } : {}),
    });
  }
  return { rhythm };
}

/** As it may be typed; `readRhythm` reads it back. */
export function rhythmText(rhythm: readonly RhythmNote[]): string {
  return rhythm
    .map(
      ({ dur, rest, accent, hold, sticking }) =>
        `${dur}${rest ? 'r' : ''}${accent ? '>' : ''}${hold ? '_' : ''}${sticking ? `:${sticking}` : ''}`,
    )
    .join(' ');
}

/**
 * Note values as fractions of a whole note: halving series, dots (each adds half of the last: 1/4 with one dot
 * is 3/8, with two 7/16) and tuplets (`actual` notes in the time of `normal`: an eighth triplet is 1/8 × 2/3).
 * Source: common Western notation; the same arithmetic is MusicXML 4.0's type, dot and time-modification.
 */
import { Fraction, fractionText } from './fraction.ts';

export const NOTE_BASES = {
  breve: '2',
  whole: '1',
  half: '1/2',
  quarter: '1/4',
  eighth: '1/8',
  sixteenth: '1/16',
  'thirty-second': '1/32',
  'sixty-fourth': '1/64',
} as const;

export type NoteBase = keyof typeof NOTE_BASES;

export interface NoteValue {
  base: NoteBase;
  dots?: 0 | 1 | 2;
  tuplet?: { actual: number; normal: number };
}

/** The note's length as a fraction of a whole note. */
export function lengthOf({ base, dots = 0, tuplet }: NoteValue): Fraction {
  const plain = new Fraction(NOTE_BASES[base]);
  const dotted = plain.mul(new Fraction(2 ** (dots + 1) - 1, 2 ** dots));
  return tuplet ? dotted.mul(tuplet.normal, tuplet.actual) : dotted;
}

const DOT_WORDS = ['', 'dotted ', 'double-dotted '] as const;
const TUPLET_WORDS = [
  [3, 2, 'triplet'],
  [5, 4, 'quintuplet'],
  [7, 4, 'septuplet'],
] as const;
const BASES = Object.keys(NOTE_BASES) as NoteBase[];
const NAMES: ReadonlyMap<string, string> = new Map(
  BASES.flatMap((base) => [
    ...TUPLET_WORDS.map(
      ([actual, normal, word]) =>
        [fractionText(lengthOf({ base, tuplet: { actual, normal } })), `${base} ${word}`] as const,
    ),
    ...([0, 1, 2] as const).map(
      (dots) => [fractionText(lengthOf({ base, dots })), `${DOT_WORDS[dots]}${base}`] as const,
    ),
  ]),
);

/** "dotted quarter" for 3/8, "eighth triplet" for 1/12; a length without a name of its own reads "5/4 note". */
export function nameOfLength(length: Fraction): string {
  const text = fractionText(length);
  return NAMES.get(text) ?? `${text} note`;
}

/** "dotted quarters", "eighth triplets", "halves". */
export function pluralOfLength(length: Fraction): string {
  const name = nameOfLength(length);
  return name.endsWith('half') ? `${name.slice(0, -1)}ves` : `${name}s`;
}

const BEATS = [
  ...['1', '3/4', '1/2', '7/16', '3/8', '1/3', '1/4', '3/16', '1/6'],
  ...['1/8', '3/32', '1/12', '1/16', '1/20', '1/24', '1/28', '1/32'],
];

/** The lengths a tempo may be said in, longest first, with their names. */
export function commonBeats(): { length: string; name: string }[] {
  return BEATS.map((length) => ({ length, name: nameOfLength(new Fraction(length)) }));
}

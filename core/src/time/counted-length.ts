/** A length as people say it: so many of a note. */
import { Fraction, ratioOf } from './fraction.ts';
import { commonBeats, nameOfLength, pluralOfLength } from './note-value.ts';

export interface CountedLength {
  count: number;
  note: Fraction;
}

const COMMON = new Set(commonBeats().map(({ length }) => length));

/** 3/8 is one dotted quarter, 5/4 five quarters, 5/12 five eighth triplets; what has no name is one of itself. */
export function countedLength(length: Fraction): CountedLength {
  if (COMMON.has(length.toFraction())) return { count: 1, note: length };
  const { n, d } = ratioOf(length);
  const note = new Fraction(1, d);
  return COMMON.has(note.toFraction()) ? { count: n, note } : { count: 1, note: length };
}

/** "5 quarters", "dotted quarter", "an eighth" with its article. */
export function countedLengthName(length: Fraction, article = false): string {
  const { count, note } = countedLength(length);
  if (count !== 1) return `${count} ${pluralOfLength(note)}`;
  const name = nameOfLength(note);
  return article ? `${/^[aeiou]/.test(name) ? 'an' : 'a'} ${name}` : name;
}

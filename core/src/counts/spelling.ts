/** Lengths written as notes: one where one will do, else several tied. */
import { type Fraction, NOTE_BASES, type NoteBase, lengthOf } from '../time/index.ts';
import type { SheetNote } from './sheet-schema.ts';

const BASES = Object.keys(NOTE_BASES) as NoteBase[];
const DOTS = [0, 1, 2] as const;
const MOST_NOTES = 64;

/** The value and dots of a length, where one note writes it. */
export function plainNote(length: Fraction): { value: NoteBase; dots: 0 | 1 | 2 } | null {
  for (const value of BASES)
    for (const dots of DOTS) if (lengthOf({ base: value, dots }).equals(length)) return { value, dots };
  return null;
}

/**
 * A length as the fewest notes, longest first; they are tied unless they rest. What is shorter than a sixty-fourth is left out.
 * @param marks what the first one carries; of a rest only that it is one.
 */
export function writtenAs(length: Fraction, marks: Omit<SheetNote, 'value' | 'dots'> = {}): SheetNote[] {
  const lengths = BASES.flatMap((base) => DOTS.map((dots) => lengthOf({ base, dots }))).sort((a, b) =>
    b.compare(a),
  );
  const notes: SheetNote[] = [];
  let left = length;
  for (const one of lengths) {
    while (left.gte(one) && notes.length < MOST_NOTES) {
      const { value, dots } = plainNote(one)!;
      const carried = notes.length === 0 ? marks : marks.rest ? { rest: true } : {};
      notes.push({ value, ...(dots ? { dots } : {}), ...carried });
      left = left.sub(one);
    }
  }
  if (marks.rest) return notes;
  return notes.map((note, i) => (i < notes.length - 1 ? { ...note, tie: true } : note));
}

/** Groupings over a pulse: equal notes of which each first is accented, and when that falls on the pulse again. */
import { Fraction, leastCommonMultiple, ratioOf } from '../time/index.ts';
import type { RhythmNote } from './schema.ts';

export interface Grouping {
  notes: number;
  /** A fraction of a whole note. */
  note: string;
  /** One letter a note, as "RLRRL"; empty for none. */
  sticking: string;
}

/** The rhythm of a grouping. */
export function groupingRhythm({ notes, note, sticking }: Grouping): RhythmNote[] {
  return Array.from({ length: notes }, (_, i) => ({
    dur: note,
    ...(i === 0 ? { accent: true } : {}),
    ...(sticking[i] ? { sticking: sticking[i] } : {}),
  }));
}

/** The grouping that a rhythm is, or null when it is something else. */
export function groupingOf(rhythm: readonly RhythmNote[]): Grouping | null {
  const [first] = rhythm;
  const alike = rhythm.every(
    ({ dur, rest, hold, accent, sticking = '' }, i) =>
      dur === first.dur && !rest && !hold && !accent === i > 0 && sticking.length <= 1,
  );
  if (!alike || rhythm.length < 2) return null;
  const sticking = rhythm.map(({ sticking = ' ' }) => sticking).join('');
  return { notes: rhythm.length, note: first.dur, sticking: sticking.trimEnd() };
}

/**
 * After how long a grouping of `notes` notes of length `note` and a pulse come together again: their least common
 * multiple, as a fraction of a whole note. Common practice arithmetic.
 * @throws RangeError when the two are too fine for each other to be told exactly.
 */
export function realignsAfter(notes: number, note: Fraction, pulse: Fraction): Fraction {
  const group = ratioOf(note.mul(notes));
  const other = ratioOf(pulse);
  const denominator = leastCommonMultiple(group.d, other.d);
  const scaled = ({ n, d }: { n: number; d: number }) => n * (denominator / d);
  const together = leastCommonMultiple(scaled(group), scaled(other));
  if (!Number.isFinite(together)) throw new RangeError('they never come together within a countable time');
  return new Fraction(together, denominator);
}

/** Groupings over a pulse: when the first note of the group falls on the pulse again. */
import { Fraction, ratioOf } from '../time/index.ts';
import { leastCommonMultiple } from './spots.ts';

/**
 * After how long a grouping of `notes` notes of length `note` and a pulse come together again: their least common
 * multiple, as a fraction of a whole note. Common practice arithmetic.
 */
export function realignsAfter(notes: number, note: Fraction, pulse: Fraction): Fraction {
  const group = ratioOf(note.mul(notes));
  const other = ratioOf(pulse);
  const denominator = leastCommonMultiple(group.d, other.d);
  const scaled = ({ n, d }: { n: number; d: number }) => n * (denominator / d);
  return new Fraction(leastCommonMultiple(scaled(group), scaled(other)), denominator);
}

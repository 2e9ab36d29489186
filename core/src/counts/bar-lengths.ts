/** Bars that are too long or too short, and by how much. */
import { Fraction, barLength, countedLengthName } from '../time/index.ts';
import { meterOf, writtenNotes } from './onsets.ts';
import type { Sheet } from './sheet-schema.ts';

export interface BarProblem {
  /** Index. */
  bar: number;
  /** Positive: so much is over; negative: so much is missing. Fraction of a whole note. */
  difference: Fraction;
  /** "Bar 2: an eighth is missing." */
  message: string;
}

/** A pickup may be short, not long. */
export function barProblems(sheet: Sheet): BarProblem[] {
  const wanted = barLength(meterOf(sheet));
  const lengths = sheet.bars.map(() => new Fraction(0));
  for (const { bar, length } of writtenNotes(sheet)) lengths[bar] = lengths[bar].add(length);
  return lengths.flatMap((length, bar) => {
    const difference = length.sub(wanted);
    if (difference.equals(0) || (bar === 0 && sheet.pickup && difference.lt(0) && length.gt(0))) return [];
    const size = countedLengthName(difference.abs(), true);
    const plural = /^\d/.test(size);
    const what = difference.lt(0) ? `${size} ${plural ? 'are' : 'is'} missing` : `${size} too much`;
    return [{ bar, difference, message: `Bar ${bar + 1}: ${what}.` }];
  });
}

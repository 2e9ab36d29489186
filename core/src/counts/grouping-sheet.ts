/** Grouping sheets: a sticking of so many equal notes runs through the bars until it begins on a downbeat again. */
import { realignsAfter } from '../plan/index.ts';
import { Fraction, type NoteBase, barLength } from '../time/index.ts';
import { meterOf, writtenNotes, writtenLength } from './onsets.ts';
import { writtenAs } from './spelling.ts';
import type { Sheet, SheetItem, SheetNote } from './sheet-schema.ts';

export interface GroupingIdea {
  /** One letter a note: RLRRL makes groups of five. */
  sticking: string;
  value: NoteBase;
  /** Three in the time of two. */
  triplets: boolean;
}

const STICKING = /^[A-Za-z]{2,32}$/;
const TRIPLET = { notes: 3, inTimeOf: 2 };

/**
 * As many bars as the group needs to come back to 1, and a last one that begins with it.
 * @param frame a sheet that gives title, meter, tempo and the counted note.
 */
export function groupingSheet(
  frame: Sheet,
  { sticking, value, triplets }: GroupingIdea,
): { sheet: Sheet; problem?: undefined } | { sheet?: undefined; problem: string } {
  if (!STICKING.test(sticking)) return { problem: 'Write the sticking as 2 to 32 letters, like RLRRL.' };
  const bar = barLength(meterOf(frame));
  const length = writtenLength({ value }, triplets ? TRIPLET : undefined);
  const perBar = bar.div(triplets ? length.mul(TRIPLET.notes) : length);
  if (perBar.d !== 1n)
    return { problem: `A bar does not hold a whole number of ${triplets ? 'triplets' : 'such notes'}.` };
  const bars = realignsAfter(sticking.length, length, bar).div(bar).valueOf();
  let next = 0;
  const note = (): SheetNote => {
    const place = next++ % sticking.length;
    return { value, ...(place === 0 ? { accent: true } : {}), sticking: sticking[place] };
  };
  const items = (): SheetItem[] =>
    Array.from({ length: perBar.valueOf() }, () =>
      triplets ? { tuplet: TRIPLET, items: Array.from({ length: TRIPLET.notes }, note) } : note(),
    );
  const cycle = Array.from({ length: bars }, () => ({ items: items() }));
  const [first, ...rest] = writtenAs(bar, { accent: true, sticking: sticking[0] });
  return { sheet: { ...frame, bars: [...cycle, { items: [first, ...rest] }], group: sticking.length } };
}

/** Indices of the bars, after the first, on whose downbeat a group begins. */
export function realigningBars(sheet: Sheet): number[] {
  const { group } = sheet;
  if (!group) return [];
  const notes = writtenNotes(sheet).filter(({ note, continues }) => !note.rest && !continues);
  return notes.flatMap(({ bar, position }, i) =>
    bar > 0 && i % group === 0 && position.equals(new Fraction(0)) ? [bar] : [],
  );
}

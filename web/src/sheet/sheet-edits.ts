/** What can be done to the notes of a sheet, by their number in the order they are written. Pure: each gives a new sheet. */
import {
  type Sheet,
  type SheetItem,
  type SheetNote,
  type Written,
  isTuplet,
  meterOf,
  writtenNotes,
} from '@feldspar/core/counts';
import { Fraction, barLength } from '@feldspar/core/time';

type Bars = Sheet['bars'];

function copy({ bars }: Sheet): Bars {
  return structuredClone(bars);
}

/** The note after another one; where its bar is full already, a new bar begins. */
export function insertedAfter(sheet: Sheet, index: number, note: SheetNote): Sheet {
  const bars = copy(sheet);
  const at = writtenNotes(sheet)[index] as Written | undefined;
  if (!at) return { ...sheet, bars: [{ items: [note] }, ...bars] };
  const { bar, item } = at;
  const { items } = bars[bar];
  if (item === items.length - 1 && isFull(sheet, bar)) bars.splice(bar + 1, 0, { items: [note] });
  else items.splice(item + 1, 0, note);
  return { ...sheet, bars };
}

function isFull(sheet: Sheet, bar: number): boolean {
  const length = writtenNotes(sheet)
    .filter((written) => written.bar === bar)
    .reduce((sum, written) => sum.add(written.length), new Fraction(0));
  return length.gte(barLength(meterOf(sheet)));
}

/** Without a note; a tuplet or bar that is left with nothing goes too, but for the last bar. */
export function removed(sheet: Sheet, index: number): Sheet {
  const at = writtenNotes(sheet)[index] as Written | undefined;
  if (!at) return sheet;
  const bars = copy(sheet);
  const { items } = bars[at.bar];
  const found = items[at.item];
  if (isTuplet(found) && found.items.length > 1) found.items.splice(at.inner!, 1);
  else items.splice(at.item, 1);
  if (items.length === 0 && bars.length > 1) bars.splice(at.bar, 1);
  return { ...sheet, bars };
}

export function changedNote(sheet: Sheet, index: number, change: Partial<SheetNote>): Sheet {
  const at = writtenNotes(sheet)[index] as Written | undefined;
  return at ? replacedNote(sheet, at, { ...at.note, ...change }) : sheet;
}

/** The note changes places with its neighbour. */
export function movedNote(sheet: Sheet, index: number, by: -1 | 1): Sheet {
  const notes = writtenNotes(sheet);
  const [one, other] = [notes[index], notes[index + by]] as (Written | undefined)[];
  if (!one || !other) return sheet;
  return replacedNote(replacedNote(sheet, one, other.note), other, one.note);
}

function replacedNote(sheet: Sheet, { bar, item, inner }: Written, note: SheetNote): Sheet {
  const bars = copy(sheet);
  const found: SheetItem = bars[bar].items[item];
  if (isTuplet(found)) found.items[inner!] = note;
  else bars[bar].items[item] = note;
  return { ...sheet, bars };
}

/** What can be done to the notes of a sheet, by their number in the order they are written. Pure: each gives a new sheet. */
import {
  type Sheet,
  type SheetItem,
  type SheetNote,
  type SheetTuplet,
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

/** The note after another one, or before all (-1); where its bar is full already, a new bar begins. */
export function insertedAfter(sheet: Sheet, index: number, note: SheetNote): Sheet {
  const bars = copy(sheet);
  const at = writtenNotes(sheet)[index] as Written | undefined;
  if (!at) return { ...sheet, bars: [{ items: [note] }, ...filled(bars)] };
  const { bar, item } = at;
  const { items } = bars[bar];
  if (item === items.length - 1 && isFull(sheet, bar)) bars.splice(bar + 1, 0, { items: [note] });
  else items.splice(item + 1, 0, note);
  return { ...sheet, bars };
}

/** Bars in which something is written. */
const filled = (bars: Bars) => bars.filter(({ items }) => items.length > 0);

function isFull(sheet: Sheet, bar: number): boolean {
  const length = writtenNotes(sheet)
    .filter((written) => written.bar === bar)
    .reduce((sum, written) => sum.add(written.length), new Fraction(0));
  return length.gte(barLength(meterOf(sheet)));
}

/** The notes from one to another, both included, by their numbers. */
export interface Range {
  from: number;
  to: number;
}

/** Without some notes; a tuplet or bar that is left with nothing goes too, but for the last bar. */
export function removed(sheet: Sheet, { from, to }: Range): Sheet {
  const bars = copy(sheet);
  for (const at of writtenNotes(sheet)
    .slice(from, to + 1)
    .reverse()) {
    const { items } = bars[at.bar];
    const found = items[at.item];
    if (isTuplet(found) && found.items.length > 1) found.items.splice(at.inner!, 1);
    else items.splice(at.item, 1);
    if (items.length === 0 && bars.length > 1) bars.splice(at.bar, 1);
  }
  return { ...sheet, bars };
}

/** @param change what each of the notes becomes. */
export function changed(sheet: Sheet, { from, to }: Range, change: (note: SheetNote) => SheetNote): Sheet {
  const bars = copy(sheet);
  for (const at of writtenNotes(sheet).slice(from, to + 1)) put(bars, at, change(at.note));
  return { ...sheet, bars };
}

/** The notes change places with the one before or after them. */
export function moved(sheet: Sheet, { from, to }: Range, by: -1 | 1): Sheet {
  const first = by < 0 ? from - 1 : from;
  const places = writtenNotes(sheet).slice(Math.max(0, first), by < 0 ? to + 1 : to + 2);
  if (first < 0 || places.length < to - from + 2) return sheet;
  const notes = places.map(({ note }) => note);
  const turned = by < 0 ? [...notes.slice(1), notes[0]] : [notes.at(-1)!, ...notes.slice(0, -1)];
  const bars = copy(sheet);
  places.forEach((at, i) => put(bars, at, turned[i]));
  return { ...sheet, bars };
}

/** The notes as bars of their own, with the barlines and tuplets that are between them. */
export function clipOf(sheet: Sheet, { from, to }: Range): Bars {
  const clip: Bars = [];
  let before: Written | undefined;
  for (const at of writtenNotes(sheet).slice(from, to + 1)) {
    if (at.bar !== before?.bar) clip.push({ items: [] });
    const { items } = clip.at(-1)!;
    const found = sheet.bars[at.bar].items[at.item];
    const same = before?.bar === at.bar && before.item === at.item;
    if (!isTuplet(found)) items.push(at.note);
    else if (same) (items.at(-1) as SheetTuplet).items.push(at.note);
    else items.push({ ...found, items: [at.note] });
    before = at;
  }
  return structuredClone(clip);
}

/** What was copied, after a note, as in a text: its barlines part the bar it comes into. A full bar stays; new ones follow it. */
export function pasted(sheet: Sheet, index: number, clip: Bars): Sheet {
  const bars = copy(sheet);
  const fresh = structuredClone(clip);
  const at = writtenNotes(sheet)[index] as Written | undefined;
  if (!at) return { ...sheet, bars: [...fresh, ...filled(bars)] };
  const { items } = bars[at.bar];
  const after = items.splice(at.item + 1);
  if (after.length === 0 && isFull(sheet, at.bar)) bars.splice(at.bar + 1, 0, ...fresh);
  else {
    items.push(...fresh[0].items);
    bars.splice(at.bar + 1, 0, ...fresh.slice(1));
    bars[at.bar + fresh.length - 1].items.push(...after);
  }
  return { ...sheet, bars };
}

/** The notes as a tuplet of their own; null where they lie in several bars or are in one already. */
export function asTuplet(sheet: Sheet, { from, to }: Range, tuplet: SheetTuplet['tuplet']): Sheet | null {
  const places = writtenNotes(sheet).slice(from, to + 1);
  const [first] = places;
  if (!first || places.some(({ bar, inner }) => bar !== first.bar || inner !== null)) return null;
  const bars = copy(sheet);
  bars[first.bar].items.splice(first.item, places.length, { tuplet, items: places.map(({ note }) => note) });
  return { ...sheet, bars };
}

/** The tuplet that a note is in as plain notes. */
export function withoutTuplet(sheet: Sheet, index: number): Sheet {
  const at = writtenNotes(sheet)[index] as Written | undefined;
  const found = at && sheet.bars[at.bar].items[at.item];
  if (!found || !isTuplet(found)) return sheet;
  const bars = copy(sheet);
  bars[at.bar].items.splice(at.item, 1, ...found.items);
  return { ...sheet, bars };
}

function put(bars: Bars, { bar, item, inner }: Written, note: SheetNote): void {
  const found: SheetItem = bars[bar].items[item];
  if (isTuplet(found)) found.items[inner!] = note;
  else bars[bar].items[item] = note;
}

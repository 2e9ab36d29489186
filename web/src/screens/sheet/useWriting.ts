/** Writing on a sheet: which notes are chosen, and what is done to them, by button or by key. */
import { type Sheet, type SheetNote, type SheetTuplet, isTuplet, writtenNotes } from '@feldspar/core/counts';
import { useMemo, useState } from 'react';
import { keepClip, readClip } from '../../device/clip.ts';
import {
  type Range,
  asTuplet,
  changed,
  clipOf,
  insertedAfter,
  moved,
  pasted,
  removed,
  withoutTuplet,
} from '../../data/sheet-edits.ts';

export interface Writing {
  chosen: Range;
  /** The last of the chosen notes; undefined where nothing is written. */
  note: SheetNote | undefined;
  tuplet: SheetTuplet['tuplet'] | null;
  /** @param extend from where one began to there. */
  choose(index: number, extend?: boolean): void;
  step(by: number, extend: boolean): void;
  chooseAll(): void;
  add(note: SheetNote): void;
  change(what: (note: SheetNote) => SheetNote, name?: string): void;
  toggle(mark: 'rest' | 'tie' | 'accent'): void;
  dot(): void;
  move(by: -1 | 1): void;
  remove(): void;
  copy(): void;
  cut(): void;
  paste(): void;
  /** Null takes the tuplet away. @returns false where the notes cannot be one. */
  setTuplet(tuplet: SheetTuplet['tuplet'] | null): boolean;
}

/** @param onChange told the new sheet, and the field that is being filled, if one is. */
export function useWriting(sheet: Sheet, onChange: (sheet: Sheet, name?: string) => void): Writing {
  const [{ anchor, head }, setEnds] = useState({ anchor: 0, head: 0 });
  const notes = useMemo(() => writtenNotes(sheet), [sheet]);
  const last = Math.max(0, notes.length - 1);
  const within = (index: number) => Math.max(0, Math.min(last, index));
  const chosen = { from: within(Math.min(anchor, head)), to: within(Math.max(anchor, head)) };
  const at = notes[chosen.to] as (typeof notes)[number] | undefined;
  const item = at && sheet.bars[at.bar].items[at.item];

  // After a tuplet one writes on behind all of it.
  const next = at
    ? 1 + notes.findLastIndex(({ bar, item: place }) => bar === at.bar && place === at.item)
    : 0;

  const choose = (index: number, extend = false) =>
    setEnds((ends) => ({ anchor: extend ? ends.anchor : index, head: index }));
  const make = (made: Sheet, range: Range, name?: string) => {
    onChange(made, name);
    setEnds({ anchor: range.from, head: range.to });
  };
  const change: Writing['change'] = (what, name) => make(changed(sheet, chosen, what), chosen, name);
  const remove = () => {
    const before = Math.max(0, chosen.from - 1);
    make(removed(sheet, chosen), { from: before, to: before });
  };
  const copy = () => keepClip(clipOf(sheet, chosen));

  return {
    chosen,
    note: at?.note,
    tuplet: item && isTuplet(item) ? item.tuplet : null,
    choose,
    step: (by, extend) => choose(within(head + by), extend),
    chooseAll: () => setEnds({ anchor: 0, head: last }),
    add: (note) => make(insertedAfter(sheet, chosen.to, note), { from: next, to: next }),
    change,
    toggle(mark) {
      const on = !at?.note[mark];
      change((note) => ({ ...note, [mark]: on ? true : undefined }));
    },
    dot() {
      const dots = ([1, 2, undefined] as const)[at?.note.dots ?? 0];
      change((note) => ({ ...note, dots }));
    },
    move(by) {
      const made = moved(sheet, chosen, by);
      if (made !== sheet) make(made, { from: chosen.from + by, to: chosen.to + by });
    },
    remove,
    copy,
    cut() {
      copy();
      remove();
    },
    paste() {
      const clip = readClip();
      if (!clip) return;
      const size = clip.flatMap(({ items }) =>
        items.flatMap((one) => (isTuplet(one) ? one.items : [one])),
      ).length;
      make(pasted(sheet, chosen.to, clip), { from: next, to: next + size - 1 });
    },
    setTuplet(tuplet) {
      const made = tuplet === null ? withoutTuplet(sheet, chosen.to) : asTuplet(sheet, chosen, tuplet);
      if (made) make(made, chosen);
      return made !== null;
    },
  };
}

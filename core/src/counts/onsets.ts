/** Where everything on a sheet lies, exactly: written notes bar by bar, and what sounds. Lengths are fractions of a whole note. */
import { Fraction, type Meter, barLength, lengthOf, parseFraction } from '../time/index.ts';
import type { Sheet, SheetNote } from './sheet-schema.ts';
import { isTuplet } from './tuplet.ts';

/** A note or rest as it is written. */
export interface Written {
  /** Indices into the sheet: bar, item, and place in a tuplet. */
  bar: number;
  item: number;
  inner: number | null;
  note: SheetNote;
  /** From the start of its bar; of a pickup, from where its whole bar would have started. */
  position: Fraction;
  length: Fraction;
  /** A note that another one is held on into. */
  continues: boolean;
}

/** Something that sounds: ties joined, grace notes placed. */
export interface Sounding {
  /** From the start of the first bar (of a pickup: of its whole bar). */
  start: Fraction;
  length: Fraction;
  grace: boolean;
  accent: boolean;
  sticking?: string;
  /** Index of its first written note. */
  written: number;
}

export function meterOf({ meter }: Pick<Sheet, 'meter'>): Meter {
  return { ...meter, unit: parseFraction(meter.unit) };
}

/** The exact length of a written note outside or inside a tuplet. */
export function writtenLength(note: SheetNote, tuplet?: { notes: number; inTimeOf: number }): Fraction {
  return lengthOf({
    base: note.value,
    dots: note.dots,
    ...(tuplet ? { tuplet: { actual: tuplet.notes, normal: tuplet.inTimeOf } } : {}),
  });
}

/** All notes in the order they are written. Bars that are too long or short keep their own positions; see `barProblems`. */
export function writtenNotes(sheet: Sheet): Written[] {
  const notes: Written[] = [];
  const whole = barLength(meterOf(sheet));
  sheet.bars.forEach(({ items }, bar) => {
    const inBar: Written[] = [];
    let position = new Fraction(0);
    items.forEach((item, i) => {
      const inner = isTuplet(item) ? item.items : [item];
      inner.forEach((note, j) => {
        const length = writtenLength(note, isTuplet(item) ? item.tuplet : undefined);
        const before = inBar.at(-1) ?? notes.at(-1);
        inBar.push({
          bar,
          item: i,
          inner: isTuplet(item) ? j : null,
          note,
          position,
          length,
          continues: !note.rest && before !== undefined && !before.note.rest && before.note.tie === true,
        });
        position = position.add(length);
      });
    });
    const late = bar === 0 && sheet.pickup && position.lt(whole) ? whole.sub(position) : new Fraction(0);
    notes.push(...inBar.map((written) => ({ ...written, position: written.position.add(late) })));
  });
  return notes;
}

/**
 * What sounds, in order of time. A grace note that takes from its own note lies where that note is written and moves it later by
 * the time it is given; one that takes from before ends where its note begins and shortens what sounded until then. Time that is not
 * there is not taken: a grace gets at most what its note, or the note before it, lasts.
 */
export function soundings(sheet: Sheet): Sounding[] {
  const whole = barLength(meterOf(sheet));
  const out: Sounding[] = [];
  writtenNotes(sheet).forEach(({ bar, note, position, length, continues }, written) => {
    const start = whole.mul(bar).add(position);
    const last = out.at(-1);
    if (note.rest) return;
    if (continues && last) {
      last.length = last.length.add(length);
      return;
    }
    const main: Sounding = {
      start,
      length,
      grace: false,
      accent: note.accent ?? false,
      ...(note.sticking ? { sticking: note.sticking } : {}),
      written,
    };
    out.push(...graces(note, main, last), main);
  });
  return out;
}

/** The grace notes before a note; it, or the one before, is shortened here. */
function graces({ grace }: SheetNote, main: Sounding, before: Sounding | undefined): Sounding[] {
  if (!grace) return [];
  const asked = parseFraction(grace.takes);
  const free = grace.from === 'main' ? main.length : main.start.sub(before ? before.start : new Fraction(0));
  // Something is always left of the note that gives.
  const taken = asked.lt(free) ? asked : free.div(2);
  if (taken.lte(0)) return [];
  let start = grace.from === 'main' ? main.start : main.start.sub(taken);
  if (grace.from === 'main') {
    main.start = main.start.add(taken);
    main.length = main.length.sub(taken);
  } else if (before && before.start.add(before.length).gt(start)) {
    before.length = start.sub(before.start);
  }
  const values = grace.values.map((base) => lengthOf({ base }));
  const sum = values.reduce((a, b) => a.add(b));
  return values.map((value) => {
    const length = taken.mul(value).div(sum);
    const sounding = { start, length, grace: true, accent: false, written: main.written };
    start = start.add(length);
    return sounding;
  });
}

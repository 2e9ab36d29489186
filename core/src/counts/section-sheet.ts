/**
 * The line that a plan asks for, as notes to read from: for plans whose rhythm is written as lengths, without a count sheet. One
 * sheet a section; it holds the rhythm until it comes round to a downbeat.
 */
import { type Plan, type RhythmNote, type Section, groupingOf, realignsAfter } from '../plan/index.ts';
import { Fraction, barLength, lengthOf, parseFraction, ratioOf } from '../time/index.ts';
import { meterOf } from './onsets.ts';
import { type Sheet, type SheetItem, type SheetNote } from './sheet-schema.ts';
import { plainNote, writtenAs } from './spelling.ts';

/** What one looks at is no longer. */
const MOST_BARS = 64;
const MOST_IN_TUPLET = 32;

/** @returns a sheet for each section; null where nothing is written, or where notation has no sign for its lengths. */
export function sectionSheets(plan: Plan): (Sheet | null)[] {
  return plan.sections.map((section) => sheetOf(section, section.name ?? plan.title));
}

function sheetOf(section: Section, title: string): Sheet | null {
  const line = section.play.find(({ rhythm }) => rhythm);
  if (!line?.rhythm) return null;
  const { meter, tempo } = section;
  const bar = barLength(meterOf({ meter }));
  const enters = (line.fromBar ?? (typeof line.from === 'number' ? line.from : 1)) - 1;
  const bars = Math.min(section.bars, enters + cycleBars(line.rhythm, bar), MOST_BARS);
  const pieces = splitAtBars(sounding(line.rhythm, bar, enters, bars), bar, bars);
  const beat = parseFraction(meter.unit);
  // What begins plain and ends inside a tuplet, or the other way round, has to be tied at a beat.
  const items = pieces.map(
    (inBar) => itemsOf(inBar) ?? itemsOf(inBar.flatMap((piece) => atBeats(piece, beat))),
  );
  if (!items.every((found) => found !== null)) return null;
  const group = groupingOf(line.rhythm)?.notes;
  return {
    format: 'feldspar-sheet',
    version: 1,
    title,
    meter,
    tempo: { bpm: tempo.bpm, beat: tempo.beat },
    counted: meter.unit,
    ...(group ? { group } : {}),
    bars: items.map((found) => ({ items: found })),
  };
}

function cycleBars(rhythm: readonly RhythmNote[], bar: Fraction): number {
  const length = rhythm.reduce((sum, { dur }) => sum.add(parseFraction(dur)), new Fraction(0));
  try {
    return realignsAfter(1, length, bar).div(bar).valueOf();
  } catch {
    return MOST_BARS;
  }
}

type Marks = Omit<SheetNote, 'value' | 'dots'>;

interface Piece {
  start: Fraction;
  length: Fraction;
  marks: Marks;
}

/** The rhythm again and again to the end of the bars, from where it enters. */
function sounding(rhythm: readonly RhythmNote[], bar: Fraction, enters: number, bars: number): Piece[] {
  const end = bar.mul(bars);
  let at = bar.mul(enters);
  const pieces: Piece[] = Array.from({ length: enters }, (_, i) => ({
    start: bar.mul(i),
    length: bar,
    marks: { rest: true },
  }));
  for (let i = 0; at.lt(end); i = (i + 1) % rhythm.length) {
    const { dur, rest, accent, sticking } = rhythm[i];
    const whole = parseFraction(dur);
    const length = at.add(whole).gt(end) ? end.sub(at) : whole;
    const marks: Marks = rest
      ? { rest: true }
      : { ...(accent ? { accent } : {}), ...(isSticking(sticking) ? { sticking } : {}) };
    pieces.push({ start: at, length, marks });
    at = at.add(whole);
  }
  return pieces;
}

/** What a sheet may hold. */
const isSticking = (text: string | undefined) => text !== undefined && /^[A-Za-z]{1,8}$/.test(text);

/** Bar by bar; what is held over a barline is tied, and carries its marks only once. */
function splitAtBars(pieces: readonly Piece[], bar: Fraction, bars: number): Piece[][] {
  const split: Piece[][] = Array.from({ length: bars }, () => []);
  for (const { start, length, marks } of pieces) {
    let [at, left, own] = [start, length, marks];
    while (left.gt(0)) {
      const index = Math.floor(at.div(bar).valueOf());
      const room = bar.mul(index + 1).sub(at);
      const here = left.lt(room) ? left : room;
      left = left.sub(here);
      const tie = left.gt(0) && !marks.rest ? { tie: true } : {};
      split[index].push({ start: at, length: here, marks: { ...own, ...tie } });
      at = at.add(here);
      own = marks.rest ? { rest: true } : {};
    }
  }
  return split;
}

/** A piece with an odd length, cut at the beats it crosses. */
function atBeats(piece: Piece, beat: Fraction): Piece[] {
  if (oddPart(piece.length) === 1) return [piece];
  const { start, length, marks } = piece;
  const room = beat.sub(start.mod(beat));
  if (length.lte(room)) return [piece];
  const first = { start, length: room, marks: marks.rest ? marks : { ...marks, tie: true } };
  const rest: Marks = marks.rest ? { rest: true } : marks.tie ? { tie: true } : {};
  return [first, ...atBeats({ start: start.add(room), length: length.sub(room), marks: rest }, beat)];
}

/** A bar as notes and tuplets; null where there is no sign for it. */
function itemsOf(pieces: readonly Piece[]): SheetItem[] | null {
  const items: SheetItem[] = [];
  for (let i = 0; i < pieces.length;) {
    const odd = oddPart(pieces[i].length);
    if (odd === 1) {
      const notes = plainNotes(pieces[i++]);
      if (!notes) return null;
      items.push(...notes);
      continue;
    }
    const count = tupletLength(pieces, i, odd);
    const inner = pieces.slice(i, i + count).map((piece) => noteInTuplet(piece, odd));
    if (count === 0 || !inner.every((note) => note !== null)) return null;
    items.push({ tuplet: { notes: odd, inTimeOf: powerBelow(odd) }, items: inner });
    i += count;
  }
  return items;
}

function plainNotes({ length, marks: { tie, ...marks } }: Piece): SheetNote[] | null {
  const notes = writtenAs(length, marks);
  const written = notes.reduce(
    (sum, { value, dots }) => sum.add(lengthOf({ base: value, dots })),
    new Fraction(0),
  );
  if (!written.equals(length)) return null;
  return tie ? [...notes.slice(0, -1), { ...notes[notes.length - 1], tie }] : notes;
}

function noteInTuplet({ length, marks }: Piece, odd: number): SheetNote | null {
  const note = plainNote(length.mul(odd).div(powerBelow(odd)));
  return note && { value: note.value, ...(note.dots ? { dots: note.dots } : {}), ...marks };
}

/** How many pieces from there on fill whole tuplets of that kind; 0 where they never do. */
function tupletLength(pieces: readonly Piece[], from: number, odd: number): number {
  let sum = new Fraction(0);
  for (let i = from; i < pieces.length && i - from < MOST_IN_TUPLET; i++) {
    sum = sum.add(pieces[i].length);
    if (oddPart(sum) === 1) return i - from + 1;
    if (oddPart(pieces[i].length) !== odd && oddPart(pieces[i].length) !== 1) return 0;
  }
  return 0;
}

/** What is left of a length's denominator without its twos: 1 for plain notes, 3 for triplets. */
function oddPart(length: Fraction): number {
  let { d } = ratioOf(length);
  while (d % 2 === 0) d /= 2;
  return d;
}

const powerBelow = (odd: number) => 2 ** Math.floor(Math.log2(odd));

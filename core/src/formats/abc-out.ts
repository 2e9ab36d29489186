/**
 * A count sheet as ABC (standard 2.1, abcnotation.com): one line, one pitch, with ties, dots, tuplets, grace notes, accents and stickings.
 * What ABC has no sign for, as the note that is counted and the time of grace notes, stands in a remark (`N:`).
 */
import { type Sheet, type SheetNote, isTuplet, meterOf, writtenNotes } from '../counts/index.ts';
import { Fraction, NOTE_BASES, lengthOf, meterName, parseFraction } from '../time/index.ts';
import { type Remark, remarkOf } from './read-sheet.ts';

/** Begins the remark. */
export const REMARK = 'feldspar ';
/** The middle of a line of one. */
const PITCH = 'B';
const QUARTER = new Fraction(1, 4);

export interface AbcOptions {
  /** The title and the remark; left out where the page says it already. */
  title?: boolean;
  /** Left out of excerpts. */
  tempo?: boolean;
  /** The last barline ends the piece; else it goes on. */
  end?: boolean;
  /** By bar, what stands above its first note. */
  marks?: ReadonlyMap<number, string>;
  /** Room between lines for what is written under them, in points. */
  roomBelow?: number;
  barsALine?: number;
}

export function sheetToAbc(
  sheet: Sheet,
  { title = true, tempo = true, end = true, marks, roomBelow, barsALine = 4 }: AbcOptions = {},
): string {
  const beam = beamLength(sheet);
  const written = writtenNotes(sheet);
  let next = 0;
  const bars = sheet.bars.map(({ items }, bar) => {
    const mark = marks?.get(bar);
    let text = mark ? `"^${mark}"` : '';
    for (const item of items) {
      const inner = isTuplet(item) ? item.items : [item];
      const { position } = written[next];
      // A space parts the beams.
      if (text !== '' && (position.mod(beam).equals(0) || isTuplet(item))) text += ' ';
      if (isTuplet(item)) text += `(${item.tuplet.notes}:${item.tuplet.inTimeOf}:${inner.length}`;
      text += inner.map(noteText).join('');
      if (isTuplet(item)) text += ' ';
      next += inner.length;
    }
    return text.trim();
  });
  const { bpm, beat } = sheet.tempo;
  const head = [
    ...(roomBelow === undefined ? [] : [`%%staffsep ${roomBelow}`]),
    'X:1',
    ...(title ? [`T:${sheet.title.replace(/[\r\n%\\]/g, ' ')}`] : []),
    `M:${abcMeter(sheet)}`,
    'L:1/1',
    ...(tempo && Number.isFinite(Number(bpm)) ? [`Q:${beat}=${bpm}`] : []),
    ...(title ? [`N:${REMARK}${JSON.stringify(abcRemarkOf(sheet))}`] : []),
    // Stems up: what is counted stands below.
    'V:1 clef=perc stafflines=1 stem=up',
    'K:C',
  ];
  return `${head.join('\n')}\n${lines(bars, barsALine)} ${end ? '|]' : '|'}\n`;
}

/** With what ABC has no sign for, but MusicXML has. */
function abcRemarkOf(sheet: Sheet): Remark {
  const graces = writtenNotes(sheet).flatMap(({ note: { grace, rest } }) =>
    grace && !rest ? [`${grace.takes}${grace.from === 'main' ? '=' : '<'}`] : [],
  );
  return {
    ...remarkOf(sheet),
    ...(sheet.pickup ? { pickup: true } : {}),
    ...(graces.length > 0 ? { graces } : {}),
  };
}

function lines(bars: readonly string[], barsALine: number): string {
  return bars
    .map((bar, i) => bar + (i === bars.length - 1 ? '' : (i + 1) % barsALine === 0 ? ' |\n' : ' | '))
    .join('');
}

function noteText({ value, dots, rest, tie, accent, sticking, grace }: SheetNote): string {
  const length = lengthText(lengthOf({ base: value, dots }));
  if (rest) return `z${length}`;
  const small = grace
    ? `{${grace.values.map((base) => PITCH + lengthText(parseFraction(NOTE_BASES[base]).mul(8))).join('')}}`
    : '';
  return `${sticking ? `"^${sticking}"` : ''}${accent ? '!>!' : ''}${small}${PITCH}${length}${tie ? '-' : ''}`;
}

function lengthText(length: Fraction): string {
  const text = length.toFraction();
  return text === '1' ? '' : text.replace(/^1\//, '/');
}

/** ABC knows meters of one number over another; others are written out in the smallest unit. */
function abcMeter(sheet: Sheet): string {
  const meter = meterOf(sheet);
  const { n, d } = { n: meter.unit.n, d: meter.unit.d };
  if (meter.groups && n === 1n) return `(${meter.groups.join('+')})/${d}`;
  return n === 1n ? meterName(meter) : `${BigInt(meter.beats) * n}/${d}`;
}

/** Notes are beamed by the beat: dotted quarters in 6/8, 9/8 and 12/8, else the meter's unit, a quarter at least. */
function beamLength(sheet: Sheet): Fraction {
  const { beats, unit } = meterOf(sheet);
  if (unit.equals('1/8') && beats % 3 === 0) return new Fraction(3, 8);
  return unit.lt(QUARTER) ? QUARTER : unit;
}

/**
 * ABC (standard 2.1, abcnotation.com) as a count sheet: the first tune's first voice, as rhythm. The text is parsed by abcjs; what a sheet
 * cannot hold is listed, nothing is left out silently.
 */
import abcjs from 'abcjs';
import {
  type Sheet,
  type SheetItem,
  type SheetNote,
  type SheetTuplet,
  isTuplet,
  plainNote,
  writtenAs,
  writtenLength,
} from '../counts/index.ts';
import { Fraction, type NoteBase, barLength, isFractionText, parseFraction } from '../time/index.ts';
import { REMARK } from './abc-out.ts';
import { Losses } from './losses.ts';
import { type ReadSheet, type Remark, readRemark, readSheet } from './read-sheet.ts';

/** A tune of one line is some kilobytes. */
const MOST_LETTERS = 60_000;
const MOST_REST_BARS = 512;
const DEFAULT_GRACE = { takes: '1/16', from: 'before' } as const;
/** The middle of the staff, where a rhythm of one line is written. */
const MIDDLE = 6;

/** What abcjs gives, as far as it is read here; its own types leave most of it open. */
interface ParsedTune {
  warnings?: string[];
  metaText: { title?: string; notes?: string; tempo?: { duration?: number[]; bpm?: number } } & Record<
    string,
    unknown
  >;
  lines: { staff?: ParsedStaff[] }[];
}
interface ParsedStaff {
  voices: ParsedItem[][];
  meter?: { type: string; value?: { num: string; den?: string }[] };
  key?: { accidentals?: unknown[] };
}
interface ParsedItem {
  el_type: string;
  type?: string;
  startEnding?: string;
  duration: number;
  rest?: { type: string; text?: number };
  pitches?: { pitch: number; startTie?: object; startSlur?: object }[];
  chord?: { name: string; position?: string }[];
  decoration?: string[];
  gracenotes?: { duration: number }[];
  lyric?: unknown[];
  startTriplet?: number;
  tripletMultiplier?: number;
  endTriplet?: boolean;
  /** Where it stands in the text, its tuplet's sign included. */
  startChar: number;
}

export function readAbc(text: string): ReadSheet {
  if (text.length > MOST_LETTERS) return { problem: 'The text is longer than 60 000 letters; no rhythm is.' };
  try {
    const [tune, ...others] = abcjs.parseOnly(text) as unknown as ParsedTune[];
    const reading = new Reading(text);
    if (others.length > 0) reading.lose(`${others.length} more tunes`);
    return reading.tune(tune);
  } catch (error) {
    return { problem: `The text cannot be read as ABC. ${(error as Error).message}` };
  }
}

/** Header fields that are read; whatever else a head says is no rhythm. */
const READ_FIELDS = ['title', 'tempo', 'notes'];

class Reading extends Losses {
  private meter: Sheet['meter'] = { beats: 4, unit: '1/4' };
  private remark: Remark | null = null;
  private readonly bars: { items: SheetItem[] }[] = [];
  private items: SheetItem[] = [];
  private tuplet: SheetTuplet | null = null;
  private graces = 0;
  private readonly text: string;

  constructor(text: string) {
    super();
    this.text = text;
  }

  tune({ metaText, lines, warnings = [] }: ParsedTune): ReadSheet {
    const notes = metaText.notes ?? '';
    this.remark = notes.startsWith(REMARK) ? readRemark(notes.slice(REMARK.length)) : null;
    if (notes && !this.remark) this.lose('remarks');
    if (Object.keys(metaText).some((name) => !READ_FIELDS.includes(name)))
      this.lose('credits and other header fields');
    if (warnings.length > 0) this.lose(`${warnings.length} signs that are not understood`);
    const staves = lines.flatMap(({ staff }) => (staff ? [staff] : []));
    if (lines.length > staves.length) this.lose('text between the lines');
    staves.forEach((staff, i) => this.line(staff, i === 0));
    this.endBar();
    if (this.bars.length === 0) return { problem: 'The tune has no notes.' };
    const { tempo } = metaText;
    const beat = tempo?.duration?.reduce((a, b) => a + b, 0);
    // ABC says nothing of a pickup but that its bar is short.
    const pickup =
      !this.remark && this.bars.length > 1 && itemsLength(this.bars[0].items).lt(this.barLength());
    return readSheet(
      {
        title: metaText.title ?? 'From ABC',
        meter: this.meter,
        tempo:
          tempo?.bpm && beat
            ? { bpm: tempo.bpm, beat: new Fraction(beat).toFraction() }
            : { bpm: 72, beat: this.meter.unit },
        counted: this.meter.unit,
        ...(pickup ? { pickup } : {}),
        ...this.remark,
        graces: undefined,
        bars: this.bars,
      },
      this.list(),
    );
  }

  private barLength(): Fraction {
    return barLength({ beats: this.meter.beats, unit: parseFraction(this.meter.unit) });
  }

  private line([staff, ...staves]: ParsedStaff[], first: boolean): void {
    if (staves.length > 0 || staff.voices.length > 1) this.lose('further voices');
    if (staff.meter) this.meterOf(staff.meter, first);
    if (staff.key?.accidentals?.length) this.lose('the key signature');
    for (const item of staff.voices[0] ?? []) this.item(item);
  }

  private meterOf({ type, value }: NonNullable<ParsedStaff['meter']>, first: boolean): void {
    if (!first) {
      this.lose('changes of meter');
      return;
    }
    if (type === 'cut_time') this.meter = { beats: 2, unit: '1/2' };
    if (type !== 'specified') return;
    const groups = (value?.[0].num ?? '').split('+').map(Number);
    const beats = groups.reduce((a, b) => a + b, 0);
    const unit = `1/${value?.[0].den ?? ''}`;
    if (value?.length !== 1 || !Number.isInteger(beats) || !isFractionText(unit))
      this.lose('a meter of several parts');
    else this.meter = { beats, unit, ...(groups.length > 1 ? { groups } : {}) };
  }

  private item(item: ParsedItem): void {
    if (item.el_type === 'note') this.note(item);
    else if (item.el_type === 'bar') {
      if (item.type?.includes('repeat')) this.lose('repeats');
      if (item.startEnding) this.lose('endings of repeats');
      this.endBar();
    } else if (item.el_type === 'meter') this.lose('changes of meter');
    else if (item.el_type === 'tempo') this.lose('changes of tempo');
    else if (item.el_type === 'key') this.lose('the key signature');
    else if (item.el_type === 'overlay') this.lose('further voices');
    else if (item.el_type === 'part') this.lose('names of parts');
  }

  private endBar(): void {
    this.tuplet = null;
    if (this.items.length === 0) return;
    this.bars.push({ items: this.items });
    this.items = [];
  }

  private note(item: ParsedItem): void {
    if (item.rest?.type.endsWith('multimeasure')) {
      this.restBars(Math.min(MOST_REST_BARS, item.rest.text ?? 1));
      return;
    }
    // A spacer takes no time.
    if (item.rest?.type === 'spacer') return;
    if (item.startTriplet && item.tripletMultiplier) {
      const notes = item.startTriplet;
      const inTimeOf = this.standardTime(item) ?? Math.round(notes * item.tripletMultiplier);
      this.tuplet = { tuplet: { notes, inTimeOf }, items: [] };
      this.items.push(this.tuplet);
    }
    const length = item.rest?.type === 'whole' ? this.wholeRest() : new Fraction(item.duration);
    const carried = this.marksOf(item);
    const marks = item.rest ? { rest: true } : carried;
    const plain = plainNote(length);
    const notes = plain
      ? [{ value: plain.value, ...(plain.dots ? { dots: plain.dots } : {}), ...marks }]
      : this.spelled(length, marks);
    (this.tuplet?.items ?? this.items).push(...notes);
    if (item.endTriplet) this.tuplet = null;
  }

  /** (5, (7 and (9 alone are in the time of three in compound meters (standard 2.1, section 4.13); abcjs always takes two. */
  private standardTime({ startChar }: ParsedItem): number | null {
    const { beats, unit } = this.meter;
    const compound = unit === '1/8' && beats > 3 && beats % 3 === 0;
    return compound && /^\s*\([579](?![:\d])/.test(this.text.slice(startChar, startChar + 20)) ? 3 : null;
  }

  /** A whole rest in a shorter bar fills that bar; our own writer means what it says. */
  private wholeRest(): Fraction {
    return this.remark ? new Fraction(1) : this.barLength();
  }

  private spelled(length: Fraction, marks: Partial<SheetNote>): SheetNote[] {
    if (64n % length.d !== 0n) this.lose('notes shorter than a sixty-fourth');
    return writtenAs(length, marks);
  }

  private restBars(bars: number): void {
    this.endBar();
    for (let i = 0; i < bars; i++) {
      this.items = writtenAs(this.barLength(), { rest: true });
      this.endBar();
    }
  }

  private marksOf(item: ParsedItem): Partial<SheetNote> {
    const { pitches = [], decoration = [], chord = [] } = item;
    if (pitches.length > 1) this.lose('notes of chords');
    if (pitches.some(({ pitch }) => pitch !== MIDDLE)) this.lose('pitches');
    if (pitches.some(({ startSlur }) => startSlur)) this.lose('slurs');
    if (item.lyric) this.lose('words under notes');
    if (decoration.some((name) => name !== 'accent')) this.lose('ornaments and other signs');
    const grace = this.graceOf(item.gracenotes);
    const sticking = this.stickingOf(chord);
    return {
      ...(pitches[0]?.startTie ? { tie: true } : {}),
      ...(decoration.includes('accent') ? { accent: true } : {}),
      ...(sticking ? { sticking } : {}),
      ...(grace ? { grace } : {}),
    };
  }

  /** A remark above a note; of other programs' only what is plainly a hand. */
  private stickingOf(chord: NonNullable<ParsedItem['chord']>): string | null {
    const hand = this.remark ? /^[A-Za-z]{1,8}$/ : /^[RrLl]{1,4}$/;
    const found = chord.find(({ name, position }) => position === 'above' && hand.test(name));
    if (chord.length > (found ? 1 : 0)) this.lose('chord symbols and remarks');
    return found?.name ?? null;
  }

  private graceOf(notes: ParsedItem['gracenotes']): SheetNote['grace'] | null {
    if (!notes?.length) return null;
    const values = notes.map(({ duration }) => plainNote(new Fraction(duration))?.value ?? 'sixteenth');
    const said = this.remark?.graces?.[this.graces++];
    if (!said) {
      this.lose('grace notes with no time of their own (they are given a sixteenth)');
      return { values: values as NoteBase[], ...DEFAULT_GRACE };
    }
    return { values, takes: said.slice(0, -1), from: said.endsWith('=') ? 'main' : 'before' };
  }
}

function itemsLength(items: readonly SheetItem[]): Fraction {
  return items
    .flatMap((item) =>
      isTuplet(item) ? item.items.map((note) => writtenLength(note, item.tuplet)) : [writtenLength(item)],
    )
    .reduce((a, b) => a.add(b), new Fraction(0));
}

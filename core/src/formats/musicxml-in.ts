/**
 * MusicXML as a count sheet: the first part's first voice, as rhythm. What a sheet cannot hold is listed; nothing is left out silently.
 * Plain files, and `.mxl` (a ZIP whose container names the score).
 */
import { strFromU8, unzipSync } from 'fflate';
import { MOST_BARS, type Sheet, type SheetItem, type SheetNote, writtenAs } from '../counts/index.ts';
import { Fraction, type NoteBase, isFractionText, lengthOf } from '../time/index.ts';
import { Losses } from './losses.ts';
import { REMARK, XML_TYPES } from './musicxml-out.ts';
import { type ReadSheet, readRemark, readSheet } from './read-sheet.ts';
import { type Element, child, children, readXml, textOf } from './xml.ts';

/** A score of this kind is some hundred kilobytes, unpacked too. */
const MOST_BYTES = 4_000_000;
const DEFAULT_GRACE = '1/16';

export function readMusicXmlFile(bytes: Uint8Array): ReadSheet {
  if (bytes.length > MOST_BYTES) return { problem: 'The file is larger than 4 MB; no rhythm is.' };
  try {
    const zipped = bytes[0] === 0x50 && bytes[1] === 0x4b;
    return readMusicXml(strFromU8(zipped ? unpacked(bytes) : bytes));
  } catch (error) {
    return { problem: `The file cannot be read as MusicXML. ${(error as Error).message}` };
  }
}

/** The score of a `.mxl`: what META-INF/container.xml names first. Only these two are unpacked, and only up to a size. */
function unpacked(bytes: Uint8Array): Uint8Array {
  const one = (name: string) => {
    const files = unzipSync(bytes, {
      filter: (file) => {
        if (file.name !== name) return false;
        if (file.originalSize > MOST_BYTES) throw new Error(`${name} unpacks to more than 4 MB.`);
        return true;
      },
    });
    const found = files[name] as Uint8Array | undefined;
    if (!found) throw new Error(`It holds no ${name}.`);
    return found;
  };
  const container = readXml(strFromU8(one('META-INF/container.xml')));
  const path = child(child(container, 'rootfiles'), 'rootfile')?.attributes['full-path'] ?? '';
  if (path === '' || path.startsWith('/') || path.split(/[\\/]/).includes('..'))
    throw new Error('Its container names no score inside the file.');
  return one(path);
}

export function readMusicXml(text: string): ReadSheet {
  let root: Element;
  try {
    root = readXml(text);
  } catch (error) {
    return { problem: (error as Error).message };
  }
  if (root.name !== 'score-partwise')
    return {
      problem: `It is ${root.name}; only partwise scores are read. Export it as “MusicXML, partwise”.`,
    };
  const [part, ...otherParts] = children(root, 'part');
  if (!part) return { problem: 'The score has no part.' };
  const reading = new Reading();
  if (otherParts.length > 0) reading.lose(`${otherParts.length} more parts`);
  const measures = children(part, 'measure');
  if (measures.length > MOST_BARS)
    return { problem: `The score has ${measures.length} bars; ${MOST_BARS} is the most.` };
  const bars = measures.map((measure) => ({ items: reading.measure(measure) }));
  const [first] = measures;
  const identification = child(root, 'identification');
  const remark = readRemark(
    children(child(identification, 'miscellaneous'), 'miscellaneous-field').find(
      ({ attributes }) => attributes.name === REMARK,
    )?.text,
  );
  if (child(identification, 'creator') || child(identification, 'rights')) reading.lose('credits and rights');
  const unit = reading.meter?.unit ?? '1/4';
  const document = {
    title: (textOf(root, 'work', 'work-title') ?? textOf(root, 'movement-title') ?? '') || 'From MusicXML',
    meter: reading.meter ?? { beats: 4, unit },
    tempo: reading.tempo ?? { bpm: 72, beat: unit },
    counted: unit,
    ...remark,
    ...(first?.attributes.implicit === 'yes' ? { pickup: true } : {}),
    bars,
  };
  return readSheet(document, reading.list());
}

/** Bar by bar, with what was found on the way. */
class Reading extends Losses {
  meter: Sheet['meter'] | null = null;
  tempo: Sheet['tempo'] | null = null;
  private divisions = new Fraction(1);
  private graces: { value: NoteBase; percent: number | null; from: 'main' | 'before' }[] = [];
  private before: Fraction | null = null;

  measure(measure: Element): SheetItem[] {
    const items: SheetItem[] = [];
    let tuplet: Extract<SheetItem, { tuplet: object }> | null = null;
    for (const element of measure.children) {
      if (element.name === 'attributes') this.attributes(element);
      else if (element.name === 'direction') this.direction(element);
      else if (element.name === 'backup' || element.name === 'forward') this.lose('further voices');
      else if (element.name === 'harmony') this.lose('chord symbols');
      else if (element.name === 'barline' && child(element, 'repeat')) this.lose('repeats');
      if (element.name !== 'note') continue;
      if (child(element, 'chord')) {
        this.lose('notes of chords');
        continue;
      }
      if ((textOf(element, 'voice') ?? '1') !== '1') {
        this.lose('notes of further voices');
        continue;
      }
      if (child(element, 'grace')) {
        this.grace(element);
        continue;
      }
      const { note, share } = this.note(element);
      for (const one of note) {
        if (!share) {
          items.push(one);
          continue;
        }
        const edges = children(child(element, 'notations'), 'tuplet').map(
          ({ attributes }) => attributes.type,
        );
        const goes = tuplet?.tuplet.notes === share.notes && tuplet.tuplet.inTimeOf === share.inTimeOf;
        if (!tuplet || !goes || edges.includes('start')) {
          tuplet = { tuplet: share, items: [] };
          items.push(tuplet);
        }
        tuplet.items.push(one);
        if (edges.includes('stop')) tuplet = null;
      }
      if (!share) tuplet = null;
    }
    return items;
  }

  private attributes(element: Element): void {
    const divisions = Number(textOf(element, 'divisions') ?? NaN);
    if (Number.isInteger(divisions) && divisions > 0) this.divisions = new Fraction(divisions);
    const time = child(element, 'time');
    if (!time) return;
    const groups = (textOf(time, 'beats') ?? '').split('+').map(Number);
    const type = Number(textOf(time, 'beat-type'));
    const beats = groups.reduce((a, b) => a + b, 0);
    const meter = { beats, unit: `1/${type}`, ...(groups.length > 1 ? { groups } : {}) };
    if (!Number.isInteger(beats) || !Number.isInteger(type) || children(time, 'beats').length > 1)
      this.lose('a meter of several parts');
    else if (this.meter && JSON.stringify(this.meter) !== JSON.stringify(meter))
      this.lose('changes of meter');
    else this.meter = meter;
  }

  private direction(element: Element): void {
    for (const type of children(element, 'direction-type')) {
      const metronome = child(type, 'metronome');
      const base = baseOf(textOf(metronome, 'beat-unit'));
      const bpm = Number(textOf(metronome, 'per-minute') ?? NaN);
      if (metronome && base && Number.isFinite(bpm) && !this.tempo) {
        const dots = Math.min(2, children(metronome, 'beat-unit-dot').length) as 0 | 1 | 2;
        this.tempo = { bpm, beat: lengthOf({ base, dots }).toFraction() };
      } else if (metronome) this.lose('changes of tempo');
      else if (type.children.some(({ name, text }) => name !== 'words' || text.trim() !== ''))
        this.lose('dynamics and words');
    }
  }

  private grace(element: Element): void {
    const attributes = child(element, 'grace')!.attributes;
    const [following, previous] = [attributes['steal-time-following'], attributes['steal-time-previous']];
    const said = following ?? previous;
    this.graces.push({
      value: baseOf(textOf(element, 'type')) ?? 'eighth',
      percent: said === undefined || !Number.isFinite(Number(said)) ? null : Number(said),
      from: following === undefined ? 'before' : 'main',
    });
  }

  private note(element: Element): { note: SheetNote[]; share: { notes: number; inTimeOf: number } | null } {
    const rest = child(element, 'rest') !== undefined;
    const change = child(element, 'time-modification');
    const share = change
      ? { notes: Number(textOf(change, 'actual-notes')), inTimeOf: Number(textOf(change, 'normal-notes')) }
      : null;
    const value = baseOf(textOf(element, 'type'));
    const duration = new Fraction(Number(textOf(element, 'duration') ?? 0)).div(this.divisions).div(4);
    const notations = child(element, 'notations');
    if (child(element, 'lyric')) this.lose('words under notes');
    if (child(element, 'pitch')) this.lose('pitches');
    const tie = children(element, 'tie').some(({ attributes }) => attributes.type === 'start');
    const accent = children(notations, 'articulations').some((marks) => child(marks, 'accent'));
    const finger = textOf(
      children(notations, 'technical').find((marks) => child(marks, 'fingering')),
      'fingering',
    );
    const sticking = finger && /^[A-Za-z]{1,8}$/.test(finger) ? finger : null;
    const dots = Math.min(2, children(element, 'dot').length) as 0 | 1 | 2;
    const length = value
      ? lengthOf({
          base: value,
          dots,
          ...(share ? { tuplet: { actual: share.notes, normal: share.inTimeOf } } : {}),
        })
      : duration;
    const grace = this.takenGrace(length);
    this.before = length;
    const marks = {
      ...(rest ? { rest: true } : {}),
      ...(tie && !rest ? { tie: true } : {}),
      ...(accent ? { accent: true } : {}),
      ...(sticking ? { sticking } : {}),
      ...(grace && !rest ? { grace } : {}),
    };
    if (value) return { note: [{ value, ...(dots ? { dots } : {}), ...marks }], share };
    // A rest of a whole bar has no value of its own.
    return { note: writtenAs(duration, marks), share: null };
  }

  private takenGrace(main: Fraction): SheetNote['grace'] | null {
    const [first] = this.graces;
    if (!first) return null;
    const percent = this.graces.reduce<number | null>(
      (sum, one) => (sum === null || one.percent === null ? null : sum + one.percent),
      0,
    );
    const giver = first.from === 'main' ? main : (this.before ?? main);
    const takes =
      percent === null ? null : giver.mul(new Fraction(percent / 100).simplify(1e-7)).toFraction();
    if (takes === null) this.lose('grace notes with no time of their own (they are given a sixteenth)');
    const grace = {
      values: this.graces.map(({ value }) => value),
      takes: takes !== null && isFractionText(takes) && takes !== '0' ? takes : DEFAULT_GRACE,
      from: first.from,
    };
    this.graces = [];
    return grace;
  }
}

function baseOf(type: string | null): NoteBase | null {
  return (Object.keys(XML_TYPES) as NoteBase[]).find((base) => XML_TYPES[base] === type) ?? null;
}

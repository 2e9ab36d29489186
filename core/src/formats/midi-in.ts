/**
 * Tempo map and meters of a Standard MIDI File as a plan to build on: a section for each stretch of bars with one meter and
 * one tempo, the click on every beat. What a plan cannot hold is listed, never dropped in silence.
 */
import type { MidiData } from 'midi-file';
import { type Plan, type Section, planSchema } from '../plan/index.ts';
import { Fraction, fitForDocument } from '../time/index.ts';
import { parseMidiFile } from './midi-file.ts';

const MOST_BARS = 4000;
const DEFAULT_MICROSECONDS = 500_000;

export type MidiImport =
  | { plan: Plan; notes: string[]; problem?: undefined }
  | { plan?: undefined; notes?: undefined; problem: string };

/** @param name the file's name, for the title and for what is wrong. */
export function planOfMidi(bytes: Uint8Array, name: string): MidiImport {
  const refuse = (why: string): MidiImport => ({ problem: `${name}: ${why}` });
  const { midi, problem } = parseMidiFile(bytes, 'no tempo map');
  if (problem !== undefined) return refuse(problem);
  const perQuarter = midi.header.ticksPerBeat;
  if (!perQuarter) return refuse('it counts in film frames, not in notes, so it has no tempo to build on.');
  return planOf(midi, perQuarter, name.replace(/\.midi?$/i, ''));
}

interface Change<Value> {
  tick: number;
  value: Value;
}

function planOf(midi: MidiData, perQuarter: number, title: string): MidiImport {
  const tempos: Change<number>[] = [];
  const meters: Change<{ beats: number; unit: number }>[] = [];
  let end = 0;
  for (const track of midi.tracks) {
    let tick = 0;
    for (const event of track) {
      tick += event.deltaTime;
      if (event.type === 'setTempo' && event.microsecondsPerBeat > 0) {
        tempos.push({ tick, value: event.microsecondsPerBeat });
      }
      if (event.type === 'timeSignature' && event.numerator > 0) {
        meters.push({ tick, value: { beats: event.numerator, unit: event.denominator } });
      }
    }
    end = Math.max(end, tick);
  }
  const notes: string[] = [];
  const sections: Section[] = [];
  let bars = 0;
  const tempo = inOrder(tempos);
  const metre = inOrder(meters);
  for (let tick = 0; tick < end || bars === 0; bars++) {
    if (bars >= MOST_BARS) {
      notes.push(`Only the first ${MOST_BARS} bars are taken.`);
      break;
    }
    const meter = metre.at(tick) ?? { beats: 4, unit: 4 };
    const microseconds = tempo.at(tick) ?? DEFAULT_MICROSECONDS;
    const length = (meter.beats * 4 * perQuarter) / meter.unit;
    const inside = tempo.until(tick + length).some((value) => value !== microseconds);
    if (inside)
      notes.push(`Bar ${bars + 1}: the tempo changes inside the bar; the bar keeps its first tempo.`);
    if (metre.until(tick + length).length > 0) {
      notes.push(`Bar ${bars + 1}: the meter changes inside the bar; the change waits for the barline.`);
    }
    addBar(sections, meter, microseconds);
    tick += length;
  }
  const plan = planSchema.safeParse({
    format: 'feldspar-plan',
    version: 1,
    title: title.slice(0, 160) || 'From a MIDI file',
    countIn: { bars: 1 },
    sections,
  });
  if (!plan.success) return { problem: `${title}: ${plan.error.issues[0].message}` };
  return { plan: plan.data, notes };
}

/** Changes along the piece, read once from front to back: ticks are asked for in ascending order. */
function inOrder<Value>(changes: readonly Change<Value>[]) {
  // Of several at one tick the last one counts, as the file has them.
  const sorted = [...changes].sort((a, b) => a.tick - b.tick);
  let next = 0;
  let now: Value | undefined;
  return {
    /** In force at a tick. */
    at(tick: number): Value | undefined {
      for (; next < sorted.length && sorted[next].tick <= tick; next++) now = sorted[next].value;
      return now;
    },
    /** Those that come after the tick asked for last, and before this one. */
    until(tick: number): Value[] {
      const values: Value[] = [];
      for (let i = next; i < sorted.length && sorted[i].tick < tick; i++) values.push(sorted[i].value);
      return values;
    },
  };
}

function addBar(sections: Section[], meter: { beats: number; unit: number }, microseconds: number): void {
  const unit = `1/${meter.unit}`;
  const bpm = fitForDocument(new Fraction(60_000_000, microseconds)).toFraction();
  const last = sections.at(-1);
  if (last && last.meter.beats === meter.beats && last.meter.unit === unit && last.tempo.bpm === bpm) {
    last.bars++;
    return;
  }
  sections.push({
    bars: 1,
    meter: { beats: meter.beats, unit },
    tempo: { bpm, beat: '1/4' },
    clicks: [{ every: unit }],
    play: [{ every: unit }],
  });
}

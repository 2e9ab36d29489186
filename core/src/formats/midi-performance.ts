/**
 * A Standard MIDI File of a performance as strokes: which tracks and channels it has, and when each note was struck, how hard and for how
 * long. Times follow the file's own tempo map, or its film frames (SMF 1.0, "Division" and "Set Tempo").
 */
import type { MidiData } from 'midi-file';
import { CHORD_S } from '../timing/index.ts';
import { parseMidiFile } from './midi-file.ts';
import type { ListedOnset } from './onset-lists.ts';

/** One channel of one track. */
export interface MidiPart {
  /** 1 for the first. */
  track: number;
  /** 1 to 16. */
  channel: number;
  /** As the file names the track; empty where it does not. */
  name: string;
  notes: number;
  firstS: number;
  lastS: number;
}

interface PlayedNote extends Required<Pick<ListedOnset, 'timeS' | 'strength'>> {
  /** Index into `parts`. */
  part: number;
  /** Undefined where it is never let go. */
  endS?: number;
}

export interface MidiPerformance {
  parts: MidiPart[];
  /** In order of time. */
  notes: PlayedNote[];
  /** To the end of its longest track. */
  durationS: number;
}

export type PerformanceImport =
  { performance: MidiPerformance; problem?: undefined } | { performance?: undefined; problem: string };

/** More is no performance of one player. */
const MOST_NOTES = 200_000;
/** As a recording. */
const LONGEST_S = 4 * 3600;
const DEFAULT_MICROSECONDS = 500_000;

/** @param name the file's, for what is wrong. */
export function performanceOfMidi(bytes: Uint8Array, name: string): PerformanceImport {
  const { midi, problem } = parseMidiFile(bytes, 'no performance');
  if (problem !== undefined) return { problem: `${name}: ${problem}` };
  const performance = notesOf(midi);
  if (performance.notes.length === 0)
    return { problem: `${name}: it holds no notes. Choose the file of a performance.` };
  if (performance.notes.length > MOST_NOTES)
    return { problem: `${name}: more than ${MOST_NOTES} notes. Save one performance by itself.` };
  if (performance.durationS > LONGEST_S)
    return { problem: `${name}: longer than four hours. Save one performance by itself.` };
  return { performance };
}

/**
 * The strokes of some parts, in order of time; notes of one chord are one stroke, as early as the first of them and as hard as the hardest.
 * @param each a chord is of one part only: each part is a line of its own.
 */
export function strokesOfParts(
  { notes }: MidiPerformance,
  parts: readonly number[],
  each = false,
): PlayedNote[] {
  const wanted = new Set(parts);
  const strokes: PlayedNote[] = [];
  /** By part, or of all. */
  const lasts = new Map<number, PlayedNote>();
  for (const note of notes) {
    if (!wanted.has(note.part)) continue;
    const line = each ? note.part : 0;
    const last = lasts.get(line);
    if (!last || note.timeS - last.timeS > CHORD_S) {
      const stroke = { ...note };
      lasts.set(line, stroke);
      strokes.push(stroke);
      continue;
    }
    last.strength = Math.max(last.strength, note.strength);
    if (last.endS !== undefined && note.endS !== undefined) last.endS = Math.max(last.endS, note.endS);
  }
  return strokes;
}

function notesOf(midi: MidiData): MidiPerformance {
  const secondsAt = clockOf(midi);
  const parts: MidiPart[] = [];
  const notes: PlayedNote[] = [];
  let endTick = 0;
  midi.tracks.forEach((track, index) => {
    const ofChannel = new Map<number, number>();
    /** Struck and not let go, by channel and number; the one struck last is let go first. */
    const held = new Map<number, PlayedNote[]>();
    let tick = 0;
    let name = '';
    const partOf = (channel: number) => {
      let part = ofChannel.get(channel);
      if (part === undefined) {
        part = parts.length;
        parts.push({ track: index + 1, channel: channel + 1, name, notes: 0, firstS: 0, lastS: 0 });
        ofChannel.set(channel, part);
      }
      return part;
    };
    for (const event of track) {
      tick += event.deltaTime;
      if (event.type === 'trackName') name = event.text.trim().slice(0, 80);
      // A note struck with no force is one let go.
      if (event.type === 'noteOn' && event.velocity > 0) {
        const note: PlayedNote = {
          timeS: secondsAt(tick),
          strength: event.velocity / 127,
          part: partOf(event.channel),
        };
        const key = 128 * event.channel + event.noteNumber;
        const sounding = held.get(key);
        if (sounding) sounding.push(note);
        else held.set(key, [note]);
        notes.push(note);
      } else if (event.type === 'noteOff' || event.type === 'noteOn') {
        const note = held.get(128 * event.channel + event.noteNumber)?.pop();
        const endS = secondsAt(tick);
        if (note && endS > note.timeS) note.endS = endS;
      }
    }
    for (const part of ofChannel.values()) parts[part].name = name;
    endTick = Math.max(endTick, tick);
  });
  notes.sort((a, b) => a.timeS - b.timeS);
  for (const { part, timeS } of notes) {
    const of = parts[part];
    if (of.notes++ === 0) of.firstS = timeS;
    of.lastS = timeS;
  }
  return { parts, notes, durationS: secondsAt(endTick) };
}

/** @returns seconds from the beginning of the file at a tick. */
function clockOf({ header, tracks }: MidiData): (tick: number) => number {
  const { ticksPerBeat, framesPerSecond, ticksPerFrame } = header;
  if (!ticksPerBeat) {
    // 29 stands for the 30 drop-frame of television: 30 000 frames in 1001 s.
    const perSecond = framesPerSecond === 29 ? 30_000 / 1001 : (framesPerSecond ?? 25);
    return (tick) => tick / (perSecond * (ticksPerFrame || 1));
  }
  const changes = temposOf(tracks).sort((a, b) => a.tick - b.tick);
  const from = [{ tick: 0, timeS: 0, perTick: DEFAULT_MICROSECONDS / 1e6 / ticksPerBeat }];
  for (const { tick, microseconds } of changes) {
    const last = from[from.length - 1];
    const perTick = microseconds / 1e6 / ticksPerBeat;
    from.push({ tick, timeS: last.timeS + (tick - last.tick) * last.perTick, perTick });
  }
  return (tick) => {
    let [low, high] = [0, from.length - 1];
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (from[middle].tick <= tick) low = middle;
      else high = middle - 1;
    }
    return from[low].timeS + (tick - from[low].tick) * from[low].perTick;
  };
}

function temposOf(tracks: MidiData['tracks']): { tick: number; microseconds: number }[] {
  const changes: { tick: number; microseconds: number }[] = [];
  for (const track of tracks) {
    let tick = 0;
    for (const event of track) {
      tick += event.deltaTime;
      if (event.type === 'setTempo' && event.microsecondsPerBeat > 0)
        changes.push({ tick, microseconds: event.microsecondsPerBeat });
    }
  }
  return changes;
}

/**
 * The timeline: what a plan means. Everything downstream reads it; nothing downstream reads the plan again.
 * Times are seconds from the first beat of the count-in; positions stay exact fractions of a whole note, counted
 * from the start of their bar.
 */
import type { Fraction, Meter } from '../time/index.ts';

export interface Bar {
  /** 1 for the first bar played; the count-in ends with bar 0. */
  number: number;
  kind: 'countIn' | 'play';
  section: number;
  meter: Meter;
  startS: number;
  endS: number;
  /** Beats (of the meter) before this bar, counted from time zero. */
  firstBeat: number;
  /** The plan silences this bar's clicks. */
  silent: boolean;
}

export interface Click {
  timeS: number;
  /** Index into `bars`. */
  bar: number;
  position: Fraction;
  voice: string;
  accent: boolean;
  gainDb: number;
  /** False where a silence swallows it. */
  sounding: boolean;
  /** Which layer of its section it belongs to. */
  layer: number;
  /** Heard in one ear only; in both where nothing is said. */
  side?: 'left' | 'right';
  /** No click: a beat of the record, which is heard there where it sounds. */
  record?: true;
}

export interface Target {
  timeS: number;
  bar: number;
  position: Fraction;
  /** The part that plays it, one of the timeline's `parts`. */
  voice: string;
  /** Which line of its section's document it comes from; several may be one part's. */
  line: number;
  /** Its written length, or to the next target of the same line, or to the end. */
  lengthS: number;
  accent?: boolean;
  sticking?: string;
  /** Its length is judged too. */
  hold?: boolean;
  /** Swing moved it: the line's ratio, long to short, and how much later than straight that makes this note. */
  swing?: { ratio: number; lateS: number };
  /** Free playing: a place where something may be played, and nothing is missed. */
  optional?: boolean;
}

/** Consecutive bars whose clicks are silenced. */
export interface SilentStretch {
  fromS: number;
  toS: number;
  firstBar: number;
  lastBar: number;
}

/** A stretch of the record that sounds. */
export interface RecordStretch {
  fromS: number;
  toS: number;
  /** Seconds of the record at its beginning. */
  recordS: number;
}

/** What sounds of the plan's record, and how. */
export interface RecordOnTimeline {
  recordingId: string;
  name: string;
  /** Seconds of the record a second of the timeline. */
  speed: number;
  gainDb: number;
  /** In order; where the record goes on without a break they are one. */
  stretches: RecordStretch[];
}

export interface Timeline {
  bars: Bar[];
  clicks: Click[];
  targets: Target[];
  /** What plays: a hand, a foot, a voice; in the order in which the plan's lines name them. */
  parts: string[];
  silentStretches: SilentStretch[];
  /** In order, with the numbers of their first and last bars; a bar's `section` is its place here. */
  sections: { name?: string; fromBar: number; toBar: number }[];
  /** The count-in is the plan's own click alone: the player comes in when he has found it, and misses nothing before. */
  entersWhenReady: boolean;
  record?: RecordOnTimeline;
  /** The end of the last bar. */
  endS: number;
}

/** Index of the bar that sounds at `timeS`; clamped to the first and last bar. */
export function barIndexAt(bars: readonly Bar[], timeS: number): number {
  let low = 0;
  let high = bars.length - 1;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (bars[middle].startS <= timeS) low = middle;
    else high = middle - 1;
  }
  return low;
}

/** Seconds of one beat (of the meter) in this bar, on average over the bar. */
export function beatSeconds(bar: Bar): number {
  return (bar.endS - bar.startS) / bar.meter.beats;
}

/** Exact division is dear, and the notes of a bar share their positions from bar to bar. */
const inBeats = new WeakMap<Fraction, { unit: Fraction; beats: number }>();

/** Beats from time zero to a position in a bar; the meter's own beats. */
export function beatOf({ firstBeat, meter: { unit } }: Bar, position: Fraction): number {
  const known = inBeats.get(position);
  if (known?.unit === unit) return firstBeat + known.beats;
  const beats = position.div(unit).valueOf();
  inBeats.set(position, { unit, beats });
  return firstBeat + beats;
}

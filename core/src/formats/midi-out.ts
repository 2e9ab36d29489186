/**
 * A timeline as a Standard MIDI File (SMF 1.0, format 1): tempo map, meters and markers on the first track, clicks on the
 * percussion channel of the second. Ramps become a tempo event a sixteenth, each with the mean tempo of its piece, so that
 * their ends stay true. Percussion keys are those of General MIDI (Level 1 percussion key map; from memory).
 */
import { type Bar, type Plan, PlanError, type Timeline, compile, timeInBar } from '../plan/index.ts';
import { velocityOf } from '../sound/index.ts';
import { Fraction, barLength, ratioOf } from '../time/index.ts';
import { type TimedEvent, type TrackEvent, midiBytes } from './midi-bytes.ts';

export const TICKS_A_QUARTER = 960;
const PERCUSSION = 9;
const NOTE_TICKS = 60;
/** A ramp's tempo is said anew so often, in whole notes. */
const RAMP_STEP = 1 / 16;

/** Set Tempo has three bytes. */
const MOST_MICROSECONDS = 2 ** 24 - 1;

const KEYS: Record<string, number> = {
  wood: 76,
  tick: 37,
  low: 36,
  high: 50,
  snare: 38,
  hat: 42,
  cymbal: 49,
};

/** @throws PlanError when the plan cannot be played, or is slower than a MIDI file can say. */
export function midiOf(plan: Plan): Uint8Array {
  const timeline = compile(plan);
  const startOf = barStarts(timeline);
  const tickOf = (bar: number, position: Fraction) => ticks(startOf[bar].add(position));
  const clicks = timeline.clicks
    .filter(({ sounding, record }) => sounding && !record)
    .flatMap(({ bar, position, voice, accent, gainDb }): TimedEvent[] => {
      const tick = tickOf(bar, position);
      const noteNumber = KEYS[voice] ?? KEYS.wood;
      const common = { channel: PERCUSSION, noteNumber } as const;
      return [
        { tick, event: { ...common, type: 'noteOn', velocity: velocityOf({ accent, gainDb }) } },
        { tick: tick + NOTE_TICKS, event: { ...common, type: 'noteOff', velocity: 0 } },
      ];
    });
  const end = ticks(startOf[timeline.bars.length]);
  const named: TimedEvent = { tick: 0, event: { type: 'trackName', text: 'Clicks' } };
  return midiBytes(
    [
      [...titleOf(plan), ...conductor(plan, timeline, startOf)],
      [named, ...clicks],
    ],
    TICKS_A_QUARTER,
    end,
  );
}

/** Where each bar begins, in whole notes from time zero; one more for the end. */
function barStarts({ bars }: Timeline): Fraction[] {
  const starts = [new Fraction(0)];
  for (const { meter } of bars) starts.push(starts[starts.length - 1].add(barLength(meter)));
  return starts;
}

function ticks(whole: Fraction): number {
  return Math.round(whole.mul(4 * TICKS_A_QUARTER).valueOf());
}

function titleOf({ title }: Plan): TimedEvent[] {
  return [{ tick: 0, event: { type: 'trackName', text: asciiText(title) } }];
}

function conductor(plan: Plan, { bars, silentStretches }: Timeline, startOf: Fraction[]): TimedEvent[] {
  const events: TimedEvent[] = [];
  const put = (whole: Fraction, event: TrackEvent) => events.push({ tick: ticks(whole), event });
  const marker = (bar: number, text: string) => put(startOf[bar], { type: 'marker', text: asciiText(text) });
  bars.forEach((bar, i) => {
    const before: Bar | undefined = bars[i - 1];
    const begins = !before || before.section !== bar.section || before.kind !== bar.kind;
    const signature = signatureOf(bar);
    if (!before || signatureOf(before).key !== signature.key) put(startOf[i], signature.event);
    if (begins)
      marker(i, bar.kind === 'countIn' ? 'count-in' : (plan.sections[bar.section].name ?? 'section'));
    for (const { whole, microseconds } of temposOf(plan, bars, i)) {
      put(startOf[i].add(whole), {
        type: 'setTempo',
        microseconds,
      });
    }
  });
  for (const { firstBar, lastBar } of silentStretches) {
    marker(firstBar, 'silence');
    if (lastBar + 1 < bars.length) marker(lastBar + 1, 'click returns');
  }
  return withoutRepeats(events);
}

/** The tempo at the start of a bar, and through it where it changes. */
function temposOf(plan: Plan, bars: readonly Bar[], i: number): { whole: Fraction; microseconds: number }[] {
  const bar = bars[i];
  const length = barLength(bar.meter);
  const quarterOf = (seconds: number, whole: number) => {
    const microseconds = Math.round((1e6 * seconds) / (4 * whole));
    if (microseconds <= MOST_MICROSECONDS) return microseconds;
    throw new PlanError([
      {
        path: `sections[${bar.section}].tempo`,
        message: 'a MIDI file cannot say a tempo slower than quarter = 3.6; raise it',
      },
    ]);
  };
  const { tempo, record } = plan.sections[bar.section];
  const steady = (tempo.toBpm === undefined && record === undefined) || bar.kind === 'countIn';
  if (steady) {
    return [{ whole: new Fraction(0), microseconds: quarterOf(bar.endS - bar.startS, length.valueOf()) }];
  }
  const secondsAt = timeInBar(plan, bars, i);
  const pieces = Math.max(1, Math.ceil(length.valueOf() / RAMP_STEP));
  return Array.from({ length: pieces }, (_, p) => ({
    whole: length.mul(p, pieces),
    microseconds: quarterOf(secondsAt((p + 1) / pieces) - secondsAt(p / pieces), length.valueOf() / pieces),
  }));
}

function signatureOf({ meter: { beats, unit } }: Bar): { key: string; event: TrackEvent } {
  const { n, d } = ratioOf(unit);
  // The file can only say powers of two below the line; other units are said in the next finer one.
  const denominator = 2 ** Math.ceil(Math.log2(d));
  const numerator = Math.round((beats * n * denominator) / d);
  return {
    key: `${numerator}/${denominator}`,
    event: {
      type: 'timeSignature',
      numerator: Math.min(255, numerator),
      denominator,
    },
  };
}

/** A tempo that is already in force need not be said again. */
function withoutRepeats(events: TimedEvent[]): TimedEvent[] {
  let last = -1;
  return events.filter(({ event }) => {
    if (event.type !== 'setTempo') return true;
    const repeats = event.microseconds === last;
    last = event.microseconds;
    return !repeats;
  });
}

/** Text events are bytes; letters beyond Latin are written as they are spelled plainly. */
function asciiText(text: string): string {
  return text
    .normalize('NFKD')
    .replace(/[“”]/g, '"')
    .replace(/[’‘]/g, "'")
    .replace(/[^\x20-\x7e]/g, '');
}

/**
 * What an outside device is told of a plan while it is played: MIDI clock, 24 to a quarter through every change of tempo, start at the first
 * bar and stop at the end (MIDI 1.0 detailed specification, system real time messages); and clicks as notes.
 */
import { type Click, type Plan, type Timeline, timeInBar } from '../plan/index.ts';
import { Fraction, barLength } from '../time/index.ts';

/** 24 to a quarter. */
const CLOCKS_A_WHOLE = 96;
export const CLOCK = 0xf8;
export const START = 0xfa;
export const STOP = 0xfc;
const NOTE_ON = 0x90;
const NOTE_OFF = 0x80;
/** Start comes so long before the clock that it is about, so that a slow device is ready for it. */
const START_AHEAD_S = 0.002;
const NOTE_S = 0.03;

export interface MidiMessage {
  timeS: number;
  bytes: number[];
}

export interface MidiOut {
  clock: boolean;
  /** Channel 1 to 16; null for no clicks. */
  click: { note: number; channel: number } | null;
}

const LOUD = { accent: 120, plain: 96 };

/** How hard a click is struck, 1 to 127: half of its decibels, since receivers differ in what they make of it. */
export function velocityOf({ accent, gainDb }: Pick<Click, 'accent' | 'gainDb'>): number {
  const loud = (accent ? LOUD.accent : LOUD.plain) * 10 ** (gainDb / 40);
  return Math.max(1, Math.min(127, Math.round(loud)));
}

/** In order of time, made as they are asked for: an hour has some hundred thousand. */
export function* midiMessages(plan: Plan, timeline: Timeline, out: MidiOut): Generator<MidiMessage> {
  yield* inOrder(
    out.clock ? clockMessages(plan, timeline) : [],
    out.click ? clickMessages(timeline, out.click) : [],
  );
}

/** The clock runs through the count-in, so that a device knows the tempo when it starts. */
function* clockMessages(plan: Plan, { bars, endS }: Timeline): Generator<MidiMessage> {
  const firstPlayed = bars.findIndex(({ kind }) => kind === 'play');
  // Clocks are counted from the first bar: where it begins one begins, whatever was counted in.
  let begins = bars
    .slice(0, firstPlayed)
    .reduce((before, { meter }) => before.sub(barLength(meter)), new Fraction(0));
  for (let i = 0; i < bars.length; i++) {
    const length = barLength(bars[i].meter);
    const ends = begins.add(length);
    const secondsAt = timeInBar(plan, bars, i);
    if (i === firstPlayed) yield { timeS: bars[i].startS - START_AHEAD_S, bytes: [START] };
    const last = clocksBefore(ends);
    for (let clock = clocksBefore(begins); clock < last; clock++) {
      const share = new Fraction(clock, CLOCKS_A_WHOLE).sub(begins).div(length).valueOf();
      yield { timeS: secondsAt(share), bytes: [CLOCK] };
    }
    begins = ends;
  }
  yield { timeS: endS, bytes: [STOP] };
}

/** The number of the first clock at or after a place. */
const clocksBefore = (whole: Fraction): number => Math.ceil(whole.mul(CLOCKS_A_WHOLE).valueOf() - 1e-9);

function* clickMessages(
  { clicks }: Timeline,
  { note, channel }: { note: number; channel: number },
): Generator<MidiMessage> {
  const sounding = clicks.filter((click) => click.sounding && !click.record);
  for (let i = 0; i < sounding.length; i++) {
    const { timeS } = sounding[i];
    const untilNextS = (sounding[i + 1]?.timeS ?? Infinity) - timeS;
    // Two at one moment are one note.
    if (untilNextS <= 0) continue;
    yield { timeS, bytes: [NOTE_ON | (channel - 1), note, velocityOf(sounding[i])] };
    yield { timeS: timeS + Math.min(NOTE_S, untilNextS / 2), bytes: [NOTE_OFF | (channel - 1), note, 0] };
  }
}

function* inOrder(a: Iterable<MidiMessage>, b: Iterable<MidiMessage>): Generator<MidiMessage> {
  const [left, right] = [a[Symbol.iterator](), b[Symbol.iterator]()];
  let one = left.next();
  let other = right.next();
  while (!one.done || !other.done) {
    if (!one.done && (other.done || one.value.timeS <= other.value.timeS)) {
      yield one.value;
      one = left.next();
    } else if (!other.done) {
      yield other.value;
      other = right.next();
    }
  }
}

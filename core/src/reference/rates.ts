/**
 * One speed in every form: a rate of one note as the rate of any other, as seconds, as notes a second, as bars; and
 * back, from how long something lasted. Everything is exact: rates and seconds are fractions.
 */
import { Fraction, type Meter, type Tempo, barLength, exactSecondsOf, saidIn } from '../time/index.ts';

export interface NoteRate {
  /** Fraction of a whole note. */
  length: Fraction;
  /** How many of the note a minute. */
  bpm: Fraction;
  /** How long one lasts. */
  seconds: Fraction;
  perSecond: Fraction;
}

export function rateOf(length: Fraction, at: Tempo): NoteRate {
  const { bpm } = saidIn(at, length);
  return { length, bpm, seconds: exactSecondsOf(length, at), perSecond: bpm.div(60) };
}

export function barSeconds(meter: Meter, at: Tempo): Fraction {
  return exactSecondsOf(barLength(meter), at);
}

/**
 * The tempo at which `length` (a fraction of a whole note: one note, or a bar, or eight bars) lasts `seconds`, said in
 * the note `beat`.
 * @throws RangeError when the length, the beat or the seconds are not above 0.
 */
export function tempoLasting(length: Fraction, seconds: Fraction, beat: Fraction): Tempo {
  if (length.lte(0) || beat.lte(0)) throw new RangeError('a note is longer than 0');
  if (seconds.lte(0)) throw new RangeError('a length in seconds is above 0');
  return { beat, bpm: length.div(beat).mul(60).div(seconds) };
}

/** Microseconds a quarter, as a Standard MIDI File's Set Tempo event holds them (FF 51 03; SMF 1.0), rounded. */
export function midiMicroseconds(at: Tempo): number {
  return exactSecondsOf(new Fraction(1, 4), at).mul(1_000_000).round().valueOf();
}

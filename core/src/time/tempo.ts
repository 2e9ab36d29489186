/**
 * Tempo: a rate a minute *of a note*. Never a bare number. Seconds come out of positions here and nowhere else.
 *
 * A ramp is linear in tempo per note position: with v(x) whole notes a second at position x, going from v0 to v1
 * over a length L, the time to reach x is ∫ dx / v(x) = L / (v1 − v0) · ln(v(x) / v0).
 */
import { Fraction, ratioOf } from './fraction.ts';
import { nameOfLength } from './note-value.ts';

export interface Tempo {
  bpm: Fraction;
  beat: Fraction;
}

/** A tempo from plain values, e.g. `tempo(98, '1/4')`. The rate may be a fraction in text: '220/3'. */
export function tempo(bpm: number | string, beat: string): Tempo {
  return { bpm: new Fraction(bpm), beat: new Fraction(beat) };
}

/** The same speed said in another note: half = 100 is quarter = 200. Exact, there and back. */
export function saidIn(source: Tempo, beat: Fraction): Tempo {
  return { bpm: source.bpm.mul(source.beat).div(beat), beat };
}

/** The note in which tempos are compared, whatever they were entered in. */
export const NORMAL_BEAT = new Fraction(1, 4);

/** Quarters a minute, exact: what two tempos are compared by. */
export function quartersPerMinute(at: Tempo): Fraction {
  return saidIn(at, NORMAL_BEAT).bpm;
}

/** Whole notes a second. */
export function wholeNotesPerSecond({ bpm, beat }: Tempo): number {
  return toNumber(bpm.mul(beat).div(60));
}

/** Seconds that `length` (a fraction of a whole note) lasts at a steady tempo, exact. */
export function exactSecondsOf(length: Fraction, at: Tempo): Fraction {
  return length.div(at.beat).mul(60).div(at.bpm);
}

/** Seconds that `length` (a fraction of a whole note) lasts at a steady tempo. */
export function secondsOf(length: Fraction, at: Tempo): number {
  return toNumber(exactSecondsOf(length, at));
}

/**
 * Seconds from the start of a stretch to a position in it, for a steady tempo or a ramp to `end` over `lengthWhole`.
 * @returns a function of a position in whole notes (a number: the last, inexact step).
 */
export function secondsAlong(
  start: Tempo,
  end: Tempo | undefined,
  lengthWhole: number,
): (whole: number) => number {
  const v0 = wholeNotesPerSecond(start);
  const v1 = end ? wholeNotesPerSecond(end) : v0;
  // Below a millionth of relative change the logarithm loses more than the ramp means.
  if (Math.abs(v1 - v0) < 1e-6 * v0) return (whole) => whole / v0;
  const slope = (v1 - v0) / lengthWhole;
  return (whole) => Math.log1p((slope * whole) / v0) / slope;
}

/** So many tenths of it, as a whole rate: 9 are a tenth slower. */
export const inTenths = (at: Tempo, tenths: number): Tempo => ({
  ...at,
  bpm: at.bpm.mul(tenths, 10).round(),
});

/** "quarter = 84"; rates that are not whole are rounded to two decimals. */
export function tempoName({ bpm, beat }: Tempo): string {
  return `${nameOfLength(beat)} = ${rateText(bpm)}`;
}

/** The tempo's name with the note it is compared by: "half = 50 (quarter = 100)". */
export function comparableName(at: Tempo): string {
  if (at.beat.equals(NORMAL_BEAT)) return tempoName(at);
  return `${tempoName(at)} (${tempoName(saidIn(at, NORMAL_BEAT))})`;
}

/** A rate as text, rounded to two decimals. */
export function rateText(bpm: Fraction): string {
  return String(Math.round(toNumber(bpm) * 100) / 100);
}

function toNumber(value: Fraction): number {
  const { n, d } = ratioOf(value);
  return n / d;
}

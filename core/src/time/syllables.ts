/**
 * How a bar is counted aloud: numbers on the beats, "and" on halves, "e" and "a" on sixteenths, "trip" and "let" on
 * triplets. Common practice, no source.
 */
import type { Fraction } from './fraction.ts';

export const BEAT_WORDS = [
  'one',
  'two',
  'three',
  'four',
  'five',
  'six',
  'seven',
  'eight',
  'nine',
  'ten',
  'eleven',
  'twelve',
] as const;

export type BeatWord = (typeof BEAT_WORDS)[number];

/** Where in its beat each word is said. */
export const PARTS_OF_BEAT = { e: '1/4', trip: '1/3', and: '1/2', let: '2/3', a: '3/4' } as const;

export type PartWord = keyof typeof PARTS_OF_BEAT;
export const PART_WORDS = Object.keys(PARTS_OF_BEAT) as PartWord[];

/** The word at a position of the bar (both fractions of a whole note), or null where nobody says anything. */
export function syllableAt(position: Fraction, unit: Fraction): BeatWord | PartWord | null {
  const inBeat = position.mod(unit).div(unit);
  if (inBeat.equals(0)) return BEAT_WORDS[position.div(unit).valueOf()] ?? null;
  const share = inBeat.toFraction();
  return PART_WORDS.find((word) => PARTS_OF_BEAT[word] === share) ?? null;
}

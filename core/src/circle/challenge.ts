/**
 * One slow click for a whole circle: each challenge says where in which bar it falls, one click a bar. The felt pulse follows: five beats a bar
 * on a click at 20 a minute are felt at 100. How hard a challenge is, is a sum that is said. Pure; places are exact fractions of a beat.
 */
import { z } from 'zod';
import { Fraction } from '../time/index.ts';

/** Beats of a bar; a pulse is felt as one between about 0.25 and 2 seconds (London 2004, Hearing in Time). */
export const MOST_BEATS = 9;
const FASTEST_PULSE = 240;
const SLOWEST_PULSE = 30;
export const CLICK_RANGE = { min: 5, max: 60 } as const;

/** Of a beat. */
export const PARTS = ['0', '1/2', '3/4', '1/4', '2/3', '1/3'] as const;
export type Part = (typeof PARTS)[number];

export const challengeSchema = z
  .strictObject({
    /** In a bar. */
    beats: z.number().int().min(2).max(MOST_BEATS),
    /** Counted from one. */
    beat: z.number().int().min(1).max(MOST_BEATS),
    /** How far behind that beat, as a share of one. */
    part: z.enum(PARTS),
  })
  .refine(({ beats, beat }) => beat <= beats, { path: ['beat'], error: 'the bar has no such beat' });
export type Challenge = z.infer<typeof challengeSchema>;

/** Where the click falls, in beats from the downbeat. */
export const placeOf = ({ beat, part }: Challenge): Fraction => new Fraction(part).add(beat - 1);

/** In beats a minute. */
export const pulseOf = ({ beats }: Challenge, clickBpm: number): number => beats * clickBpm;

/** The easiest pulse: preferred tempos lie about 100 a minute (Fraisse 1982, Rhythm and Tempo). */
const EASIEST_PULSE = 100;
/** A click on one needs nothing but counting; on another beat somebody has to know which. */
const OTHER_BEAT = 1;
const OFF_BEAT: Readonly<Record<Part, number>> = {
  '0': 0,
  '1/2': 2,
  '3/4': 3,
  '1/4': 3.5,
  '2/3': 3.5,
  '1/3': 4,
};
const ODD: Readonly<Record<number, number>> = { 3: 0.5, 5: 1.5, 7: 2, 9: 2.5 };
/** Twice as slow or as fast as the easiest pulse. */
const AN_OCTAVE = 2;
/** From another meter, and from a place half a bar away. */
const OTHER_METER = 0.5;
const HALF_A_BAR = 1;

export interface Difficulty {
  pulse: number;
  beat: number;
  offBeat: number;
  oddMeter: number;
  /** From the challenge before it. */
  distance: number;
  sum: number;
}

/** @param last the challenge before it; null for the first. */
export function difficultyOf(
  challenge: Challenge,
  clickBpm: number,
  last: Challenge | null = null,
): Difficulty {
  const parts = {
    pulse: AN_OCTAVE * Math.abs(Math.log2(pulseOf(challenge, clickBpm) / EASIEST_PULSE)),
    beat: challenge.beat === 1 ? 0 : OTHER_BEAT,
    offBeat: OFF_BEAT[challenge.part],
    oddMeter: ODD[challenge.beats] ?? 0,
    distance: last ? distanceOf(challenge, last) : 0,
  };
  const sum = parts.pulse + parts.beat + parts.offBeat + parts.oddMeter + parts.distance;
  return { ...parts, sum };
}

/** The place moves round the bar, whose length the click keeps. */
function distanceOf(challenge: Challenge, last: Challenge): number {
  const around = (one: Challenge) => placeOf(one).div(one.beats).valueOf();
  const apart = Math.abs(around(challenge) - around(last));
  const moved = 2 * HALF_A_BAR * Math.min(apart, 1 - apart);
  return moved + (challenge.beats === last.beats ? 0 : OTHER_METER);
}

/** All that can be felt on such a click, in a lasting order. @param parts which parts of a beat are asked for. */
export function challengesOn(clickBpm: number, parts: readonly Part[] = PARTS): Challenge[] {
  const all: Challenge[] = [];
  for (let beats = 2; beats <= MOST_BEATS; beats++) {
    const pulse = beats * clickBpm;
    if (pulse < SLOWEST_PULSE || pulse > FASTEST_PULSE) continue;
    for (let beat = 1; beat <= beats; beat++) for (const part of parts) all.push({ beats, beat, part });
  }
  return all;
}

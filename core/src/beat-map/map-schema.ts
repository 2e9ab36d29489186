/**
 * A beat map: when the beats of a record are, and how they make bars. An open document (docs/beat-map.md); its heart, the beats and bars, is
 * also what a recording keeps and what a plan on a record carries with it.
 */
import { z } from 'zod';
import { durationSchema, wholeNumber } from '../time/index.ts';

/** An hour of quarters at 130; more is no record to play along with. */
export const MOST_BEATS = 8000;
const LONGEST_S = 4 * 3600;
/** Beats nearer to each other are one. */
export const LEAST_APART_S = 0.05;

const beatTimes = z
  .array(z.number().min(0).max(LONGEST_S))
  .min(2, 'a beat map has at least two beats')
  .max(MOST_BEATS, `a beat map has at most ${MOST_BEATS} beats`)
  .refine((times) => times.every((timeS, i) => i === 0 || timeS - times[i - 1] >= LEAST_APART_S), {
    error: `beats must follow each other, at least ${1000 * LEAST_APART_S} ms apart`,
  });

const barsFrom = z.strictObject({
  /** Index of the beat that is the first "one" of these bars. */
  beat: wholeNumber(0, MOST_BEATS, 'the beat of a first one'),
  beats: wholeNumber(1, 32, 'beats in a bar'),
  unit: durationSchema,
});
export type BarsFrom = z.infer<typeof barsFrom>;

const part = z.strictObject({
  name: z.string().trim().min(1, 'give the part a name').max(60),
  fromBar: wholeNumber(1, MOST_BEATS, 'the first bar of a part'),
  bars: wholeNumber(1, MOST_BEATS, 'bars of a part'),
});
export type Part = z.infer<typeof part>;

export const beatsAndBars = {
  /** Seconds of the record. */
  beats: beatTimes,
  /** From which beat on how many beats are a bar; in order. */
  bars: z
    .array(barsFrom)
    .min(1, 'say which beat is a one')
    .max(200)
    .refine((all) => all.every(({ beat }, i) => i === 0 || beat > all[i - 1].beat), {
      error: 'the places where bars begin anew must follow each other',
    }),
};

export const beatMapSchema = z
  .strictObject({
    ...beatsAndBars,
    /** How sure each beat is, 0 to 1. */
    sure: z.array(z.number().min(0).max(1)).max(MOST_BEATS).optional(),
    parts: z.array(part).max(64, 'at most 64 parts').optional(),
  })
  .refine(({ beats, sure }) => !sure || sure.length === beats.length, {
    path: ['sure'],
    error: 'say how sure each beat is, or none',
  })
  .refine(({ beats, bars }) => bars.at(-1)!.beat < beats.length, {
    path: ['bars'],
    error: 'bars begin after the last beat',
  });
export type BeatMap = z.infer<typeof beatMapSchema>;

/** What is read of a map where its time is all that counts. */
export type BeatsAndBars = Pick<BeatMap, 'beats' | 'bars'>;

export const beatMapFileSchema = z.strictObject({
  format: z.literal('feldspar-beat-map', { error: 'this is not a Feldspar beat map' }),
  version: z.literal(1, { error: 'this beat map is of another version; this Feldspar reads version 1' }),
  title: z.string().trim().min(1, 'give the beat map a title').max(200),
  map: beatMapSchema,
});
export type BeatMapFile = z.infer<typeof beatMapFileSchema>;

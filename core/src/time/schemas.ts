/** Places, lengths, counts and meters as documents hold them: one Zod schema each, for every document that says them. */
import { z } from 'zod';
import { FRACTION_TEXT, isFractionText } from './fraction.ts';

const FRACTION_HINT = 'write a fraction of a whole note, like "1/4" for a quarter or "0" for the start';

/** A position: "0", "1/4", "11/12". */
export const positionSchema = z.string({ error: FRACTION_HINT }).regex(FRACTION_TEXT, FRACTION_HINT);

/** A duration or step: a fraction above zero. */
export const durationSchema = positionSchema.refine(
  (text) => !isFractionText(text) || !/^0+(\/|$)/.test(text),
  {
    error: 'must be longer than 0, like "1/4"',
  },
);

export const wholeNumber = (min: number, max: number, what: string) =>
  z
    .number({ error: `${what} must be a whole number` })
    .int(`${what} must be a whole number`)
    .min(min, `${what} must be at least ${min}`)
    .max(max, `${what} must be at most ${max}`);

export const meterSchema = z
  .strictObject({
    beats: wholeNumber(1, 64, 'beats in a bar'),
    unit: durationSchema,
    groups: z
      .array(wholeNumber(1, 64, 'a group'))
      .min(1)
      .optional(),
  })
  .refine((m) => !m.groups || m.groups.reduce((a, b) => a + b, 0) === m.beats, {
    path: ['groups'],
    error: 'the groups must add up to the beats of the bar',
  });

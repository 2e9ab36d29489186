/** What a take says of what it trains; small, since lists carry it. */
import { z } from 'zod';

/**
 * Returns from gaps within tolerance or not, or (where the click never leaves for long) bars held or not. Of a take with a reason in `why`
 * nothing can be said but that.
 */
export const trialsSchema = z.object({
  of: z.enum(['returns', 'bars']),
  good: z.number().int(),
  early: z.number().int(),
  late: z.number().int(),
  /** Neither early nor late as a whole: scattered, or notes left out. */
  uneven: z.number().int(),
  why: z.enum(['interrupted', 'turned round', 'mostly missed']).optional(),
  /** Of each, in order and at most so many: how far off it was, and what counts as good. For pictures: where longer silences allow more, less is drawn. */
  errorsMs: z.array(z.number()).optional(),
  toleranceMs: z.number().optional(),
});
/** A picture of a step has room for no more. */
export const MOST_TRIAL_ERRORS = 24;
export type Trials = z.infer<typeof trialsSchema>;

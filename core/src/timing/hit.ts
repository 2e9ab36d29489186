/** Hits: what was played, in seconds on the timeline. */
import { z } from 'zod';

export const hitSchema = z.strictObject({
  timeS: z.number({ error: 'a hit has its time in seconds, like 12.345' }).min(-3600).max(1_000_000),
  voice: z.string().max(40).optional(),
  strength: z.number().min(0).max(1e6).optional(),
  lengthS: z.number().min(0).max(3600).optional(),
});

export type Hit = z.infer<typeof hitSchema>;

/**
 * Notes of a chord are struck some milliseconds apart and are one stroke; the leading voice of a piano is some 30 ms ahead at the most
 * (Goebl 2001, J. Acoust. Soc. Am. 110, 563–572).
 */
export const CHORD_S = 0.03;

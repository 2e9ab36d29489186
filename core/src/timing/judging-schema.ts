/** What a player says of how a take is to be judged; it is kept with the take. */
import { z } from 'zod';
import { positionSchema } from '../time/index.ts';
import { LEVELS, type Level } from './tolerance.ts';

export const judgingSchema = z.object({
  tolerance: z
    .union([
      z.object({ level: z.enum(Object.keys(LEVELS) as [Level, ...Level[]]) }),
      z.object({
        percent: z
          .number()
          .min(0.5, 'the tolerance is at least 0.5 % of the beat')
          .max(25, 'the tolerance is at most 25 % of the beat'),
      }),
    ])
    .optional(),
  /** Where the player means to be beside the pulse: so many ms late (negative: early) at these places of the bar. */
  intended: z
    .object({
      offsetMs: z
        .number()
        .min(-200, 'an intended offset is at most 200 ms')
        .max(200, 'an intended offset is at most 200 ms'),
      at: z.array(positionSchema).min(1, 'name at least one place of the bar, like ["1/4"]').max(64),
    })
    .optional(),
});

export type Judging = z.infer<typeof judgingSchema>;

/** What this browser keeps of what was said on the bench; read from storage, which may be anybody's writing. */
import { z } from 'zod';

/** What was answered "not now", and on which day ("2026-11-28"). */
export const notNowSchema = (most: number) =>
  z.array(z.object({ what: z.string().max(200), day: z.string().max(10) })).max(most);

/** What was said against the proposal that follows from a take. */
export const overruleSchema = z.object({ take: z.string(), said: z.enum(['go on', 'stay']) });

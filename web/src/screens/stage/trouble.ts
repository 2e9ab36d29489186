/** What a player must know of the microphone at once, while playing. Everything else waits for the reading. */
import type { HeardNow } from '../../workers/live.ts';

/** What is cut off now and then is still heard. */
const CLIPPED_OFTEN = 10;

export function troubleOf({ levels, failed }: HeardNow): string | null {
  if (failed !== undefined) return 'The microphone is not heard any more. What was played until now is kept.';
  if (levels.clipped >= CLIPPED_OFTEN)
    return 'Too loud for the microphone: turn its level down, or step back.';
  return null;
}

/** What a player must know of the microphone at once, while playing. Everything else waits for the reading. */
import type { HeardNow } from '../../workers/live.ts';

/** What is cut off now and then is still heard. */
const CLIPPED_OFTEN = 10;

/** Even a quiet room is not nothing. */
const DEAD_FOR_S = 3;

export function troubleOf({ levels, heardS, failed }: HeardNow): string | null {
  if (failed !== undefined) return 'The microphone is not heard any more. What was played until now is kept.';
  if (levels.isDead && heardS > DEAD_FOR_S)
    return 'The microphone gives nothing at all: it may be switched off, or muted in the system.';
  if (levels.clipped >= CLIPPED_OFTEN)
    return 'Too loud for the microphone: turn its level down, or step back.';
  return null;
}

/** How a player's next takes are judged; remembered in the browser, and carried by each take. */
import { type Judging, judgingSchema } from '@feldspar/core/timing';
import { forget, keepValue, readValue } from './storage.ts';

const key = (player: string | null) => `feldspar judging ${player ?? 'nobody'}`;

export function judgingOf(player: string | null): Judging | null {
  return readValue(key(player), judgingSchema);
}

export function setJudgingOf(player: string | null, judging: Judging | null): void {
  if (judging) keepValue(key(player), judging);
  else forget(key(player));
}

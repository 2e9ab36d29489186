/** How a player's next takes are judged; remembered in the browser, and carried by each take. */
import { type Judging, judgingSchema } from '@feldspar/core/timing';

const key = (player: string | null) => `feldspar judging ${player ?? 'nobody'}`;

export function judgingOf(player: string | null): Judging | null {
  try {
    const parsed = judgingSchema.safeParse(JSON.parse(localStorage.getItem(key(player)) ?? 'null'));
    return parsed.success ? parsed.data : null;
  } catch {
    return null;
  }
}

export function setJudgingOf(player: string | null, judging: Judging | null): void {
  if (judging) localStorage.setItem(key(player), JSON.stringify(judging));
  else localStorage.removeItem(key(player));
}

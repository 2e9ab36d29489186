/** Which lines of the studio are shown, and in which order. Pure. */
import type { PlayerWeek } from '@feldspar/core/people';
import { fits } from '../../text/search.ts';
import type { Player } from '@feldspar/core/wire';

export interface StudioLine {
  player: Player;
  week: PlayerWeek;
}

export const ORDERS = [
  ['needs', 'who needs you'],
  ['name', 'name'],
  ['minutes', 'minutes this week'],
] as const;
export type Order = (typeof ORDERS)[number][0];

export const EVERY_CLASS = 'everybody';

/** @param lines who needs the teacher first. */
export function shownLines(
  lines: readonly StudioLine[],
  { order, group, find }: { order: Order; group: string; find: string },
): StudioLine[] {
  const shown = lines.filter(
    ({ player }) =>
      (group === EVERY_CLASS || (player.profile.groups ?? []).includes(group)) &&
      fits(find, `${player.name} ${player.instrument}`),
  );
  if (order === 'name') return shown.sort((a, b) => a.player.name.localeCompare(b.player.name));
  if (order === 'minutes') return shown.sort((a, b) => b.week.minutes - a.week.minutes);
  return shown;
}

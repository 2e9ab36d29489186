/** The line of a trend for a small picture: a point a week, with what its days leave open. Pure. */
import type { PlayerWeek } from '@feldspar/core/people';
import { mean, standardDeviation } from '@feldspar/core/stats';
import { dayNumber } from '@feldspar/core/trends';
import { FIGURE_WORDS } from '@feldspar/core/words';

export interface WeekPoint {
  /** Weeks before now, and a value of which more is better. */
  week: number;
  value: number;
  /** To either side, 95 in 100; null for a week of one day. */
  open: number | null;
}

const WEEKS = 12;

/** @returns oldest first. */
export function weekPoints({ figure, points }: PlayerWeek['trend'], today: string): WeekPoint[] {
  const sign = FIGURE_WORDS[figure].better === 'less' ? -1 : 1;
  const weeks = new Map<number, number[]>();
  for (const { day, mean: value } of points) {
    const week = Math.floor((dayNumber(today) - dayNumber(day)) / 7);
    if (week >= 0 && week < WEEKS) weeks.set(week, [...(weeks.get(week) ?? []), sign * value]);
  }
  return [...weeks]
    .sort(([a], [b]) => b - a)
    .map(([week, values]) => {
      const spread = standardDeviation(values);
      return {
        week,
        value: mean(values),
        open: spread === null ? null : (1.96 * spread) / Math.sqrt(values.length),
      };
    });
}

export const MOST_WEEKS = WEEKS;

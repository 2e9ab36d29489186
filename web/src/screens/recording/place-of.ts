/** Where a stroke lies, in words: bar and beat, and how far from what was to be played. */
import type { Timeline } from '@feldspar/core/plan';
import { type Placed, onPlan } from '@feldspar/core/recordings';
import { earlyLate, minutes } from '../../text/text.ts';
import { type StrataRow, rowAt } from './rows.ts';

export interface PlaceOf {
  where: string;
  /** Null where nothing was asked for there. */
  aside: string | null;
}

/** @param leadS as rows are drawn. */
export function placeOf(
  timeS: number,
  rows: readonly StrataRow[],
  leadS: number,
  plan: { timeline: Timeline; placed: Placed } | null,
): PlaceOf {
  const row = rows[rowAt(rows, timeS, leadS)];
  if (!row || row.beatsS.length === 0) return { where: minutes(timeS), aside: null };
  const bar = row.label === 'in' ? 'Count-in' : `Bar ${row.label}`;
  const beat = nearest(row.beatsS, timeS);
  return {
    where: `${bar}, beat ${row.firstBeat + beat + 1}`,
    aside: plan ? asideOf(timeS, plan.timeline, plan.placed) : null,
  };
}

/** A stroke further from every note belongs to none. */
const NEAR_S = 0.3;

function asideOf(timeS: number, { targets }: Timeline, placed: Placed): string | null {
  const at = onPlan(placed, timeS);
  const target =
    targets[
      nearest(
        targets.map((one) => one.timeS),
        at,
      )
    ];
  if (!target || Math.abs(at - target.timeS) > NEAR_S) return 'no note is near';
  return earlyLate(1000 * (at - target.timeS));
}

function nearest(times: readonly number[], timeS: number): number {
  let best = 0;
  times.forEach((time, i) => {
    if (Math.abs(time - timeS) < Math.abs(times[best] - timeS)) best = i;
  });
  return best;
}

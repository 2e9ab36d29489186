/** Which written note a moment of the timeline falls on. Pure. */
import { type Sheet, type Written, meterOf } from '@feldspar/core/counts';
import { type Timeline, barIndexAt } from '@feldspar/core/plan';
import { barLength } from '@feldspar/core/time';

/** @returns its index; null in the count-in, and where nothing is written yet. */
export function noteAt(
  sheet: Sheet,
  notes: readonly Written[],
  { bars }: Pick<Timeline, 'bars'>,
  timeS: number,
): number | null {
  const first = bars.findIndex(({ kind }) => kind === 'play');
  const bar = barIndexAt(bars, timeS);
  if (bar < first) return null;
  const written = (bar - first) % sheet.bars.length;
  const { startS, endS } = bars[bar];
  const inBar = ((timeS - startS) / (endS - startS)) * barLength(meterOf(sheet)).valueOf();
  const index = notes.findLastIndex(
    (note) => note.bar === written && note.position.valueOf() <= inBar + 1e-9,
  );
  return index < 0 ? null : index;
}

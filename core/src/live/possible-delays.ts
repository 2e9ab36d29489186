/**
 * Which delay do clicks agree on? Where clicks follow one another faster than the longest delay, a click's neighbours are found in its stead, a
 * beat or two too late or too early. Only the ends of a row of clicks tell: at the true delay none is wanting there. At the very beginning some
 * may be, for loudspeakers wake up late.
 */
import { median } from '../stats/index.ts';

/**
 * So many must agree, so closely (players do not), and so many of those that were looked at. After `tried` it shows whether any are heard;
 * after `clear`, which of several delays nothing speaks against; after `enough` the one that most agree on is taken.
 */
export const AGREEING = {
  fewest: 4,
  withinS: 0.000_25,
  share: 0.4,
  clear: 7,
  tried: 8,
  enough: 16,
  looked: 24,
} as const;

export interface PossibleDelay {
  /** In the unit of the places. */
  delay: number;
  agree: number;
  /** Clicks before the first that is there. */
  before: number;
  /** Clicks after it that are not there. */
  wanting: number;
}

/**
 * @param looked of each click, after how long something like it was heard. @param near so close they agree.
 * @returns the delay on which enough clicks agree, and all on which as many would, were their beginning heard; the shortest first.
 */
export function possibleDelays(looked: readonly (readonly number[])[], near: number): PossibleDelay[] {
  const lags = looked.flat().sort((a, b) => a - b);
  const groups = lags.map((lag) => lags.filter((one) => one >= lag && one <= lag + near));
  const apart: number[][] = [];
  for (const group of groups.filter(({ length }) => length > 1)) {
    const last = apart.at(-1);
    if (!last || group[0] > last.at(-1)! + near) apart.push(group);
    else if (group.length > last.length) apart[apart.length - 1] = group;
  }
  const most = apart.reduce((best, { length }) => Math.max(best, length), 0);
  if (most < Math.max(AGREEING.fewest, AGREEING.share * looked.length)) return [];
  const all = apart.map((group) => {
    const isThere = looked.map((places) => places.some((at) => at >= group[0] && at <= group.at(-1)!));
    const before = isThere.indexOf(true);
    const wanting = isThere.filter((there, i) => i > before && !there).length;
    return { delay: median(group), agree: group.length, before, wanting };
  });
  return all.filter(({ agree, before }) => agree + before >= most);
}

/** @param count clicks that were looked at. @returns the delay; null while more than one is possible. */
export function surestOf(possible: readonly PossibleDelay[], count: number): number | null {
  if (possible.length === 0) return null;
  const [first] = possible;
  if (possible.length === 1) return first.delay;
  if (count < AGREEING.clear) return null;
  const [whole, second] = possible.toSorted((a, b) => a.wanting - b.wanting);
  if (whole.wanting < second.wanting) return whole.delay;
  // Heard from the first click on, and nothing of a click is heard before it.
  if (first.before === 0) return first.delay;
  if (count < AGREEING.enough) return null;
  return possible.reduce((best, one) => (one.agree > best.agree ? one : best)).delay;
}

/** Where in the bar: for each place how early or late, how much that varies, and what was meant. Pure. */
import { type Meter, parseFraction, placeName } from '@feldspar/core/time';
import type { Report } from '@feldspar/core/timing';

export interface Profile {
  /** Places by name: "1", "2&". */
  names: string[];
  meanMs: number[];
  /** One standard deviation to either side of the mean. */
  spanMs: ([number, number] | null)[];
  intendedMs: (number | null)[];
}

/** More places than can be told apart: those hit most often are shown, in their order. */
const MOST_PLACES = 32;

export function profileOf({ positions }: Report, meter: Meter): Profile {
  const often = [...positions].sort((a, b) => b.n - a.n).slice(0, MOST_PLACES);
  const shown = positions.filter((position) => often.includes(position) && position.meanMs !== null);
  return {
    names: shown.map(({ position }) => placeName(parseFraction(position), meter)),
    meanMs: shown.map(({ meanMs }) => meanMs!),
    spanMs: shown.map(({ meanMs, sdMs }) => (sdMs === null ? null : [meanMs! - sdMs, meanMs! + sdMs])),
    intendedMs: shown.map(({ intendedMs }) => intendedMs ?? null),
  };
}

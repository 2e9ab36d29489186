/** Meters: `beats` beats of `unit` (a fraction of a whole note) to a bar. */
import { type Fraction, ratioOf } from './fraction.ts';

export interface Meter {
  beats: number;
  unit: Fraction;
  /** How the beats fall into groups, e.g. [2, 2, 3]; they sum to `beats`. */
  groups?: readonly number[];
}

/** Length of one bar, as a fraction of a whole note. */
export function barLength(meter: Meter): Fraction {
  return meter.unit.mul(meter.beats);
}

/** "4/4", "6/8"; where so many of them are one beat it says in how many it is felt: "6/8 in 2". */
export function meterName(meter: Meter): string {
  const { n, d } = ratioOf(meter.unit);
  return n === 1 ? `${meter.beats}/${d}` : `${meter.beats * n}/${d} in ${meter.beats}`;
}

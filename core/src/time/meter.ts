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

/** "4/4", "6/8"; a unit that is no 1/n is written out: "3 × 3/8". */
export function meterName(meter: Meter): string {
  const { n, d } = ratioOf(meter.unit);
  return n === 1 ? `${meter.beats}/${d}` : `${meter.beats} × ${n}/${d}`;
}

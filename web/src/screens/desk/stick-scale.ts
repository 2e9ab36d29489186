/** The stick's scale: how many seconds it shows, and what a dragged edge means. */
import { barSeconds } from '@feldspar/core/reference';
import { Fraction, type Meter, type Tempo } from '@feldspar/core/time';

/** Lengths that read well on an axis. */
const WINDOWS_S = [1, 1.5, 2, 3, 4, 5, 6, 8, 10, 12, 15, 20, 30, 40, 60, 90, 120, 240, 480];
/** At least so many bars are seen. */
const BARS = 1.6;

/** Seconds shown from the left edge to the right, the same for all rows. */
export function windowSeconds(at: Tempo, meter: Meter): number {
  const wanted = BARS * barSeconds(meter, at).valueOf();
  return WINDOWS_S.find((seconds) => seconds >= wanted) ?? wanted;
}

/** Which edge lies nearest to a place on the row: 1 is the end of the first block. */
export function nearestEdge(atS: number, blockS: number): number {
  return Math.max(1, Math.round(atS / blockS));
}

/** The rate at which the `edge`th block ends at a place on the row: whole numbers, as one would dial. */
export function rateOfEdge(atS: number, edge: number): Tempo['bpm'] {
  return new Fraction(Math.max(1, Math.round((60 * edge) / Math.max(atS, 1e-3))));
}

/** Bar starts inside the window, in seconds. */
export function barStarts(at: Tempo, meter: Meter, windowS: number): number[] {
  const bar = barSeconds(meter, at).valueOf();
  return Array.from({ length: Math.floor(windowS / bar + 1e-9) + 1 }, (_, i) => i * bar);
}

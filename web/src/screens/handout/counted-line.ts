/** How a bar is counted aloud, with the parts of the beat on which the click falls. Pure. */
import { type SystemName, countAt } from '@feldspar/core/counts';
import type { ClickLayer } from '@feldspar/core/plan';
import { type Meter, parseFraction } from '@feldspar/core/time';

/** "1 2 & 3 4": the beats, and between them what has to be said for the click. */
export function countedLine(meter: Meter, system: SystemName, clicks: readonly ClickLayer[]): string {
  const beats = Array.from({ length: meter.beats }, (_, i) => meter.unit.mul(i));
  const between = clicks.flatMap(({ at }) => (at ?? []).map(parseFraction));
  const places = new Map([...beats, ...between].map((place) => [place.toFraction(), place]));
  return [...places.values()]
    .sort((a, b) => a.compare(b))
    .flatMap((place) => countAt(place, meter.unit, system) ?? [])
    .join(' ');
}

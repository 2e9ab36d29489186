import { type Meter, parseFraction } from '../time/index.ts';
import type { Section } from './schema.ts';

/** The meter of a section, exact. */
export function meterOf(section: Pick<Section, 'meter'>): Meter {
  return {
    beats: section.meter.beats,
    unit: parseFraction(section.meter.unit),
    groups: section.meter.groups,
  };
}

/**
 * A device that only reaches from a to b a minute: on which note, or heard in which placement, it still gives the wanted
 * tempo.
 */
import { Fraction, type Tempo, saidIn } from '../time/index.ts';
import { type MarksNear, marksNear } from './clockwork.ts';
import { type Placement, clickRateFor, placements } from './placements.ts';

export interface DeviceRange {
  from: Fraction;
  to: Fraction;
}

export interface DeviceSetting {
  /** What the device is set to. */
  rate: Fraction;
  /** It can be dialled as a whole number. */
  whole: boolean;
  marks: MarksNear;
}

export interface NoteSetting extends DeviceSetting {
  /** The note the device clicks. */
  note: Fraction;
}

export interface PlacementSetting extends DeviceSetting {
  placement: Placement;
}

const NOTES = [
  '4',
  '3',
  '2',
  '3/2',
  '1',
  '3/4',
  '1/2',
  '3/8',
  '1/3',
  '1/4',
  '3/16',
  '1/6',
  '1/8',
  '1/12',
  '1/16',
];

/** Notes the device may click, longest first: each gives the wanted tempo exactly. */
export function noteSettings(wanted: Tempo, range: DeviceRange): NoteSetting[] {
  return NOTES.map((text) => new Fraction(text))
    .map((note) => ({ note, ...setting(saidIn(wanted, note).bpm) }))
    .filter(({ rate }) => within(rate, range));
}

/** Placements whose click lies in the device's reach; those that can be dialled as a whole number come first. */
export function placementSettings(wanted: Tempo, range: DeviceRange): PlacementSetting[] {
  return placements()
    .map((placement) => ({ placement, ...setting(clickRateFor(placement, wanted)) }))
    .filter(({ rate }) => within(rate, range))
    .sort((a, b) => Number(b.whole) - Number(a.whole));
}

function setting(rate: Fraction): DeviceSetting {
  return { rate, whole: rate.mod(1).equals(0), marks: marksNear(rate) };
}

function within(rate: Fraction, { from, to }: DeviceRange): boolean {
  return rate.gte(from) && rate.lte(to);
}

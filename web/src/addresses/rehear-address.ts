/** The re-hear screen's address: the click's speed, and the bar and part that were chosen. */
import {
  BEATS_IN_BAR,
  PARTS,
  type PartKey,
  type Placement,
  SHIFTS,
  type Shifted,
  readRate,
} from '@feldspar/core/reference';
import { Fraction, type Tempo, fitForDocument } from '@feldspar/core/time';

type Rate = Tempo['bpm'];

export interface RehearState {
  rate: Rate;
  /** Beats of the bar in which the click comes once. */
  beats: number;
  part: PartKey;
  /** How much later dotted quarters and quarter triplets begin, in their own steps. */
  dotted: number;
  triplet: number;
}

export const REHEAR_START: RehearState = {
  rate: new Fraction(60),
  beats: 4,
  part: 'beat',
  dotted: 0,
  triplet: 0,
};

export function rehearQuery({ rate, beats, part, dotted, triplet }: RehearState): string {
  return new URLSearchParams({
    rate: fitForDocument(rate).toFraction(),
    beats: String(beats),
    part,
    ...(dotted > 0 ? { dotted: String(dotted) } : {}),
    ...(triplet > 0 ? { triplet: String(triplet) } : {}),
  }).toString();
}

export function rehearAddress(rate: Rate, placement?: Placement): string {
  const beats = placement?.group === 'one a bar' ? placement.meter.beats : REHEAR_START.beats;
  const shifted = placement ? shiftOf(placement) : {};
  return `/rehear?${rehearQuery({ ...REHEAR_START, ...shifted, rate, beats })}${placement ? `#${placement.key}` : ''}`;
}

/** What the address says; nonsense is as at the start. */
export function rehearOfAddress(search: URLSearchParams): RehearState {
  const { bpm } = readRate(search.get('rate') ?? '');
  const beats = Number(search.get('beats'));
  const part = PARTS.find(({ key }) => key === search.get('part'));
  const shift = (kind: Shifted) => {
    const steps = Number(search.get(kind) ?? 0);
    return Number.isInteger(steps) && steps >= 0 && steps < SHIFTS[kind].steps ? steps : 0;
  };
  const known = Number.isInteger(beats) && beats >= BEATS_IN_BAR.min && beats <= BEATS_IN_BAR.max;
  return {
    rate: bpm ?? REHEAR_START.rate,
    beats: known ? beats : REHEAR_START.beats,
    part: part?.key ?? REHEAR_START.part,
    dotted: shift('dotted'),
    triplet: shift('triplet'),
  };
}

/** By how much a placement is shifted, so that its row is shown. */
function shiftOf({ group, every, from }: Placement): Partial<Record<Shifted, number>> {
  if (group !== 'across the beats') return {};
  const kind = every.equals('3/8') ? 'dotted' : every.equals('1/6') ? 'triplet' : null;
  return kind ? { [kind]: from.div(SHIFTS[kind].of).valueOf() } : {};
}

/** The re-hear screen's address: the click's speed, and the bar and part that were chosen. */
import { BEATS_IN_BAR, PARTS, type PartKey, type Placement, readRate } from '@feldspar/core/reference';
import { Fraction, type Tempo, fitForDocument } from '@feldspar/core/time';

type Rate = Tempo['bpm'];

export interface RehearState {
  rate: Rate;
  /** Beats of the bar in which the click comes once. */
  beats: number;
  part: PartKey;
}

export const REHEAR_START: RehearState = { rate: new Fraction(60), beats: 4, part: 'beat' };

export function rehearQuery({ rate, beats, part }: RehearState): string {
  return new URLSearchParams({
    rate: fitForDocument(rate).toFraction(),
    beats: String(beats),
    part,
  }).toString();
}

export function rehearAddress(rate: Rate, placement?: Placement): string {
  const beats = placement?.group === 'one a bar' ? placement.meter.beats : REHEAR_START.beats;
  return `/rehear?${rehearQuery({ ...REHEAR_START, rate, beats })}${placement ? `#${placement.key}` : ''}`;
}

/** What the address says; nonsense is as at the start. */
export function rehearOfAddress(search: URLSearchParams): RehearState {
  const { bpm } = readRate(search.get('rate') ?? '');
  const beats = Number(search.get('beats'));
  const part = PARTS.find(({ key }) => key === search.get('part'));
  const known = Number.isInteger(beats) && beats >= BEATS_IN_BAR.min && beats <= BEATS_IN_BAR.max;
  return {
    rate: bpm ?? REHEAR_START.rate,
    beats: known ? beats : REHEAR_START.beats,
    part: part?.key ?? REHEAR_START.part,
  };
}

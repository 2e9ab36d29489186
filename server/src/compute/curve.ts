/** The tempo of free playing, as it is asked for. */
import { type FreePlaying, freePlaying } from '@feldspar/core/free';
import type { BodyOf } from '@feldspar/core/wire';
import { parseFraction, quartersPerMinute, tempo } from '@feldspar/core/time';

export type CurveAsked = BodyOf<'POST /tempo-curve'>;

/** Null where no beat can be found. */
export function curveNow({ hits, near, meter }: CurveAsked): FreePlaying | null {
  // The tempo may be said in another note than the bar's beat.
  const quarters = 4 * parseFraction(meter.unit).valueOf();
  const beatS = near ? (60 / quartersPerMinute(tempo(near.bpm, near.beat)).valueOf()) * quarters : null;
  return freePlaying(hits, { beatS, beatsPerBar: meter.beats });
}

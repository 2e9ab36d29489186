/** Free playing, from its hits alone: the beat (said, or found), the curve of the tempo, the bar lines that are assumed. */
import { downbeatOf } from './downbeat.ts';
import { findBeat } from './find-beat.ts';
import { type TempoCurve, tempoCurve } from './tempo-curve.ts';
import type { FreeHit } from './track-beats.ts';

export interface FreePlaying extends TempoCurve {
  /** Beats before the first downbeat. */
  downbeat: number;
}

export interface AboutIt {
  /** Seconds of a beat, about; found where nobody said. */
  beatS?: number | null;
  beatsPerBar: number;
}

/** @param hits in any order. @returns null where no beat can be found. */
export function freePlaying(
  hits: readonly FreeHit[],
  { beatS = null, beatsPerBar }: AboutIt,
): FreePlaying | null {
  const inOrder = hits.map((hit, index) => ({ ...hit, index })).sort((a, b) => a.timeS - b.timeS);
  const about = beatS ?? findBeat(inOrder);
  if (about === null) return null;
  const curve = tempoCurve(inOrder, about);
  const downbeat = downbeatOf(curve.beats, inOrder, beatsPerBar);
  const beats = curve.beats.map((beat) => ({
    ...beat,
    hit: beat.hit === null ? null : inOrder[beat.hit].index,
  }));
  return { ...curve, beats, downbeat };
}

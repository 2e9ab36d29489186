/** A recording and what it was played to. Pure. */
import { MOST_FREE_HITS, freePlaying } from '@feldspar/core/free';
import { type Plan, compile } from '@feldspar/core/plan';
import {
  type Mark,
  type PlayedTo,
  type PlayedToPlan,
  type Recording,
  marksOf,
  placeByHits,
} from '@feldspar/core/recordings';
import { tempo } from '@feldspar/core/time';

/** Null where it was played to a plan, or no beat is found. */
export function freeOf(played: PlayedTo, marks: readonly Mark[]) {
  if (played.to !== 'nothing' || marks.length > MOST_FREE_HITS) return null;
  const { near, beatsPerBar } = played;
  const beatS = near ? 60 / tempo(near.bpm, near.beat).bpm.valueOf() : null;
  return freePlaying(marks, { beatS, beatsPerBar });
}

/** Where the plan begins: by its clicks where they were heard, else by the strokes. */
export function placedTo(recording: Recording, plan: Plan, planId: string): Recording {
  const { heard, edits } = recording;
  const { clicks } = heard;
  const byHits = clicks
    ? null
    : placeByHits(
        compile(plan),
        marksOf(heard.onsets, edits).map(({ timeS }) => timeS),
      );
  const played: PlayedToPlan = {
    to: 'plan',
    plan,
    planId,
    startS: clicks?.startS ?? byHits?.startS ?? 0,
    clockPpm: clicks?.clockPpm ?? 0,
    foundBy: clicks ? 'clicks' : byHits ? 'strokes' : 'hand',
    sure: clicks?.sure ?? byHits?.sure ?? false,
  };
  return { ...recording, played };
}

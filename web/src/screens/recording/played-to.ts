/** A recording and what it was played to. Pure. */
import { type AboutIt, type FreeHit, type FreePlaying, MOST_FREE_HITS } from '@feldspar/core/free';
import { type Plan, type Timeline, compile } from '@feldspar/core/plan';
import {
  type Mark,
  type PlayedTo,
  type PlayedToPlan,
  type Recording,
  asOneLine,
  marksOf,
  onRecording,
  placeByHits,
} from '@feldspar/core/recordings';
import { tempo } from '@feldspar/core/time';

export interface FreeQuestion {
  hits: FreeHit[];
  about: AboutIt;
}

/** What is asked of free playing; null where it was played to a plan, or is too long. */
export function freeQuestion(played: PlayedTo, marks: readonly Mark[]): FreeQuestion | null {
  if (played.to !== 'nothing' || marks.length > MOST_FREE_HITS) return null;
  const { near, beatsPerBar } = played;
  const beatS = near ? 60 / tempo(near.bpm, near.beat).bpm.valueOf() : null;
  return {
    hits: asOneLine(marks).map(({ timeS, strength }) => ({ timeS, strength: strength ?? undefined })),
    about: { beatS, beatsPerBar },
  };
}

/** Where the plan begins: by its clicks where they were heard, else by the strokes. */
export function placedTo(recording: Recording, plan: Plan, planId: string): Recording {
  const { heard, edits } = recording;
  const { clicks } = heard;
  const byHits = clicks
    ? null
    : placeByHits(
        compile(plan),
        asOneLine(marksOf(heard, edits)).map(({ timeS }) => timeS),
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

/** A moment is the first note of the plan, or the one of a bar. */
export function begunAt(
  played: PlayedTo,
  { timeline, free }: { timeline: Timeline | null; free: FreePlaying | null },
  timeS: number,
): PlayedTo {
  if (played.to === 'plan') {
    const firstS = timeline?.targets[0]?.timeS ?? 0;
    return {
      ...played,
      startS: timeS - (onRecording(played, firstS) - played.startS),
      foundBy: 'hand',
      sure: true,
    };
  }
  const { beats } = free ?? { beats: [] };
  const off = beats.map((beat) => Math.abs(beat.timeS - timeS));
  const at = off.indexOf(Math.min(...off));
  if (at < 0) return played;
  // Bars are counted from the beginning of each stretch.
  const first = beats.findIndex(({ stretch }) => stretch === beats[at].stretch);
  return { ...played, downbeat: (at - first) % played.beatsPerBar };
}

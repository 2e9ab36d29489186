/** A recording that was played to a plan, as a take: its strokes on the plan's own time, and which recording it came from. */
import { type Timeline, compile } from '../plan/index.ts';
import type { Take } from '../take/index.ts';
import { onPlan } from './find-clicks.ts';
import { asOneLine } from './lines.ts';
import { editCount, marksOf } from './marks.ts';
import type { PlayedToPlan, Recording } from './recording-schema.ts';

/** @throws PlanError when the plan cannot be played by this version. */
export function takeOfRecording(recording: Recording & { played: PlayedToPlan }, id: string): Take {
  const { played, heard, edits, sound, midi, playerId, recordedAt } = recording;
  const timeline: Timeline = compile(played.plan);
  const endS = onPlan(played, sound.durationS);
  const { parts } = timeline;
  const marks = marksOf(heard, edits);
  return {
    format: 'feldspar-take',
    version: 1,
    id,
    playerId,
    planId: played.planId,
    plan: played.plan,
    startedAt: recordedAt,
    stoppedAtS: endS < timeline.endS ? endS : null,
    input: midi ? 'midi' : 'recording',
    hits: (parts.length > 1 ? marks : asOneLine(marks)).map(({ timeS, strength, endS: heldTo, line }) => ({
      timeS: onPlan(played, timeS),
      ...(strength === undefined ? {} : { strength }),
      ...(heldTo === undefined || heldTo <= timeS ? {} : { lengthS: heldTo - timeS }),
      // The first track is the plan's first line; one too many goes where it fits.
      ...(parts.length < 2 || line === undefined || parts[line] === undefined ? {} : { voice: parts[line] }),
    })),
    clock: null,
    latencyMs: 0,
    simulated: null,
    ...(midi ? { midi: { device: recording.name, simulated: false } } : {}),
    recording: {
      id: recording.id,
      name: recording.name,
      ears: heard.ears,
      foundBy: played.foundBy,
      byHand: editCount(edits),
      hidden: heard.hiddenS.length,
    },
    note: '',
  };
}

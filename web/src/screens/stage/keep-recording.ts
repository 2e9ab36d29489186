/** The sound of a take by microphone, kept as a recording that the take points at: looked at, corrected and heard anew like any other. */
import { NO_EDITS, type Recording } from '@feldspar/core/recordings';
import type { Take } from '@feldspar/core/take';
import { saveRecording } from '../../data/changes.ts';
import { keepSound } from '../../device/sounds.ts';
import type { HeardWhole } from '../../workers/live.ts';
import { longDate } from '../../text/text.ts';

/** @returns what the take says of it. */
export async function keepRecording(
  take: Take,
  { wav, sound, heard, zeroS, clockPpm }: NonNullable<HeardWhole['recording']>,
): Promise<NonNullable<Take['recording']>> {
  const { plan, planId, playerId, startedAt, latencyMs } = take;
  const foundBy = take.listening?.latencyBy === 'clicks' ? 'clicks' : 'hand';
  const recording: Recording = {
    format: 'feldspar-recording',
    version: 1,
    id: crypto.randomUUID(),
    name: `${plan.title}, ${longDate(startedAt)}`.slice(0, 200),
    playerId,
    recordedAt: startedAt,
    sound,
    side: 'mix',
    heard,
    edits: NO_EDITS,
    // The way round is taken off already.
    played: { to: 'plan', plan, planId, startS: zeroS + latencyMs / 1000, clockPpm, foundBy, sure: true },
  };
  await keepSound({ id: recording.id, blob: wav, send: false });
  await saveRecording(recording);
  const { ears, hiddenS } = heard;
  return { id: recording.id, name: recording.name, ears, foundBy, byHand: 0, hidden: hiddenS.length };
}

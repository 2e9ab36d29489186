/** A sound becomes a recording: heard, kept in this browser, and known to the studio. */
import { NO_EDITS, type Peaks, type Recording } from '@feldspar/core/recordings';
import { saveRecording } from '../../data/changes.ts';
import { keepSound } from '../../device/sounds.ts';
import { hearSound } from '../../workers/hear.ts';

interface Opening {
  blob: Blob;
  name: string;
  recordedAt: Date;
  playerId: string | null;
  onProgress(share: number): void;
  signal: AbortSignal;
}

/** @returns it, and its outline. @throws Error that says why it cannot be read, and what to do; the signal's reason where it was given up. */
export async function openSound({
  blob,
  name,
  recordedAt,
  playerId,
  onProgress,
  signal,
}: Opening): Promise<{ recording: Recording; peaks: Peaks }> {
  const { sound, side, heard, peaks } = await hearSound(
    { blob },
    { side: null, kind: null, plan: null },
    onProgress,
    signal,
  );
  const recording: Recording = {
    format: 'feldspar-recording',
    version: 1,
    id: crypto.randomUUID(),
    name: name.slice(0, 200),
    playerId,
    recordedAt: recordedAt.toISOString(),
    sound,
    side,
    heard,
    edits: NO_EDITS,
    played: { to: 'nothing', near: null, beatsPerBar: 4, downbeat: null },
  };
  await keepSound({ id: recording.id, blob, send: false });
  await saveRecording(recording);
  return { recording, peaks };
}

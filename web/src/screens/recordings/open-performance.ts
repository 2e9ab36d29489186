/** A performance in a MIDI file becomes a recording without sound. */
import { type MidiPerformance, strokesOfParts } from '@feldspar/core/formats';
import { recordingOfMidi } from '@feldspar/core/recordings';
import { saveRecording } from '../../data/changes.ts';
import { midiPartName } from '../../text/input-words.ts';

/** By its first four bytes, whatever it is called. */
export async function isMidi(file: File): Promise<boolean> {
  return (await file.slice(0, 4).text()) === 'MThd';
}

/** @param parts indices into the performance's parts. @returns the id of the recording. */
export async function openPerformance(
  file: File,
  performance: MidiPerformance,
  parts: readonly number[],
  playerId: string | null,
): Promise<string> {
  const id = crypto.randomUUID();
  await saveRecording(
    recordingOfMidi(
      {
        strokes: strokesOfParts(performance, parts),
        durationS: performance.durationS,
        parts: parts.map((i) => midiPartName(performance.parts[i])),
      },
      {
        id,
        name: file.name.slice(0, 200),
        playerId,
        recordedAt: new Date(file.lastModified).toISOString(),
      },
    ),
  );
  return id;
}

/** A performance in a MIDI file becomes a recording without sound. */
import { type MidiPerformance, strokesOfParts } from '@feldspar/core/formats';
import { recordingOfMidi } from '@feldspar/core/recordings';
import { saveRecording } from '../../data/changes.ts';
import { midiPartName } from '../../text/input-words.ts';

export interface ChosenParts {
  parts: readonly number[];
  each: boolean;
}

/** By its first four bytes, whatever it is called. */
export async function isMidi(file: File): Promise<boolean> {
  return (await file.slice(0, 4).text()) === 'MThd';
}

/** @param parts indices into the performance's parts. @param each of them is a line of its own. @returns the id of the recording. */
export async function openPerformance(
  file: File,
  performance: MidiPerformance,
  { parts, each }: ChosenParts,
  playerId: string | null,
): Promise<string> {
  const id = crypto.randomUUID();
  await saveRecording(
    recordingOfMidi(
      {
        strokes: strokesOfParts(performance, parts, each).map(({ part, ...stroke }) => ({
          ...stroke,
          ...(each ? { line: parts.indexOf(part) } : {}),
        })),
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

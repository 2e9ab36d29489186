/** A performance in a MIDI file as a recording: its strokes are known, and there is no sound to hear them in. */
import { EARS } from './hear-recording.ts';
import { NO_EDITS, type Recording } from './recording-schema.ts';

interface Performance {
  /** In order of time; with their line where each track is one. */
  strokes: readonly { timeS: number; strength: number; endS?: number; line?: number }[];
  durationS: number;
  /** Names of the tracks and channels that were chosen. */
  parts: string[];
}

export function recordingOfMidi(
  { strokes, durationS, parts }: Performance,
  whose: Pick<Recording, 'id' | 'name' | 'playerId' | 'recordedAt'>,
): Recording {
  const round = (seconds: number) => Number(seconds.toFixed(6));
  let lastS = -1;
  /** A stroke is known by its time, so of two at one moment the second comes a millionth of a second later. */
  const ownTime = (timeS: number) => (lastS = Math.max(round(timeS), round(lastS + 1e-6)));
  return {
    format: 'feldspar-recording',
    version: 1,
    ...whose,
    sound: { durationS, channels: 0, bytes: 0 },
    midi: { parts },
    side: 'mix',
    heard: {
      ears: EARS,
      kind: 'struck',
      onsets: strokes.map(({ timeS, strength, endS, line }) => ({
        timeS: ownTime(timeS),
        strength,
        confidence: 1,
        ...(endS === undefined ? {} : { endS: round(endS) }),
        ...(line === undefined ? {} : { line }),
      })),
      clicks: null,
      hiddenS: [],
    },
    edits: NO_EDITS,
    played: { to: 'nothing', near: null, beatsPerBar: 4, downbeat: null },
  };
}

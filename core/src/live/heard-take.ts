/**
 * A take by microphone, heard once more when it is over: from its whole sound, with all that was learned of our clicks by then. What was told
 * while it was played is for the screen, and for the case that the page goes away.
 */
import type { SoundKind } from '../hearing/index.ts';
import type { Timeline } from '../plan/index.ts';
import { type HeardRecording, type Source, hearRecording, onPlan } from '../recordings/index.ts';
import { LONGEST_DELAY_S } from './live-clicks.ts';
import { WAKES_S } from './live-hearing.ts';

export interface HeardStroke {
  /** From the timeline's time zero as it was given to the loudspeaker: the way round is still in it. */
  timeS: number;
  strength: number;
  lengthS?: number;
}

export interface HeardTake {
  kind: SoundKind;
  strokes: HeardStroke[];
  /** From loudspeaker to microphone, where our clicks were heard. */
  delayS: number | null;
  clicks: number;
  hidden: number;
  /** Onsets of a voice that counts, which were left out. */
  spoken: number;
  /** The same as a recording holds it, in seconds of the sound. */
  recorded: HeardRecording;
}

interface TakeFacts {
  timeline: Timeline;
  kind: SoundKind | null;
  /** Where in the sound time zero was given to the loudspeaker. */
  zeroS: number;
  /** What was found while it was played. */
  delayS: number | null;
  /** The onsets of a voice are strokes too. */
  countsVoice?: boolean;
}

/** So near to what was found live the clicks must be. */
const NEAR_S = 0.003;

/** @throws RangeError where more is heard than anybody plays. */
export async function hearTake(
  source: Source,
  { timeline, kind, zeroS, delayS, countsVoice = false }: TakeFacts,
): Promise<HeardTake> {
  const startBetween: [number, number] =
    delayS === null ? [zeroS, zeroS + LONGEST_DELAY_S] : [zeroS + delayS - NEAR_S, zeroS + delayS + NEAR_S];
  const heard = await hearRecording(source, { kind, timeline, startBetween });
  // Clicks that were not found live are believed only where nothing else explains them.
  const clicks = heard.clicks && (delayS !== null || heard.clicks.sure) ? heard.clicks : null;
  const wayS = clicks ? clicks.startS - zeroS : null;
  const onTimeline = (timeS: number) => (clicks ? onPlan(clicks, timeS) + wayS! : timeS - zeroS);
  const all = countsVoice
    ? [...heard.onsets, ...heard.spoken].sort((a, b) => a.timeS - b.timeS)
    : heard.onsets;
  const onsets = all.filter(({ timeS }) => timeS >= WAKES_S);
  const strokes = onsets.map(({ timeS, strength, endS }) => ({
    timeS: onTimeline(timeS),
    strength,
    ...(endS === undefined || endS <= timeS ? {} : { lengthS: endS - timeS }),
  }));
  return {
    kind: heard.kind,
    // What sounded while the page was getting ready is not of the take.
    strokes: strokes.filter(({ timeS }) => timeS > 0),
    delayS: wayS,
    clicks: clicks?.count ?? 0,
    hidden: heard.hiddenS.length,
    spoken: countsVoice ? 0 : heard.spoken.length,
    recorded: { ...heard, clicks, onsets, ...(countsVoice ? { voice: [], spoken: [] } : {}) },
  };
}

/**
 * A whole recording, heard: without a plan once; with one up to three times, so that our own clicks are found, what they sound like there is
 * learned, and what is left without them is heard. The sound is read anew each time, piece by piece: memory does not grow with it.
 */
import { DcBlocker, type Onset, type SoundKind, WholeEars } from '../hearing/index.ts';
import type { Timeline } from '../plan/index.ts';
import { lowerBound } from '../stats/index.ts';
import { type LookedFor, lookedFor } from './click-voices.ts';
import { AROUND_S, type Placed, onRecording } from './find-clicks.ts';
import { learn, startsOf } from './learn-clicks.ts';
import { Levels } from './levels.ts';
import { type KnownSound, beforeS, isOverClick } from './over-clicks.ts';
import { ClickRemover } from './remove-clicks.ts';
import type { Source, Through } from './source.ts';

/** The ears of this version: what they heard differently before is heard anew. */
export const EARS = 23;

export interface HowToHear {
  kind?: SoundKind | null;
  /** What was played to, where that is known. */
  timeline?: Timeline | null;
  /** Where on the recording its time zero can only be, in seconds; anywhere where it is left out. */
  startBetween?: readonly [number, number];
  /** 0 to 1. */
  onProgress?: (share: number) => void;
  /** Throws where it is to stop, as an AbortSignal does. */
  signal?: { throwIfAborted(): void } | undefined;
}

/** What is known of our own clicks on it. */
export interface ClicksHeard extends Placed {
  /** Clicks that were found. */
  count: number;
  /** No other start is nearly as good. */
  sure: boolean;
  /** How far the clicks lie off their line, in ms. */
  spreadMs: number;
}

export interface HeardRecording {
  kind: SoundKind;
  onsets: Onset[];
  clicks: ClicksHeard | null;
  /** Where something may lie under a click, too soft to be told from it. */
  hiddenS: number[];
  /** Where somebody counted aloud, and the onsets of that, which are no strokes. */
  voice: { fromS: number; toS: number }[];
  spoken: Onset[];
}

/** Nobody plays more. */
export const MOST_ONSETS = 200_000;

/** @throws RangeError where more is heard than anybody plays; the signal's reason where it was stopped. */
export async function hearRecording(source: Source, how: HowToHear = {}): Promise<HeardRecording> {
  const { kind = null, timeline = null, startBetween, onProgress = () => {}, signal } = how;
  const clicks = timeline ? lookedFor(timeline) : [];
  const passes = clicks.length > 0 ? 3 : 1;
  let pass = 0;
  const through = async (take: (samples: Float32Array) => void) => {
    let samplesRead = 0;
    const total = Math.max(1, source.durationS * source.sampleRateHz);
    for await (const samples of source.open()) {
      signal?.throwIfAborted();
      take(samples);
      samplesRead += samples.length;
      onProgress(Math.min(1, (pass + samplesRead / total) / passes));
    }
    pass++;
  };
  if (clicks.length === 0)
    return { ...(await heardPlainly(source, kind, through)), clicks: null, hiddenS: [] };
  const starts = withKnown(await startsOf(source, clicks, startBetween, through), startBetween);
  const learned = starts.length > 0 ? await learn(source, clicks, starts, through) : null;
  if (!learned) return { ...(await heardPlainly(source, kind, through)), clicks: null, hiddenS: [] };
  const { placed, sounds } = learned;
  const removable = clicks.map(({ timeS, sound }) => ({
    at: onRecording(placed, timeS) * source.sampleRateHz,
    sound: sounds.get(sound)?.received ?? null,
  }));
  const remover = new ClickRemover(removable, source.sampleRateHz);
  const ears = new WholeEars(source.sampleRateHz, kind);
  const levels = new Levels(source.sampleRateHz);
  const blocker = new DcBlocker(source.sampleRateHz);
  const next = (samples: Float32Array) => {
    levels.push(blocker.push(samples));
    hearNext(ears, samples);
  };
  await through((samples) => next(remover.push(samples)));
  next(remover.end());
  const whole = ears.end();
  // A click whose sound is not known is still there: as loud as a tone that begins, but it does not go on.
  const begins: Begins = ({ timeS, strength }, isTakenOut) =>
    whole.kind !== 'sustained' ||
    (levels.swells(timeS, SWELLS_DB) && (isTakenOut || levels.lasts(timeS, strength)));
  const heard = overClicks(whole.strokes, whole.kind, clicks, placed, sounds, begins);
  return {
    kind: whole.kind,
    onsets: within(heard.onsets, source.durationS),
    hiddenS: heard.hiddenS,
    voice: whole.voice,
    spoken: overClicks(whole.spoken, whole.kind, clicks, placed, sounds, begins).onsets,
    clicks: { ...placed, count: learned.count, sure: learned.sure, spreadMs: learned.spreadMs },
  };
}

/** Known so closely, clicks are looked for there, whether or not onsets say so: under strokes they have no onset of their own. */
function withKnown(
  starts: readonly number[],
  [from, to]: readonly [number, number] = [-Infinity, Infinity],
): readonly number[] {
  return starts.length === 0 && to - from <= 2 * AROUND_S ? [(from + to) / 2] : starts;
}

function hearNext(ears: WholeEars, samples: Float32Array): void {
  ears.push(samples);
  if (ears.count > MOST_ONSETS) throw new RangeError(`it has more than ${MOST_ONSETS} onsets`);
}

const within = (onsets: readonly Onset[], durationS: number) =>
  onsets.filter(({ timeS }) => timeS < durationS);

async function heardPlainly(source: Source, kind: SoundKind | null, through: Through) {
  const ears = new WholeEars(source.sampleRateHz, kind);
  await through((samples) => hearNext(ears, samples));
  const { strokes, spoken, ...heard } = ears.end();
  const { durationS } = source;
  return { ...heard, onsets: within(strokes, durationS), spoken: within(spoken, durationS) };
}

/** A long tone that begins becomes so much louder; at a click, what does not is the tone before it and what is left of the click. */
const SWELLS_DB = 3;

/** Whether something begins there; `isTakenOut` says whether a click near it was. */
type Begins = (onset: Onset, isTakenOut: boolean) => boolean;

/** Strokes stand over what remains of the clicks; the rest is what may lie hidden under them. */
function overClicks(
  onsets: readonly Onset[],
  kind: SoundKind,
  clicks: readonly LookedFor[],
  placed: Placed,
  sounds: ReadonlyMap<string, KnownSound>,
  begins: Begins,
): { onsets: Onset[]; hiddenS: number[] } {
  const at = clicks.map(({ timeS }) => onRecording(placed, timeS));
  const hiddenS: number[] = [];
  const heard = onsets.filter((onset) => {
    const last = lowerBound(at, onset.timeS + beforeS(kind)) - 1;
    if (last < 0) return true;
    const known = sounds.get(clicks[last].sound);
    const over = isOverClick(onset, at[last], known, begins(onset, known !== undefined));
    if (over === 'hidden') hiddenS.push(onset.timeS);
    return over === 'stroke';
  });
  return { onsets: heard, hiddenS };
}

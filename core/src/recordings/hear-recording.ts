/**
 * A whole recording, heard: without a plan once; with one up to three times, so that our own clicks are found, what they sound like there is
 * learned, and what is left without them is heard. The sound is read anew each time, piece by piece: memory does not grow with it.
 */
import { Ears, type Onset, type SoundKind, WholeEars } from '../hearing/index.ts';
import type { Timeline } from '../plan/index.ts';
import { lowerBound } from '../stats/index.ts';
import { type LookedFor, clickSounds, likeness, lookedFor } from './click-voices.ts';
import {
  ALIKE,
  AROUND_S,
  type FoundClick,
  type LikeClick,
  type Placed,
  foundIn,
  lineThrough,
  onRecording,
  startsByClicks,
} from './find-clicks.ts';
import { ClickRemover, FEWEST_RECEIVED, MOST_RECEIVED, RECEIVED_S, receivedSound } from './remove-clicks.ts';
import { Levels } from './levels.ts';
import { type KnownSound, beforeS, isOverClick, knownSound } from './over-clicks.ts';
import { Segments } from './segments.ts';

/** The ears of this version: what they heard differently before is heard anew. */
export const EARS = 7;

/** A sound that can be read again from its beginning. */
export interface Source {
  sampleRateHz: number;
  durationS: number;
  open(): AsyncIterable<Float32Array>;
}

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
  const next = (samples: Float32Array) => {
    levels.push(samples);
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

type Through = (take: (samples: Float32Array) => void) => Promise<void>;

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

/** Kept of the sound, so that an onset can be looked at when it is told of. */
const KEPT_S = 0.6;

/** The first time: about where the plan may begin. */
async function startsOf(
  source: Source,
  clicks: readonly LookedFor[],
  between: readonly [number, number] = [-Infinity, Infinity],
  through: Through,
) {
  const { sampleRateHz: rate, durationS } = source;
  const sounds = clickSounds(clicks, rate);
  const ears = new Ears(rate, 'struck');
  const ring = new Float32Array(2 ** Math.ceil(Math.log2(KEPT_S * rate)));
  const mask = ring.length - 1;
  let seen = 0;
  const likes: LikeClick[] = [];
  const onsetsS: number[] = [];
  const before = Math.round(0.003 * rate);
  const longest = Math.max(...[...sounds.values()].map(({ length }) => length));
  const levels = new Levels(rate);
  const look = ({ timeS }: Onset) => {
    onsetsS.push(timeS);
    const first = Math.round(timeS * rate) - before;
    if (first < 0) return;
    const piece = Float32Array.from({ length: longest + 2 * before }, (_, i) => ring[(first + i) & mask]);
    for (const [sound, samples] of sounds) {
      const { at, like } = likeness(piece, samples, 0, 2 * before);
      if (like >= ALIKE) likes.push({ timeS: (first + at) / rate, sound, like });
    }
  };
  const blocks = (samples: Float32Array) => {
    for (let at = 0; at < samples.length; at += 4096) {
      const block = samples.subarray(at, at + 4096);
      for (const value of block) ring[seen++ & mask] = value;
      levels.push(block);
      ears.push(block).forEach(look);
    }
  };
  await through(blocks);
  ears.end().forEach((onset) => onset.timeS < durationS && look(onset));
  return startsByClicks(clicks, likes, onsetsS, durationS, (timeS) => levels.at(timeS), between);
}

/** Clicks through which the line goes, at the most; spread over the whole. */
const MOST_FOR_LINE = 400;

/** A piece around a click, and what was found in it. */
interface Looked extends FoundClick {
  sound: string;
  piece: Float32Array;
  firstSample: number;
}

/** Clicks looked for from one possible start on. */
class Looking {
  readonly found: Looked[] = [];
  readonly push: (samples: Float32Array) => void;

  constructor(
    { sampleRateHz: rate, durationS }: Source,
    clicks: readonly LookedFor[],
    sounds: ReadonlyMap<string, Float32Array>,
    startS: number,
  ) {
    const around = Math.round(AROUND_S * rate);
    const length = Math.round(RECEIVED_S * rate) + 2 * around;
    const starts = clicks.map(({ timeS }) => Math.round((startS + timeS) * rate) - around);
    const onIt = lowerBound(starts, durationS * rate - length);
    const every = Math.max(1, Math.ceil(onIt / MOST_FOR_LINE));
    const chosen = clicks.map((_, i) => i).filter((i) => i % every === 0 && starts[i] >= 0);
    const segments = new Segments(
      chosen.map((i) => starts[i]),
      length,
    );
    this.push = (samples) =>
      segments.push(samples, (segment) => {
        const index = chosen[segment.index];
        const looked = { ...segment, index, samples: segment.samples.subarray(0, 4 * around) };
        const one = foundIn(looked, clicks, sounds, rate);
        const { samples: piece, firstSample } = segment;
        if (one) this.found.push({ ...one, sound: clicks[index].sound, piece, firstSample });
      });
  }

  /** Clicks that are there beyond doubt. */
  get clear(): number {
    return this.found.filter(({ like }) => like >= ALIKE).length;
  }
}

/** So many more clicks must be where they belong than from any other start. */
const SURE = { clicks: 2, share: 0.05 } as const;

/** The second time: which start it is, exactly where the clicks are, and what they sound like there. */
async function learn(
  source: Source,
  clicks: readonly LookedFor[],
  starts: readonly number[],
  through: Through,
) {
  const { sampleRateHz: rate } = source;
  const sounds = clickSounds(clicks, rate);
  const looking = starts.map((startS) => new Looking(source, clicks, sounds, startS));
  await through((samples) => looking.forEach((one) => one.push(samples)));
  const [best, second] = looking.toSorted((a, b) => b.clear - a.clear);
  const { found } = best;
  const line = lineThrough(found);
  if (!line) return null;
  const margin = best.clear - (second?.clear ?? 0);
  const sure = margin >= Math.max(SURE.clicks, SURE.share * best.clear);
  const known = new Map<string, KnownSound>();
  for (const sound of sounds.keys()) {
    const mine = found.filter((one) => one.sound === sound);
    const step = Math.max(1, Math.ceil(mine.length / MOST_RECEIVED));
    const pieces = mine
      .filter((_, i) => i % step === 0)
      .map(({ timeS, piece, firstSample, like }) => ({
        samples: piece,
        like,
        at: onRecording(line, timeS) * rate - firstSample,
      }));
    if (pieces.length < FEWEST_RECEIVED) continue;
    known.set(sound, knownSound(receivedSound(pieces, rate)));
  }
  const { clicks: count, spreadMs, ...placed } = line;
  return { placed, sounds: known, count, spreadMs, sure };
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

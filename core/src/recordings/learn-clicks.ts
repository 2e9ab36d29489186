/**
 * Our own clicks on a recording, learned in two passes: first about where the plan may begin, by the onsets that sound like its clicks; then
 * which of these starts it is, exactly where the clicks are, and what they sound like there.
 */
import { Ears, HighPass, type Onset } from '../hearing/index.ts';
import { lowerBound } from '../stats/index.ts';
import { ABOVE_HZ, highOf, highSounds, lowestHz } from './click-range.ts';
import { type LookedFor, clickSounds, likeness } from './click-voices.ts';
import {
  ALIKE,
  AROUND_S,
  type FoundClick,
  type LikeClick,
  foundIn,
  lineThrough,
  onRecording,
  startsByClicks,
} from './find-clicks.ts';
import { Levels } from './levels.ts';
import { type KnownSound, knownSound } from './over-clicks.ts';
import { FEWEST_RECEIVED, MOST_RECEIVED, RECEIVED_S, receivedSound } from './remove-clicks.ts';
import { Segments } from './segments.ts';
import type { Source, Through } from './source.ts';

/** Kept of the sound, so that an onset can be looked at when it is told of. */
const KEPT_S = 0.6;

/** The first time: about where the plan may begin. */
export async function startsOf(
  source: Source,
  clicks: readonly LookedFor[],
  between: readonly [number, number] = [-Infinity, Infinity],
  through: Through,
) {
  const { sampleRateHz: rate, durationS } = source;
  const sounds = clickSounds(clicks, rate);
  const highs = highSounds(sounds, rate);
  const ears = new Ears(rate, 'struck');
  const ring = new Float32Array(2 ** Math.ceil(Math.log2(KEPT_S * rate)));
  const high = new Float32Array(ring.length);
  const filter = new HighPass(ABOVE_HZ, rate);
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
    const cut = (from: Float32Array) =>
      Float32Array.from({ length: longest + 2 * before }, (_, i) => from[(first + i) & mask]);
    const [whole, above] = [cut(ring), cut(high)];
    for (const [sound, samples] of sounds) {
      const theirs = highs.get(sound);
      const { at, like } = likeness(theirs ? above : whole, theirs ?? samples, 0, 2 * before);
      if (like >= ALIKE) likes.push({ timeS: (first + at) / rate, sound, like });
    }
  };
  const blocks = (samples: Float32Array) => {
    for (let at = 0; at < samples.length; at += 4096) {
      const block = samples.subarray(at, at + 4096);
      filter.through(block, 0, block.length, high, seen);
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
    highs: ReadonlyMap<string, Float32Array>,
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
        const theirs = highs.get(clicks[index].sound);
        const beginning = segment.samples.subarray(0, 4 * around);
        const looked = { ...segment, index, samples: theirs ? highOf(beginning, ABOVE_HZ, rate) : beginning };
        const one = foundIn(looked, clicks, theirs ? highs : sounds, rate);
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
export async function learn(
  source: Source,
  clicks: readonly LookedFor[],
  starts: readonly number[],
  through: Through,
) {
  const { sampleRateHz: rate } = source;
  const sounds = clickSounds(clicks, rate);
  const highs = highSounds(sounds, rate);
  const looking = starts.map((startS) => new Looking(source, clicks, sounds, highs, startS));
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
    known.set(sound, knownSound(receivedSound(pieces, rate, lowestHz(sound, rate))));
  }
  const { clicks: count, spreadMs, ...placed } = line;
  return { placed, sounds: known, count, spreadMs, sure };
}

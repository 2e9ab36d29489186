/**
 * Are our own clicks on a recording, and where? First: which of the onsets sound like one of the plan's clicks, and at which start do most
 * of them fall on the plan. Then every click is looked for where it must be, and a robust line through what was found gives the start to a
 * tenth of a millisecond and how much the recorder's clock is off. Nothing is believed that not many clicks agree on.
 */
import { lowerBound, median, theilSen } from '../stats/index.ts';
import { type LookedFor, likeness } from './click-voices.ts';
import type { Segment } from './segments.ts';

/** An onset that sounds like one of the clicks. */
export interface LikeClick {
  timeS: number;
  sound: string;
  like: number;
}

/** Where time zero of the plan is, and the recorder's clock. */
export interface Placed {
  startS: number;
  /** Positive: the recording counts too many seconds. */
  clockPpm: number;
}

export const onRecording = ({ startS, clockPpm }: Placed, timeS: number): number =>
  startS + timeS * (1 + clockPpm / 1e6);
export const onPlan = ({ startS, clockPpm }: Placed, timeS: number): number =>
  (timeS - startS) / (1 + clockPpm / 1e6);

/** An onset sounds like a click from this correlation on. */
export const ALIKE = 0.5;
/** Onsets agree on a start where they are so near; recorders' clocks are off by a hundredth of a percent at most. */
const AGREE_S = 0.004;
const MOST_PPM = 150;
/** Fewest clicks that agree. */
const FEWEST = 4;
/** What is so loud beside a click covers it. */
const COVERS = 0.5;
/** Something sounded so near to where a click must be: it may lie under that. */
const UNDER_S = 0.07;

/**
 * @param likes in order of time. @param onsetsS all onsets, in order. @param durationS of the recording.
 * @param levelAt how loud it is at a time. Last: where a start can only be.
 * @returns where time zero may be, the likeliest first; none where too few agree.
 */
export function startsByClicks(
  clicks: readonly LookedFor[],
  likes: readonly LikeClick[],
  onsetsS: readonly number[],
  durationS: number,
  levelAt: (timeS: number) => number,
  [least, most]: readonly [number, number] = [-Infinity, Infinity],
): number[] {
  const starts = candidates(clicks, likes, least, most);
  const loud = levelsOf(likes, levelAt);
  const scored = starts.map((startS) => {
    let agree = 0;
    let absent = 0;
    for (const { timeS, sound } of clicks) {
      const at = startS + timeS;
      if (at < 0 || at > durationS - 0.05) continue;
      const near = AGREE_S + (MOST_PPM * timeS) / 1e6;
      if (likes.some((like) => like.sound === sound && Math.abs(like.timeS - at) < near)) agree++;
      // Under what rings louder than it a click is not missed.
      else if (!isNear(onsetsS, at) && levelAt(at) < COVERS * (loud.get(sound) ?? Infinity)) absent++;
    }
    return { startS, agree, score: agree - absent };
  });
  const possible = scored.filter(({ agree, score }) => agree >= FEWEST && score >= FEWEST / 2);
  possible.sort((a, b) => b.score - a.score);
  return possible.slice(0, MOST_POSSIBLE).map(({ startS }) => startS);
}

/** How loud each sound is where something is like it: the middle one. */
function levelsOf(likes: readonly LikeClick[], levelAt: (timeS: number) => number): Map<string, number> {
  const levels = new Map<string, number[]>();
  for (const { sound, timeS } of likes) {
    const mine = levels.get(sound) ?? [];
    mine.push(levelAt(timeS));
    levels.set(sound, mine);
  }
  return new Map([...levels].map(([sound, all]) => [sound, median(all)]));
}

/** Starts that are looked at closely. */
const MOST_POSSIBLE = 4;
const MOST_LIKES = 400;
const MOST_STARTS = 60;

/** Starts on which most pairs of a like onset and a click of that sound agree. */
function candidates(
  clicks: readonly LookedFor[],
  likes: readonly LikeClick[],
  least: number,
  most: number,
): number[] {
  const starts: number[] = [];
  // Near the beginning a clock that is off has not gone far, and there the count-in is.
  for (const like of likes.slice(0, MOST_LIKES))
    for (const click of clicks) {
      if (click.timeS > like.timeS + 5) break;
      const startS = like.timeS - click.timeS;
      if (click.sound === like.sound && startS >= least && startS <= most) starts.push(startS);
    }
  const sorted = Float64Array.from(starts).sort();
  const found: { startS: number; count: number }[] = [];
  for (let i = 0; i < sorted.length; i++) {
    const end = lowerBound(sorted, sorted[i] + AGREE_S);
    if (end - i >= FEWEST) found.push({ startS: sorted[(i + end - 1) >> 1], count: end - i });
  }
  found.sort((a, b) => b.count - a.count);
  const apart: number[] = [];
  for (const { startS } of found)
    if (apart.length < MOST_STARTS && apart.every((other) => Math.abs(other - startS) > 2 * AGREE_S))
      apart.push(startS);
  return apart;
}

function isNear(onsetsS: readonly number[], at: number): boolean {
  const i = lowerBound(onsetsS, at - UNDER_S);
  return i < onsetsS.length && onsetsS[i] < at + UNDER_S;
}

/** A click where it was found. */
export interface FoundClick {
  timeS: number;
  heardS: number;
  like: number;
}

/** Clicks are looked for so far around where they must be. */
export const AROUND_S = 0.006;

export function foundIn(
  { samples, firstSample, index }: Segment,
  clicks: readonly LookedFor[],
  sounds: ReadonlyMap<string, Float32Array>,
  sampleRateHz: number,
): FoundClick | null {
  const click = clicks[index];
  const sound = sounds.get(click.sound);
  if (!sound) return null;
  const { at, like } = likeness(samples, sound, 0, samples.length);
  return { timeS: click.timeS, heardS: (firstSample + at) / sampleRateHz, like };
}

/** How clear a click must be: what lets the most of them agree is asked. */
const CLEAR = [0.9, 0.8, 0.7, 0.6, 0.5, 0.4];
/** Clicks that are there lie on a line to a fraction of a millisecond. */
const MOST_SPREAD_MS = 0.5;
/** A clock is told from so many clicks over so long. */
const FOR_CLOCK = { clicks: 8, seconds: 15 } as const;

export interface ClickLine extends Placed {
  spreadMs: number;
  clicks: number;
}

/** The line through the clicks that are clear. @returns null where too few are, or they lie on none. */
export function lineThrough(found: readonly FoundClick[]): ClickLine | null {
  const lines = CLEAR.map((least) => lineOf(found.filter(({ like }) => like >= least)));
  return lines.reduce<ClickLine | null>((best, line) => {
    if (!line || line.spreadMs > MOST_SPREAD_MS) return best;
    return best && best.clicks >= line.clicks ? best : line;
  }, null);
}

function lineOf(clear: readonly FoundClick[]): ClickLine | null {
  if (clear.length < FEWEST) return null;
  const times = clear.map(({ timeS }) => timeS);
  const shifts = clear.map(({ timeS, heardS }) => heardS - timeS);
  const spanS = times.at(-1)! - times[0];
  const tells = clear.length >= FOR_CLOCK.clicks && spanS >= FOR_CLOCK.seconds;
  const line = tells ? theilSen(times, shifts) : null;
  const slope = line && Math.abs(line.slope) <= MOST_PPM / 1e6 ? line.slope : 0;
  const startS = median(shifts.map((shift, i) => shift - slope * times[i]));
  const off = shifts.map((shift, i) => Math.abs(shift - slope * times[i] - startS));
  return { startS, clockPpm: 1e6 * slope, spreadMs: 1482.6 * median(off), clicks: clear.length };
}

/** A beat map mended by hand. Every function gives a new map; where a change is not possible it gives the same one. Pure. */
import type { BarsFrom, BeatMap, Part } from './map-schema.ts';
import { LEAST_APART_S, MOST_BEATS } from './map-schema.ts';
import { beatAt, periodAround } from './map-time.ts';

/** A beat that a person has put there. */
const SURE = 1;

/** @returns undefined where nothing is said of how sure the beats are. */
const sureOf = ({ sure }: BeatMap, i: number) => sure?.[i] ?? 0;

interface Beat {
  timeS: number;
  sure: number;
  /** Index in the map it comes from. */
  was?: number;
}

const beatsOf = (map: BeatMap): Beat[] =>
  map.beats.map((timeS, was) => ({ timeS, sure: sureOf(map, was), was }));

/** Puts other beats in place of the old ones; bars go on beginning at the beats at which they began, or at the next one that is left. */
function withBeats(map: BeatMap, next: readonly Beat[]): BeatMap {
  const sorted = [...next].sort((a, b) => a.timeS - b.timeS);
  const isPossible =
    sorted.length >= 2 &&
    sorted.length <= MOST_BEATS &&
    sorted[0].timeS >= 0 &&
    sorted.every(({ timeS }, i) => i === 0 || timeS - sorted[i - 1].timeS >= LEAST_APART_S);
  if (!isPossible) return map;
  const now = new Map(sorted.flatMap(({ was }, i) => (was === undefined ? [] : [[was, i] as const])));
  const placeOf = (beat: number) => {
    const timeS = map.beats[beat];
    const after = sorted.findIndex((other) => other.timeS >= timeS - 1e-9);
    return now.get(beat) ?? (after < 0 ? sorted.length - 1 : after);
  };
  const bars: BarsFrom[] = [];
  for (const from of map.bars) {
    const beat = placeOf(from.beat);
    if (bars.length === 0 || beat > bars.at(-1)!.beat) bars.push({ ...from, beat });
  }
  return {
    ...map,
    beats: sorted.map(({ timeS }) => Number(timeS.toFixed(6))),
    ...(map.sure ? { sure: sorted.map(({ sure }) => sure) } : {}),
    bars: fromTheStart(bars),
  };
}

/** The first bars may begin some bars after the first beat: they are counted from as early as they can be. */
function fromTheStart([first, ...others]: BarsFrom[]): BarsFrom[] {
  return [{ ...first, beat: first.beat % first.beats }, ...others];
}

export function moveBeat(map: BeatMap, i: number, toS: number): BeatMap {
  const beats = beatsOf(map);
  const [before, after] = [map.beats[i - 1] ?? -Infinity, map.beats[i + 1] ?? Infinity];
  if (toS <= before || toS >= after) return map;
  beats[i] = { ...beats[i], timeS: toS, sure: SURE };
  return withBeats(map, beats);
}

export const addBeat = (map: BeatMap, timeS: number): BeatMap =>
  withBeats(map, [...beatsOf(map), { timeS, sure: SURE }]);

export const removeBeat = (map: BeatMap, i: number): BeatMap =>
  withBeats(
    map,
    beatsOf(map).filter((_, other) => other !== i),
  );

/** Every second beat is none. Those stay that are surer; where nothing is said of that, those among which the ones are. */
export function halved(map: BeatMap): BeatMap {
  const { sure = [], bars } = map;
  const lead = sure.reduce((sum, value, i) => sum + (i % 2 === 0 ? value : -value), 0);
  const parity = lead === 0 ? bars[0].beat % 2 : lead > 0 ? 0 : 1;
  const kept = beatsOf(map).filter((_, i) => i % 2 === parity);
  return withMeters(withBeats(map, kept), ({ beats }) => (beats % 2 === 0 && beats > 2 ? beats / 2 : beats));
}

/** A beat more in the middle of every two. */
export function doubled(map: BeatMap): BeatMap {
  const beats = beatsOf(map);
  const between = beats.slice(1).map(({ timeS, sure }, i): Beat => ({
    timeS: (timeS + beats[i].timeS) / 2,
    sure: Math.min(sure, beats[i].sure),
  }));
  return withMeters(withBeats(map, [...beats, ...between]), ({ beats: n }) => (n <= 3 ? n * 2 : n));
}

/** Each beat half a beat later: for a row that lies on the off-beats. */
export function offBeats(map: BeatMap): BeatMap {
  const beats = beatsOf(map);
  const last = map.beats.length - 1;
  return withBeats(
    map,
    beats.map((beat, i) => ({
      ...beat,
      timeS:
        i < last ? (beat.timeS + map.beats[i + 1]) / 2 : beat.timeS + (beat.timeS - map.beats[i - 1]) / 2,
    })),
  );
}

/** A bar of two that is doubled is a bar of four, and back; a bar of four stays one of four, now twice as quick. */
function withMeters(map: BeatMap, beatsIn: (from: BarsFrom) => number): BeatMap {
  return { ...map, bars: fromTheStart(map.bars.map((from) => ({ ...from, beats: beatsIn(from) }))) };
}

/** All ones lie so many beats later; round the first bar, or round the beats that there are where they do not fill one. */
export function shiftedOnes(map: BeatMap, by: number): BeatMap {
  const [first] = map.bars;
  const round = Math.min(first.beats, map.beats.length);
  return { ...map, bars: [{ ...first, beat: (((first.beat + by) % round) + round) % round }] };
}

/** This beat is a one, and all others are counted from it; with `onwards` only those after it. */
export function oneAt(map: BeatMap, i: number, onwards = false): BeatMap {
  const now = map.bars.findLast(({ beat }) => beat <= i) ?? map.bars[0];
  if (!onwards || i <= map.bars[0].beat) return { ...map, bars: [{ ...now, beat: i % now.beats }] };
  const before = map.bars.filter(({ beat }) => beat < i);
  const after = map.bars.filter(({ beat }) => beat > i);
  return { ...map, bars: [...before, { ...now, beat: i }, ...after] };
}

export function withMeter(map: BeatMap, meter: Pick<BarsFrom, 'beats' | 'unit'>): BeatMap {
  return { ...map, bars: fromTheStart(map.bars.map((from) => ({ ...from, ...meter }))) };
}

/** Between two beats that are sure, as many as fit, evenly; or so many intervals. */
export function filledBetween(map: BeatMap, first: number, last: number, intervals?: number): BeatMap {
  const [from, to] = [map.beats[first], map.beats[last]];
  if (!(to > from)) return map;
  // The tempo outside is the one to be gone on with; inside it may be wrong.
  const outside = [periodBefore(map.beats, first), periodAfter(map.beats, last)].filter((p) => p !== null);
  const periodS =
    outside.length > 0
      ? outside.reduce((sum, p) => sum + p, 0) / outside.length
      : (to - from) / (last - first);
  const count = intervals ?? Math.max(1, Math.round((to - from) / periodS));
  const beats = beatsOf(map);
  const filled = Array.from({ length: count - 1 }, (_, k): Beat => ({
    timeS: from + ((k + 1) * (to - from)) / count,
    sure: SURE,
  }));
  return withBeats(map, [
    ...beats.slice(0, first),
    { ...beats[first], sure: SURE },
    ...filled,
    { ...beats[last], sure: SURE },
    ...beats.slice(last + 1),
  ]);
}

const REACH = 4;
const periodBefore = (beats: readonly number[], i: number) =>
  i === 0 ? null : (beats[i] - beats[Math.max(0, i - REACH)]) / Math.min(i, REACH);
const periodAfter = (beats: readonly number[], i: number) => {
  const to = Math.min(beats.length - 1, i + REACH);
  return to === i ? null : (beats[to] - beats[i]) / (to - i);
};

/** From this beat on the tempo is so many seconds a beat, to the end. */
export function steadyFrom(map: BeatMap, i: number, periodS: number, endS: number): BeatMap {
  const from = map.beats[i];
  const count = Math.floor((endS - from) / periodS + 1e-9);
  if (!(periodS >= LEAST_APART_S) || i + count + 1 > MOST_BEATS) return map;
  const after = Array.from({ length: count }, (_, k): Beat => ({
    timeS: from + (k + 1) * periodS,
    sure: SURE,
  }));
  return withBeats(map, [...beatsOf(map).slice(0, i + 1), ...after]);
}

/** A named stretch of bars, in place of the one that began there. */
export function withPart(map: BeatMap, part: Part): BeatMap {
  const others = withoutPart(map, part.fromBar).parts ?? [];
  return { ...map, parts: [...others, part].sort((a, b) => a.fromBar - b.fromBar) };
}

export function withoutPart(map: BeatMap, fromBar: number): BeatMap {
  return { ...map, parts: (map.parts ?? []).filter((part) => part.fromBar !== fromBar) };
}

/** The beat that lies nearest. */
export function nearestBeat(map: BeatMap, timeS: number): number {
  return Math.max(0, Math.min(map.beats.length - 1, Math.round(beatAt(map.beats, timeS))));
}

/** Beats a minute around a beat. */
export const rateAround = (map: BeatMap, i: number): number => 60 / periodAround(map.beats, i);

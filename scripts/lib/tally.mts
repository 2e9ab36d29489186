/** What a pair of ears finds in sounds whose strokes are known, counted so that sets of sounds add up. */
import { scored } from '../../core/src/testing/scored.ts';
import type { Sound } from './grooves.mts';
import type { Ears } from './library-ears.mts';

export interface Tally {
  strokes: number;
  found: number;
  /** Within 50, 25 and 10 ms. */
  hits: [number, number, number];
  /** Found where there is no stroke, but a one-shot becomes louder again. */
  again: number;
  /** Of each line, its median error. */
  medianMs: number[];
}

export const EMPTY: Tally = {
  strokes: 0,
  found: 0,
  hits: [0, 0, 0],
  again: 0,
  medianMs: [],
};

export function tallyOf(sound: Sound, ears: Ears): Tally {
  const { truthS, againS = [] } = sound;
  const found = ears(sound).filter((timeS) => timeS < truthS.at(-1)! + 0.3);
  const hits = [0.05, 0.025, 0.01].map((within) => truthS.length - scored(found, truthS, within).missed);
  const isNear = (timesS: readonly number[], timeS: number) =>
    timesS.some((other) => Math.abs(other - timeS) <= 0.025);
  return {
    strokes: truthS.length,
    found: found.length,
    hits: hits as Tally['hits'],
    again: found.filter((timeS) => !isNear(truthS, timeS) && isNear(againS, timeS)).length,
    medianMs: [1000 * scored(found, truthS, 0.025).medianErrorS],
  };
}

export function added(a: Tally, b: Tally): Tally {
  return {
    strokes: a.strokes + b.strokes,
    found: a.found + b.found,
    hits: a.hits.map((hits, i) => hits + b.hits[i]) as Tally['hits'],
    again: a.again + b.again,
    medianMs: [...a.medianMs, ...b.medianMs],
  };
}

/** As if nothing had been found where a one-shot becomes louder again. */
export const withoutAgain = (tally: Tally): Tally => ({
  ...tally,
  found: tally.found - tally.again,
  again: 0,
});

/** F-measure at one of the tolerances of `hits`. */
export const fOf = ({ hits, strokes, found }: Tally, i: number) =>
  ((2 * hits[i]) / (strokes + found)).toFixed(3);

/** Of the lines, the median of their median errors, in ms. */
export const medianOf = ({ medianMs }: Tally) =>
  medianMs.toSorted((a, b) => a - b)[medianMs.length >> 1].toFixed(2);

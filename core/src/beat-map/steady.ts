/**
 * Whether a record keeps one tempo. Where it does a plan needs no map: the tempo, its interval, and the time of the first beat say all. The
 * tempo is the slope of the line of least squares through the beats; a record made to a click departs from it by what finding the beats leaves
 * open, a band by a random walk.
 */
import { leastSquares } from '../stats/index.ts';

export interface SteadyTempo {
  bpm: number;
  /** Half of the 95 % interval. */
  within: number;
  /** Seconds of beat 0. */
  firstS: number;
  periodS: number;
  /** How far a beat departs from the even row, at the most of 95 in 100. */
  departsS: number;
  isSteady: boolean;
}

/** Nobody hears that a beat lies so much beside an even row (about a just noticeable displacement at 100 to 120: Friberg and Sundberg 1995). */
const EVEN_S = 0.012;
const FEWEST = 16;

/** @returns null under sixteen beats. */
export function steadyTempo(beats: readonly number[]): SteadyTempo | null {
  if (beats.length < FEWEST) return null;
  const line = leastSquares(
    beats.map((_, i) => i),
    beats,
  );
  if (!line) return null;
  const { slope: periodS, intercept: firstS, slopeWithin } = line;
  const off = beats.map((timeS, i) => Math.abs(timeS - firstS - i * periodS)).sort((a, b) => a - b);
  const departsS = off[Math.floor(0.95 * (off.length - 1))];
  return {
    bpm: 60 / periodS,
    within: (60 * slopeWithin) / periodS ** 2,
    firstS,
    periodS,
    departsS,
    isSteady: departsS <= EVEN_S,
  };
}

/** Beats over which a tempo is gone on with. */
const BEFORE = 8;

/**
 * How far the record itself, over some beats, leaves the tempo that it had before: nobody who is alone there can know.
 * @returns seconds, positive where the record comes later than it would have; null without four beats before.
 */
export function wandersS(beats: readonly number[], fromBeat: number, toBeat: number): number | null {
  const from = Math.max(0, Math.round(fromBeat) - BEFORE);
  const first = Math.round(fromBeat);
  if (first - from < BEFORE / 2) return null;
  const periodS = (beats[first] - beats[from]) / (first - from);
  const last = Math.min(beats.length - 1, Math.round(toBeat));
  return beats[last] - (beats[first] + (last - first) * periodS);
}

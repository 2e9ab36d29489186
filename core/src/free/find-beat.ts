/**
 * The beat of hits about which nothing was said: the period on whose multiples most of the intervals between hits lie, near the tempo at
 * which people feel a beat. (Intervals between onsets, not only neighbours: Dixon 2001, J. New Music Research 30, 39–58; the preferred tempo
 * as a bell in the logarithm around 0.6 s: Parncutt 1994, Music Perception 11, 409–464. From memory.)
 */
import type { FreeHit } from './track-beats.ts';

const SLOWEST_S = 1.5;
const FASTEST_S = 0.25;
const STEP = 0.01;
/** Intervals up to so long tell of the beat, between at most so many neighbours. */
const LONGEST_S = 3;
const NEIGHBOURS = 12;
/** Hits that are looked at: a tempo is told by some hundreds. */
const MOST_LOOKED_AT = 2000;
/** An interval lies on a multiple where it is so near, in parts of the period. */
const NEAR = 0.06;
const PREFERRED_S = 0.6;
const BELL = 0.45;

/** @returns seconds of a beat; null with fewer than four hits. */
export function findBeat(hits: readonly FreeHit[]): number | null {
  if (hits.length < 4) return null;
  const intervals: { s: number; weight: number }[] = [];
  const looked = hits.slice(0, MOST_LOOKED_AT);
  looked.forEach(({ timeS }, i) => {
    for (let j = i + 1; j <= i + NEIGHBOURS && j < looked.length; j++) {
      const s = looked[j].timeS - timeS;
      if (s > LONGEST_S) break;
      if (s > 0.08) intervals.push({ s, weight: 1 / (j - i) });
    }
  });
  let best: { s: number; score: number } | null = null;
  const steps = Math.round(Math.log(SLOWEST_S / FASTEST_S) / STEP);
  for (let step = 0; step <= steps; step++) {
    const s = FASTEST_S * Math.exp(STEP * step);
    let agree = 0;
    for (const interval of intervals) {
      const beats = Math.max(1, Math.round(interval.s / s));
      const off = (interval.s / s - beats) / (NEAR * Math.sqrt(beats));
      if (Math.abs(off) < 3) agree += (interval.weight * Math.exp(-0.5 * off * off)) / beats;
    }
    const score = agree * Math.exp(-0.5 * (Math.log(s / PREFERRED_S) / BELL) ** 2);
    if (!best || score > best.score) best = { s, score };
  }
  return best && best.score > 0 ? best.s : null;
}

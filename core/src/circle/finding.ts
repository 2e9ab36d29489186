/**
 * Whether somebody has found the place of a click: they clap every beat, begin on one, and begin again on one after a rest. From the claps and
 * the clicks alone: since when the click lies where it should, after how many clicks and claps, and how well it was held. Pure.
 */
import { standardDeviation } from '../stats/index.ts';
import { type Challenge, placeOf } from './challenge.ts';

/** Of a beat, or at least so many ms: one sound from the other end of a room (common practice, no source). */
const TOLERANCE = { share: 0.09, leastMs: 60 } as const;
/** After a rest of so many beats a clap is one again. */
const BEGINS_ANEW = 2.5;
/** So many clicks one after the other have to lie there. */
const CLICKS_TO_FIND = 2;

export interface Found {
  /** Index of the first click that lay where it should and was followed by another that did; null while there is none. */
  click: number | null;
  /** Clicks heard until then, that one included, and claps. */
  clicks: number;
  claps: number;
  /** Beats clapped from then on within the tolerance, until the first that was not. */
  heldBeats: number;
  /** Their standard deviation, ms; null under three. */
  spreadMs: number | null;
  toleranceMs: number;
  /** How far off each click lies, by the claps round it, in beats from where it should; null where nobody clapped. */
  offBeats: (number | null)[];
}

/** @param claps in seconds, in order. @param clicks in seconds, those of this turn, in order. */
export function findingOf(
  challenge: Challenge,
  clickBpm: number,
  claps: readonly number[],
  clicks: readonly number[],
): Found {
  const beatS = 60 / clickBpm / challenge.beats;
  const toleranceMs = Math.max(TOLERANCE.leastMs, 1000 * TOLERANCE.share * beatS);
  const counted = count(claps, beatS);
  const place = placeOf(challenge).valueOf();
  const offBeats = clicks.map((click) => {
    const at = beatAt(counted, click, beatS, toleranceMs / 1000);
    if (at === null) return null;
    const off = (at - place) % challenge.beats;
    const near = off < 0 ? off + challenge.beats : off;
    return near > challenge.beats / 2 ? near - challenge.beats : near;
  });
  const lies = offBeats.map((off) => off !== null && Math.abs(off) * 1000 * beatS <= toleranceMs);
  const click = lies.findIndex(
    (_, i) => i + CLICKS_TO_FIND <= lies.length && lies.slice(i, i + CLICKS_TO_FIND).every(Boolean),
  );
  const base = { toleranceMs, offBeats };
  if (click < 0)
    return { ...base, click: null, clicks: clicks.length, claps: claps.length, heldBeats: 0, spreadMs: null };
  // From the clap before that click on: where each should be follows from the clicks alone.
  const since = clicks[click] - beatS;
  const offsMs: number[] = [];
  for (const { timeS } of counted) {
    if (timeS < since) continue;
    const beats = (timeS - clicks[click]) / beatS + place;
    const offMs = 1000 * beatS * (beats - Math.round(beats));
    if (Math.abs(offMs) > toleranceMs) break;
    offsMs.push(offMs);
  }
  return {
    ...base,
    click,
    clicks: click + 1,
    claps: claps.filter((timeS) => timeS <= clicks[click] + beatS / 2).length,
    heldBeats: offsMs.length,
    spreadMs: offsMs.length < 3 ? null : standardDeviation(offsMs),
  };
}

interface Clap {
  timeS: number;
  /** Beats from its "one". */
  beat: number;
  /** When that was. */
  beganS: number;
}

/** Each clap with its beat: the first of a run is one, and a clap left out leaves its beat out. */
function count(claps: readonly number[], beatS: number): Clap[] {
  const counted: Clap[] = [];
  for (const timeS of claps) {
    const before = counted.at(-1);
    const apart = before ? (timeS - before.timeS) / beatS : Infinity;
    if (!before || apart > BEGINS_ANEW) counted.push({ timeS, beat: 0, beganS: timeS });
    else counted.push({ ...before, timeS, beat: before.beat + Math.max(1, Math.round(apart)) });
  }
  return counted;
}

/** On which beat, and how far behind it, a moment lies by the claps beside it; null where none is near, or nothing had begun. */
function beatAt(claps: readonly Clap[], timeS: number, beatS: number, leewayS: number): number | null {
  let nearest: Clap | null = null;
  for (const clap of claps) {
    // What lies before a "one" is not counted by it.
    if (timeS < clap.beganS - leewayS) continue;
    if (!nearest || Math.abs(clap.timeS - timeS) < Math.abs(nearest.timeS - timeS)) nearest = clap;
  }
  if (!nearest || Math.abs(nearest.timeS - timeS) > NEAR * beatS) return null;
  return nearest.beat + (timeS - nearest.timeS) / beatS;
}
/** A clap may be left out beside a click. */
const NEAR = 1.25;

/** Whoever passes on claps some more: until a rest of so many of the beats, claps are still theirs. */
const CLAPS_ON = 1.5;

/** The claps of a turn: those from an index on, without what the one before went on clapping. @param beatS of the turn before. */
export function clapsOfTurn(claps: readonly number[], from: number, beatS: number): number[] {
  let first = from;
  while (first > 0 && first < claps.length && claps[first] - claps[first - 1] <= CLAPS_ON * beatS) first++;
  return claps.slice(first);
}

/**
 * Where a plan begins on a recording that holds no clicks: the start at which most strokes fall on notes and fewest are left over. Whether the
 * player was early or late as a whole cannot be told that way; everything else can.
 */
import type { Timeline } from '../plan/index.ts';
import { lowerBound, median } from '../stats/index.ts';

export interface PlacedByHits {
  startS: number;
  sure: boolean;
  /** Notes that have a stroke there. */
  agree: number;
}

const BIN_S = 0.01;
/** A stroke belongs to a note so near. */
const NEAR_S = 0.05;
/** Pairs that vote; longer takes are told by their first part and their last. */
const MOST_TARGETS = 300;
const MOST_HITS = 600;
const MOST_STARTS = 40;
const FEWEST = 4;

/** @param hitsS in order. @returns null where nothing agrees. */
export function placeByHits({ targets }: Timeline, hitsS: readonly number[]): PlacedByHits | null {
  const notes = distinct(targets.filter(({ optional }) => !optional).map(({ timeS }) => timeS));
  if (notes.length < FEWEST || hitsS.length < FEWEST) return null;
  const starts = likely(notes, hitsS);
  const scored = starts.map((startS) => scoreOf(notes, hitsS, startS)).sort((a, b) => b.score - a.score);
  const best = scored[0];
  if (!best || best.agree < FEWEST) return null;
  const second = scored.find(({ startS }) => Math.abs(startS - best.startS) > 2 * NEAR_S);
  const margin = best.score - (second?.score ?? -Infinity);
  // Where nearly all agree, one beat beside it has a note without a stroke at one end, and a stroke without a note at the other.
  const all = best.agree >= 0.9 * Math.max(notes.length, hitsS.length);
  return {
    startS: best.startS,
    agree: best.agree,
    sure: margin >= (all ? 1.5 : Math.max(3, 0.05 * notes.length)),
  };
}

const distinct = (times: readonly number[]) =>
  times.filter((time, i) => i === 0 || time - times[i - 1] > 1e-6);

/** Differences between strokes and notes, counted: the commonest ones, wherever strokes drift a little. */
function likely(notes: readonly number[], hitsS: readonly number[]): number[] {
  const someNotes = ends(notes, MOST_TARGETS);
  const someHits = ends(hitsS, MOST_HITS);
  const lowest = someHits[0] - notes.at(-1)!;
  const bins = Math.ceil((someHits.at(-1)! - notes[0] - lowest) / BIN_S) + 8;
  const votes = new Float32Array(bins);
  for (const note of someNotes)
    for (const hit of someHits) {
      const at = (hit - note - lowest) / BIN_S + 3;
      // A triangle of 40 ms to each side.
      for (let bin = Math.ceil(at - 4); bin <= at + 4; bin++)
        if (bin >= 0 && bin < bins) votes[bin] += 1 - Math.abs(bin - at) / 4.01;
    }
  const peaks: number[] = [];
  for (let bin = 1; bin < bins - 1; bin++)
    if (votes[bin] >= votes[bin - 1] && votes[bin] > votes[bin + 1] && votes[bin] >= FEWEST / 2)
      peaks.push(bin);
  return peaks
    .sort((a, b) => votes[b] - votes[a])
    .slice(0, MOST_STARTS)
    .map((bin) => lowest + (bin - 3) * BIN_S);
}

function ends(values: readonly number[], most: number): readonly number[] {
  return values.length <= most ? values : [...values.slice(0, most / 2), ...values.slice(-most / 2)];
}

function scoreOf(notes: readonly number[], hitsS: readonly number[], about: number) {
  let startS = about;
  let score = 0;
  let agree = 0;
  // Twice: the middle of what was found is a better start to find from.
  for (let turn = 0; turn < 2; turn++) {
    const off: number[] = [];
    const used = new Set<number>();
    for (const note of notes) {
      const hit = nearest(hitsS, startS + note);
      if (Math.abs(hitsS[hit] - note - startS) > NEAR_S || used.has(hit)) continue;
      used.add(hit);
      off.push(hitsS[hit] - note - startS);
    }
    agree = off.length;
    // A note without a stroke and a stroke without a note count against it.
    score = agree - 0.5 * (notes.length - agree) - 0.5 * (hitsS.length - agree);
    if (off.length > 0) startS += median(off);
  }
  return { startS, score, agree };
}

function nearest(sorted: readonly number[], value: number): number {
  const i = lowerBound(sorted, value);
  if (i === 0) return 0;
  return i === sorted.length || value - sorted[i - 1] < sorted[i] - value ? i - 1 : i;
}

/**
 * Turned round: the player has moved the beat so that a click between two beats falls on one. Competing explanations of the same
 * hits, our own design: the plan's grid, and the plan's grid moved so that one of its clicks becomes a beat. Each hit costs its distance
 * from the nearest note of each; the cheapest path through them, with a price for every change of mind, says who was where (Viterbi
 * 1967, IEEE Trans. Inf. Theory 13, 260–269). Equal notes and a click on the beat cannot tell whole beats apart, and are not tried.
 */
import { type Timeline, barIndexAt, beatOf, beatSeconds } from '../plan/index.ts';
import { lowerBound, mean } from '../stats/index.ts';
import type { Hit } from './hit.ts';
import type { Report } from './report-schema.ts';

/** So many hits in a row, and so many clicks heard among them, are no accident. */
const FEWEST_HITS = 8;
const FEWEST_CLICKS = 2;
/** A hit so far off, in beats, is one unit of surprise; further than COST_CAP says no more. */
const SPREAD_BEATS = 0.09;
const COST_CAP = 4;
const CHANGE_OF_MIND = 6;
/** Surprise saved a hit from which on it is claimed, and from which on it is at least open. */
const SAVED = { sure: 1.6, open: 0.8 } as const;
/** Of the displacement: how far a row may wander and still stand, and how far beside the click it may lie. */
const STANDS = 0.6;
const BESIDE = 1 / 3;
/** So few notes on either side of its beginning show whether the player jumped there; of the displacement, how far he must have. */
const JUMP = { hits: 4, share: 0.5 } as const;
/** Places as near as this, in beats, are one place. */
const SAME_PLACE = 0.04;
/** Where so much of the moved grid falls on the plan's own notes, hits cannot tell the two apart. */
const COINCIDES = 0.7;
const MOST_EXPLANATIONS = 8;

export interface Turned {
  found: Report['turned'];
  /** Whether a moment lies in one of them. */
  at: (timeS: number) => boolean;
  /** Whether any of them touches a stretch of time. */
  touches: (fromS: number, toS: number) => boolean;
}

/** @param hits in any order, as they were played. */
export function turnedOf(timeline: Timeline, hits: readonly Hit[], latencyMs: number): Turned {
  const { bars, targets } = timeline;
  const clicks = timeline.clicks.filter(({ sounding }) => sounding);
  const moves = explanationsOf(timeline, clicks);
  const ranges: { fromS: number; toS: number }[] = [];
  const found: Report['turned'] = [];
  if (moves.length > 0 && targets.length > 0) {
    const notes = Float64Array.from(targets, ({ timeS }) => timeS);
    const clickS = Float64Array.from(clicks, ({ timeS }) => timeS);
    const beatAt = (timeS: number) => beatSeconds(bars[barIndexAt(bars, timeS)]);
    const times = hits
      .map(({ timeS }) => timeS - latencyMs / 1000)
      .filter((timeS) => timeS > notes[0] - beatAt(notes[0]) && timeS <= timeline.endS)
      .sort((a, b) => a - b);
    const off = [0, ...moves].map((beats) =>
      times.map((timeS) => {
        const beatS = beatAt(timeS);
        return offNearest(notes, timeS - beats * beatS) / beatS;
      }),
    );
    for (const { state, from, to } of cheapest(off.map((list) => list.map(surprise)))) {
      if (state === 0 || to - from < FEWEST_HITS) continue;
      const beats = moves[state - 1];
      const [fromS, toS] = [times[from], times[to - 1]];
      const near = [fromS - 0.5 * beatAt(fromS), toS + 0.5 * beatAt(toS)].map((s) => lowerBound(clickS, s));
      const pulling = clicks.slice(...near).filter(({ bar, position }) => {
        const beat = beatOf(bars[bar], position) - beats;
        return Math.abs(beat - Math.round(beat)) < SAME_PLACE;
      });
      const own = off[state].slice(from, to);
      if (pulling.length < FEWEST_CLICKS || wandered(own) > STANDS * Math.abs(beats)) continue;
      if (!jumped(off[state], from, beats)) continue;
      const saved = mean(off[0].slice(from, to).map(surprise)) - mean(own.map(surprise));
      if (saved < SAVED.open) continue;
      ranges.push({ fromS, toS });
      found.push({
        fromBar: Math.max(1, bars[barIndexAt(bars, fromS)].number),
        toBar: bars[barIndexAt(bars, toS)].number,
        hits: to - from,
        beats,
        sure: saved >= SAVED.sure && Math.abs(mean(own)) <= BESIDE * Math.abs(beats),
      });
    }
  }
  // They lie in order, and apart.
  const ends = Float64Array.from(ranges, ({ toS }) => toS);
  const touches = (fromS: number, toS: number) => {
    const next = lowerBound(ends, fromS - 1e-6);
    return next < ranges.length && ranges[next].fromS <= toS + 1e-6;
  };
  return { found, at: (timeS) => touches(timeS, timeS), touches };
}

/**
 * By how many beats a click could have moved the player: by its own place within its beat, either way; the smallest first, since of two
 * alike the nearer is likelier. Left out are moves that lay the grid onto itself.
 */
function explanationsOf({ bars, targets }: Timeline, clicks: Timeline['clicks']): number[] {
  const places = new Map<number, number>();
  for (const { bar, position } of clicks) {
    const beat = beatOf(bars[bar], position);
    const place = Math.round(1e6 * (beat - Math.floor(beat))) / 1e6;
    places.set(place, (places.get(place) ?? 0) + 1);
  }
  const moves = [...places]
    .filter(([place]) => place > SAME_PLACE && place < 1 - SAME_PLACE)
    .sort(([, a], [, b]) => b - a)
    .slice(0, MOST_EXPLANATIONS / 2)
    .flatMap(([place]) => [place, place - 1]);
  if (moves.length === 0) return [];
  const beats = Float64Array.from(targets, ({ bar, position }) => beatOf(bars[bar], position)).sort();
  const coincides = (move: number) => {
    const same = beats.filter((beat) => Math.abs(offNearest(beats, beat - move)) < SAME_PLACE).length;
    return same >= COINCIDES * beats.length;
  };
  const kept: number[] = [];
  for (const move of [...new Set(moves)].sort((a, b) => Math.abs(a) - Math.abs(b)))
    if (!coincides(move) && !kept.some((other) => coincides(move - other))) kept.push(move);
  return kept;
}

function surprise(offBeats: number): number {
  const x = offBeats / SPREAD_BEATS;
  return Math.min(COST_CAP, 0.5 * x * x);
}

/** Signed distance from the nearest of some ascending values. */
function offNearest(values: Float64Array, value: number): number {
  const after = lowerBound(values, value);
  const late = after > 0 ? value - values[after - 1] : Infinity;
  const early = after < values.length ? value - values[after] : -Infinity;
  return late < -early ? late : early;
}

/** The cheapest path through states by hits, as runs of one state. */
function cheapest(costs: readonly number[][]): { state: number; from: number; to: number }[] {
  const states = costs.length;
  const n = costs[0].length;
  if (n === 0) return [];
  const back: Int8Array[] = [];
  let total = costs.map((own) => own[0]);
  for (let i = 1; i < n; i++) {
    const best = total.reduce((least, value, s) => (value < total[least] ? s : least), 0);
    const from = new Int8Array(states);
    total = total.map((value, s) => {
      const changes = total[best] + CHANGE_OF_MIND < value;
      from[s] = changes ? best : s;
      return (changes ? total[best] + CHANGE_OF_MIND : value) + costs[s][i];
    });
    back.push(from);
  }
  let state = total.reduce((least, value, s) => (value < total[least] ? s : least), 0);
  const runs = [{ state, from: n - 1, to: n }];
  for (let i = n - 2; i >= 0; i--) {
    state = back[i][state];
    if (state === runs[0].state) runs[0].from = i;
    else runs.unshift({ state, from: i, to: i + 1 });
  }
  return runs;
}

/**
 * Whether the stretch begins with a jump, or with the take. Who is fast and lets a rare click correct him only a little comes to
 * lie as far aside, but goes there step by step: that is drift.
 */
function jumped(fromMoved: readonly number[], from: number, beats: number): boolean {
  if (from === 0) return true;
  const distance = (values: readonly number[]) => mean(values.map(Math.abs));
  const before = distance(fromMoved.slice(Math.max(0, from - JUMP.hits), from));
  const after = distance(fromMoved.slice(from, from + JUMP.hits));
  return before - after >= JUMP.share * Math.abs(beats - Math.round(beats));
}

/** How far a row of distances goes along from its beginning to its end, by its regression line: who only drifts through stands nowhere. */
function wandered(values: readonly number[]): number {
  const n = values.length;
  const [middle, average] = [(n - 1) / 2, mean(values)];
  let [together, squares] = [0, 0];
  values.forEach((value, i) => {
    together += (i - middle) * (value - average);
    squares += (i - middle) ** 2;
  });
  return Math.abs((together / squares) * (n - 1));
}

/** Hits with known owners, for tests of alignment: what was played, and which target each hit belongs to. */
import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import type { Timeline } from '../plan/index.ts';
import { align, sceneOf } from '../timing/index.ts';

export interface Habits {
  sdMs?: number;
  missChance?: number;
  extraChance?: number;
  flamChance?: number;
  /** Beats gained (positive: late) evenly over the first gap, given back at its return. */
  slipBeats?: number;
  /** Every second note late by so much (swing on a straight grid). */
  swingMs?: number;
}

export interface OwnedHit {
  timeS: number;
  /** Index of the target it was meant for; -1 for an extra. */
  owner: number;
}

export function seededNormal(seed: number): { uniform: () => number; normal: () => number } {
  const random = xoroshiro128plus(seed);
  const uniform = () => uniformFloat64(random);
  const normal = () => Math.sqrt(-2 * Math.log(1 - uniform())) * Math.cos(2 * Math.PI * uniform());
  return { uniform, normal };
}

export function playWithHabits(timeline: Timeline, habits: Habits, seed: number): OwnedHit[] {
  const { sdMs = 10, missChance = 0, extraChance = 0, flamChance = 0, slipBeats = 0, swingMs = 0 } = habits;
  const { uniform, normal } = seededNormal(seed);
  const [gap] = sceneOf(timeline).gaps;
  const beatS = timeline.endS / timeline.bars.reduce((sum, bar) => sum + bar.meter.beats, 0);
  const hits: OwnedHit[] = [];
  timeline.targets.forEach((target, owner) => {
    const inGap =
      gap && target.timeS > gap.lastClickS + 1e-3 && target.timeS < (gap.returnS ?? Infinity) - 1e-3;
    const slip = inGap
      ? (slipBeats * beatS * (target.timeS - gap.lastClickS)) / (gap.returnS! - gap.lastClickS)
      : 0;
    const timeS = target.timeS + slip + ((owner % 2) * swingMs + normal() * sdMs) / 1000;
    if (uniform() >= missChance) hits.push({ timeS, owner });
    if (uniform() < extraChance)
      hits.push({ timeS: timeS + target.lengthS * (0.2 + 0.6 * uniform()), owner: -1 });
    if (uniform() < flamChance) hits.push({ timeS: timeS + 0.025, owner: -1 });
  });
  return hits.sort((a, b) => a.timeS - b.timeS);
}

/** Shares of owned hits that the aligner, and naive nearest matching, give to their owner; over some seeds. */
export function alignmentAccuracy(
  timeline: Timeline,
  habits: Habits,
  seeds: number,
): { ours: number; nearest: number } {
  const line = sceneOf(timeline).lines[0];
  let [ours, nearest, total] = [0, 0, 0];
  for (let seed = 1; seed <= seeds; seed++) {
    const hits = playWithHabits(timeline, habits, seed);
    const hitMs = Float64Array.from(hits, (hit) => hit.timeS * 1000);
    const found = align(line, hitMs);
    hits.forEach(({ owner }, i) => {
      if (owner < 0) return;
      total++;
      if (found[i] === owner) ours++;
      if (nearestTarget(line.timeMs, hitMs[i]) === owner) nearest++;
    });
  }
  return { ours: ours / total, nearest: nearest / total };
}

/** The naive matching that the aligner is compared with, here and in the benchmark. */
export function nearestTarget(timeMs: Float64Array, hitMs: number): number {
  let low = 0;
  let high = timeMs.length - 1;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (timeMs[middle] < hitMs) low = middle + 1;
    else high = middle;
  }
  return low > 0 && hitMs - timeMs[low - 1] < timeMs[low] - hitMs ? low - 1 : low;
}

/** How hits are spread round their places: so many hits a step of milliseconds, with the click and alone. Pure. */
import type { Timeline } from '@feldspar/core/plan';
import { type Gap, type Report, SAME_MOMENT_S, findGaps } from '@feldspar/core/timing';

export interface Spread {
  /** Middles of the steps, in ms. */
  middlesMs: number[];
  stepMs: number;
  /** Counts of hits. */
  clicked: number[];
  alone: number[];
}

const MOST_STEPS = 40;

/** Steps are round, and fine enough that the hits nearest the pulse fill several; the outermost ones hold everything beyond. */
export function spreadOf(timeline: Timeline, { matches }: Report): Spread {
  const values = matches.map(({ asynchronyMs }) => asynchronyMs);
  const sizes = values.map(Math.abs).sort((a, b) => a - b);
  const farthest = sizes[Math.floor(0.98 * (sizes.length - 1))] ?? 0;
  const stepMs = [2, 5, 10, 20, 50].find((step) => (2 * farthest) / step <= MOST_STEPS) ?? 100;
  const half = Math.max(3, Math.ceil(farthest / stepMs));
  const middlesMs = Array.from({ length: 2 * half + 1 }, (_, i) => (i - half) * stepMs);
  const spread: Spread = {
    middlesMs,
    stepMs,
    clicked: middlesMs.map(() => 0),
    alone: middlesMs.map(() => 0),
  };
  const gaps = findGaps(timeline);
  let g = 0;
  for (const { target, asynchronyMs } of matches) {
    const { timeS } = timeline.targets[target];
    while (g < gaps.length && endOf(gaps[g]) <= timeS + SAME_MOMENT_S) g++;
    const alone = g < gaps.length && timeS > gaps[g].lastClickS + SAME_MOMENT_S;
    const step = Math.max(-half, Math.min(half, Math.round(asynchronyMs / stepMs))) + half;
    spread[alone ? 'alone' : 'clicked'][step]++;
  }
  return spread;
}

const endOf = (gap: Gap) => gap.returnS ?? Infinity;

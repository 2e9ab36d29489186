/** How far from the click a player taps on the whole: equipment and habit together, from tapping along. */
import { mean, standardDeviation, studentInterval } from '../stats/index.ts';
import type { Report } from './report-schema.ts';
import type { Timeline } from '../plan/index.ts';

export type ConstantOffset =
  | { ms: number; ci95: [number, number]; sdMs: number; n: number; why?: undefined }
  | { ms: null; why: string };

/** Bars at the start in which one finds the click. */
const SETTLING_BARS = 1;
const FEWEST_BARS = 4;
/** An interval wider than this to either side is no figure to correct takes by. */
const WIDEST_MS = 12;

/**
 * Mean of the bars' mean asynchronies. Neighbouring taps are alike, bars much less so: the t interval is of the bars.
 *
 * @param report of tapping on clicks that all sound.
 */
export function constantOffset(timeline: Timeline, report: Report): ConstantOffset {
  if (report.disturbances.length > 0)
    return { ms: null, why: 'The sound was interrupted. Close what else is running and tap again.' };
  const settled = (timeline.targets[0]?.bar ?? 0) + SETTLING_BARS;
  const bars = new Map<number, number[]>();
  for (const { target, asynchronyMs } of report.matches) {
    const { bar } = timeline.targets[target];
    if (bar >= settled) bars.set(bar, [...(bars.get(bar) ?? []), asynchronyMs]);
  }
  const means = [...bars.values()].map(mean);
  if (means.length < FEWEST_BARS)
    return {
      ms: null,
      why: `Tap for at least ${FEWEST_BARS + SETTLING_BARS} bars; there were ${bars.size}.`,
    };
  const all = [...bars.values()].flat();
  const ms = mean(means);
  const half =
    (studentInterval(0.95, means.length - 1) * standardDeviation(means)!) / Math.sqrt(means.length);
  if (half > WIDEST_MS)
    return {
      ms: null,
      why: `The taps wander by ${Math.round(half)} ms to either side: too much for one figure. Tap again, relaxed, with the click.`,
    };
  return { ms, ci95: [ms - half, ms + half], sdMs: standardDeviation(all)!, n: all.length };
}

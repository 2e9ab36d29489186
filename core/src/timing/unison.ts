/** Two limbs striking together: how far apart they are, and which leads. */
import { mean, standardDeviation, studentInterval } from '../stats/index.ts';
import type { Timeline } from '../plan/index.ts';
import type { Match } from './matching.ts';
import { SAME_MOMENT_S } from './gaps.ts';
import type { Report } from './report-schema.ts';
import type { Scene } from './scene.ts';
import type { Tolerance } from './tolerance.ts';

export const FEWEST_TOGETHER = 8;
const FEWEST_FOR_TREND = 12;

/**
 * The spread is the second line's time minus the first's, in ms: positive when the first line's limb comes first. A limb leads
 * only when the 95 % t interval of the mean spread excludes 0. The trend is that of the spread over the take.
 */
export function unisonOf(
  timeline: Timeline,
  { lines, beatMs }: Scene,
  matches: readonly Match[],
  tolerance: Tolerance,
): Report['unison'] {
  const none = { meanSpreadMs: null, sdMs: null, withinTolerance: null, leads: null, trend: null };
  if (lines.length < 2) return { n: 0, ...none, why: 'the plan has one line to play' };
  const { targets } = timeline;
  const second = new Map(
    matches.filter(({ line }) => line === 1).map((match) => [match.target, match.asynchronyMs]),
  );
  const spreads: number[] = [];
  const minutes: number[] = [];
  let together = 0;
  for (const { line, target, asynchronyMs } of matches) {
    if (line !== 0) continue;
    const partner = partnerOf(targets, target, lines[1].voice);
    const other = partner === null ? undefined : second.get(partner);
    if (other === undefined) continue;
    const spread = other - asynchronyMs;
    spreads.push(spread);
    minutes.push(targets[target].timeS / 60);
    if (Math.abs(spread) <= tolerance.unisonMs(beatMs[target])) together++;
  }
  const n = spreads.length;
  if (n < FEWEST_TOGETHER)
    return { n, ...none, why: `needs ${FEWEST_TOGETHER} notes struck together, has ${n}` };
  const meanSpreadMs = mean(spreads);
  const sdMs = standardDeviation(spreads)!;
  const sure = Math.abs(meanSpreadMs) > (studentInterval(0.95, n - 1) * sdMs) / Math.sqrt(n);
  return {
    n,
    meanSpreadMs,
    sdMs,
    withinTolerance: together / n,
    trend: trendOf(minutes, spreads),
    leads: sure ? lines[meanSpreadMs > 0 ? 0 : 1].voice : null,
    ...(sure ? {} : { why: 'neither leads for certain' }),
  };
}

/**
 * How the spread changes: the slope of least squares with its t interval (Draper and Smith 1998, Applied Regression Analysis, ch. 1).
 * Positive: the second line's limb comes later and later.
 */
function trendOf(minutes: readonly number[], spreads: readonly number[]): Report['unison']['trend'] {
  const n = spreads.length;
  const [middle, usual] = [mean(minutes), mean(spreads)];
  const across = minutes.reduce((sum, x) => sum + (x - middle) ** 2, 0);
  if (n < FEWEST_FOR_TREND || across === 0) return null;
  const msPerMinute = minutes.reduce((sum, x, i) => sum + (x - middle) * (spreads[i] - usual), 0) / across;
  const left = spreads.reduce((sum, y, i) => sum + (y - usual - msPerMinute * (minutes[i] - middle)) ** 2, 0);
  const half = studentInterval(0.95, n - 2) * Math.sqrt(left / (n - 2) / across);
  return { msPerMinute, ci95: [msPerMinute - half, msPerMinute + half] };
}

/** The other limb's target of the same moment; targets lie in order of time. */
export function partnerOf(targets: Timeline['targets'], target: number, voice: string): number | null {
  const { timeS } = targets[target];
  for (const step of [1, -1]) {
    for (let i = target + step; targets[i] && Math.abs(targets[i].timeS - timeS) < SAME_MOMENT_S; i += step)
      if (targets[i].voice === voice) return i;
  }
  return null;
}

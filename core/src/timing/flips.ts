/** Flips: the player has turned the beat round, so that the displaced click lies on his beat. */
import { type Timeline, barIndexAt, beatSeconds } from '../plan/index.ts';
import type { Hit } from './hit.ts';
import type { Report } from './report-schema.ts';
import type { Tolerance } from './tolerance.ts';

/** So many hits in a row on the click and off the target are no accident. */
const FEWEST = 4;
/** As far from every target, in beats, is another place. */
const ELSEWHERE_BEATS = 0.2;

/** Runs of hits that lie on sounding clicks and on no target; each with the bar in which it begins. */
export function flipsOf(
  timeline: Timeline,
  hits: readonly Hit[],
  latencyMs: number,
  tolerance: Tolerance,
): Report['flips'] {
  const clicks = timeline.clicks.filter(({ sounding }) => sounding).map(({ timeS }) => timeS);
  const targets = timeline.targets.map(({ timeS }) => timeS);
  if (clicks.length === 0 || targets.length === 0) return [];
  const times = hits.map(({ timeS }) => timeS - latencyMs / 1000).sort((a, b) => a - b);
  const flips: Report['flips'] = [];
  let run: number[] = [];
  const end = () => {
    if (run.length >= FEWEST)
      flips.push({ bar: timeline.bars[barIndexAt(timeline.bars, run[0])].number, hits: run.length });
    run = [];
  };
  for (const timeS of times) {
    const beatS = beatSeconds(timeline.bars[barIndexAt(timeline.bars, timeS)]);
    const onClick = distance(clicks, timeS) <= tolerance.hitMs(1000 * beatS) / 1000;
    const elsewhere = distance(targets, timeS) > ELSEWHERE_BEATS * beatS;
    if (onClick && elsewhere && timeS > targets[0] - beatS) run.push(timeS);
    else end();
  }
  end();
  return flips;
}

/** To the nearest of some times, which lie in order. */
function distance(times: readonly number[], timeS: number): number {
  let low = 0;
  let high = times.length - 1;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (times[middle] < timeS) low = middle + 1;
    else high = middle;
  }
  return Math.min(Math.abs(times[low] - timeS), low > 0 ? Math.abs(times[low - 1] - timeS) : Infinity);
}

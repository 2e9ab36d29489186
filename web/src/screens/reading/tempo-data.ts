/** The tempo that was played, bar by bar, against the plan's. Pure. */
import type { Timeline } from '@feldspar/core/plan';
import type { Report } from '@feldspar/core/timing';
import { type Point, thin } from './thin.ts';

interface Onset {
  bar: number;
  targetS: number;
  hitS: number;
}

/**
 * From the first hit of a bar to the first hit of the next one that was hit: the written time over the played time, in percent
 * above (faster) or below the plan. Each point stands in the middle of its stretch, in bars. Only the first part is followed.
 */
export function tempoData({ targets, bars, parts }: Timeline, { matches }: Report): Point[] {
  const points: Point[] = [];
  let before: Onset | null = null;
  for (const { target, asynchronyMs } of matches) {
    const { bar, timeS, voice } = targets[target];
    if (voice !== parts[0] || bar === before?.bar) continue;
    const now: Onset = { bar, targetS: timeS, hitS: timeS + asynchronyMs / 1000 };
    if (before && now.hitS > before.hitS) {
      const ratio = (now.targetS - before.targetS) / (now.hitS - before.hitS);
      points.push({ x: (bars[before.bar].number + bars[bar].number) / 2, y: 100 * (ratio - 1) });
    }
    before = now;
  }
  return thin(points);
}

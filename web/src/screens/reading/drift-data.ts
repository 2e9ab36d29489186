/** The drift curve as points: asynchrony over the bars of the take, and the silent stretches behind it. Pure. */
import type { Timeline } from '@feldspar/core/plan';
import type { Report } from '@feldspar/core/timing';
import type { BarRange } from '../../parts/charts/chart-frame.ts';
import { type Point, thin } from './thin.ts';

/** x in bars: 3.25 is beat 2 of a bar 3 in 4/4; y in milliseconds, negative is early. */
export interface DriftData extends BarRange {
  points: Point[];
}

export function driftData(timeline: Timeline, report: Report): DriftData {
  const { bars, targets } = timeline;
  return {
    points: thin(
      report.matches.map(({ target, asynchronyMs }) => {
        const { bar, position } = targets[target];
        const { meter, number } = bars[bar];
        return { x: number + position.div(meter.unit).valueOf() / meter.beats, y: asynchronyMs };
      }),
    ),
    ...barRange(timeline),
  };
}

export function barRange({ bars, silentStretches }: Timeline): BarRange {
  const played = bars.filter((bar) => bar.kind === 'play');
  return {
    silent: silentStretches.map(({ firstBar, lastBar }) => [bars[firstBar].number, bars[lastBar].number + 1]),
    firstBar: played[0]?.number ?? 1,
    endBar: (played.at(-1)?.number ?? 1) + 1,
  };
}

/** The drift curve as points: asynchrony over the bars of the take, and the silent stretches behind it. Pure. */
import type { Timeline } from '@feldspar/core/plan';
import type { Report } from '@feldspar/core/timing';

export interface DriftPoint {
  /** Place in bars: 3.25 is beat 2 of a bar 3 in 4/4. */
  x: number;
  /** Milliseconds; negative is early. */
  y: number;
}

export interface DriftData {
  points: DriftPoint[];
  /** [first, end) in bars. */
  silent: [number, number][];
  firstBar: number;
  endBar: number;
}

/** More points than a screen has pixels are thinned: of each run the farthest hit is kept, so no peak is lost. */
const MOST_POINTS = 1200;

export function driftData(timeline: Timeline, report: Report): DriftData {
  const { bars, targets } = timeline;
  const played = bars.filter((bar) => bar.kind === 'play');
  const all = report.matches.map(({ target, asynchronyMs }) => {
    const { bar, position } = targets[target];
    const { meter, number } = bars[bar];
    return { x: number + position.div(meter.unit).valueOf() / meter.beats, y: asynchronyMs };
  });
  return {
    points: thin(all),
    silent: timeline.silentStretches.map(({ firstBar, lastBar }) => [
      bars[firstBar].number,
      bars[lastBar].number + 1,
    ]),
    firstBar: played[0]?.number ?? 1,
    endBar: (played.at(-1)?.number ?? 1) + 1,
  };
}

function thin(points: DriftPoint[]): DriftPoint[] {
  const run = Math.ceil(points.length / MOST_POINTS);
  if (run <= 1) return points;
  const kept: DriftPoint[] = [];
  for (let i = 0; i < points.length; i += run) {
    kept.push(points.slice(i, i + run).reduce((far, p) => (Math.abs(p.y) > Math.abs(far.y) ? p : far)));
  }
  return kept;
}

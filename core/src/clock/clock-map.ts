/**
 * One clock at the door: performance stamps (ms, what key and pointer events carry) to seconds of the audio context,
 * and so to seconds of the timeline.
 *
 * The map is fitted to anchors, pairs of a performance time and the context time that was *leaving the loudspeaker*
 * then (`AudioContext.getOutputTimestamp`, which already counts the reported output latency). An audio clock has three
 * faults, and each has its answer here: noise in single anchors (a robust line, Theil 1950, Sen 1968: the median of
 * all pairwise slopes), a rate that is not quite one and wanders (the line is fitted to the neighbourhood of each
 * stamp), and steps where the device lost time (the anchors are cut into segments there, and the steps reported).
 */
import { lineOfSlope, median, theilSen } from '../stats/index.ts';

export interface ClockAnchor {
  performanceMs: number;
  contextS: number;
}

export interface ClockStep {
  /** Between the last anchor before and the first after the step. */
  performanceMs: number;
  /** Time the audio lost (positive) or skipped (negative) against the performance clock. */
  lostMs: number;
}

export interface ClockMap {
  contextS(performanceMs: number): number;
  steps: ClockStep[];
}

/** The first output timestamps of a context are zeros or off by up to 20 ms (measured); they are not used. */
const WARM_UP_MS = 2000;
/** Steps smaller than this drown in the noise of some devices' timestamps. */
const SMALLEST_STEP_MS = 5;
const STEP_NEIGHBOURS = 3;
const WINDOW_MS = 20_000;
const MOST_POINTS = 60;

/**
 * @param anchors in any order; anchors of zero (a context that had not started) are skipped.
 * @throws RangeError when there is no usable anchor.
 */
export function fitClock(anchors: readonly ClockAnchor[]): ClockMap {
  const usable = settled(
    anchors
      .filter((a) => a.performanceMs > 0 && a.contextS > 0)
      .sort((a, b) => a.performanceMs - b.performanceMs),
  );
  if (usable.length === 0) throw new RangeError('the audio clock gave no timestamps');
  const { segments, steps } = cutAtSteps(usable);
  const lines = new Map<string, Line>();

  return {
    steps,
    contextS(performanceMs) {
      const s = firstFrom(steps, performanceMs, false);
      const window = Math.floor(performanceMs / (WINDOW_MS / 2));
      const key = `${s} ${window}`;
      let line = lines.get(key);
      if (!line) {
        const centreMs = (window + 0.5) * (WINDOW_MS / 2);
        line = robustLine(nearest(segments[s], centreMs));
        lines.set(key, line);
      }
      return line.contextS + (line.rate * (performanceMs - line.performanceMs)) / 1000;
    },
  };
}

function settled(anchors: ClockAnchor[]): ClockAnchor[] {
  const after = anchors.filter((a) => a.performanceMs - anchors[0].performanceMs >= WARM_UP_MS);
  return after.length >= 2 * STEP_NEIGHBOURS ? after : anchors;
}

const offsetMs = (a: ClockAnchor) => a.performanceMs - 1000 * a.contextS;

function cutAtSteps(anchors: ClockAnchor[]): { segments: ClockAnchor[][]; steps: ClockStep[] } {
  const offsets = anchors.map(offsetMs);
  const steps: ClockStep[] = [];
  const segments: ClockAnchor[][] = [];
  let start = 0;
  for (let i = 1; i < anchors.length; i++) {
    const before = offsets.slice(Math.max(start, i - STEP_NEIGHBOURS), i);
    const after = offsets.slice(i, i + STEP_NEIGHBOURS);
    const jump = median(after) - median(before);
    // The cut lies where the anchors themselves jump, not where the medians first notice it.
    const here = offsets[i] - offsets[i - 1];
    if (Math.abs(jump) < SMALLEST_STEP_MS || Math.abs(here) < Math.abs(jump) / 2) continue;
    if (after.length < STEP_NEIGHBOURS && i < anchors.length - 1) continue;
    segments.push(anchors.slice(start, i));
    steps.push({
      performanceMs: (anchors[i - 1].performanceMs + anchors[i].performanceMs) / 2,
      lostMs: jump,
    });
    start = i;
  }
  segments.push(anchors.slice(start));
  return { segments, steps };
}

/** Index of the first of some moments, which lie in order, that is not before a time (or, not `orAt`, that lies after it). */
function firstFrom(moments: readonly { performanceMs: number }[], atMs: number, orAt: boolean): number {
  let [low, high] = [0, moments.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    const { performanceMs } = moments[middle];
    if (performanceMs < atMs || (!orAt && performanceMs === atMs)) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** The anchors within the window around a time, or the segment's nearest ones where it has none there. */
function nearest(segment: ClockAnchor[], centreMs: number): ClockAnchor[] {
  const from = firstFrom(segment, centreMs - WINDOW_MS / 2, true);
  const to = firstFrom(segment, centreMs + WINDOW_MS / 2, false);
  if (to - from < 2) {
    const distance = (i: number) => Math.abs(segment[i].performanceMs - centreMs);
    let high = firstFrom(segment, centreMs, true);
    let low = high;
    while (high - low < Math.min(MOST_POINTS, segment.length)) {
      if (high >= segment.length || (low > 0 && distance(low - 1) <= distance(high))) low--;
      else high++;
    }
    return segment.slice(low, high);
  }
  const stride = Math.ceil((to - from) / MOST_POINTS);
  const chosen: ClockAnchor[] = [];
  for (let i = from; i < to; i += stride) chosen.push(segment[i]);
  return chosen;
}

interface Line {
  performanceMs: number;
  contextS: number;
  /** Context seconds a performance second; 1 but for some parts in a million. */
  rate: number;
}

function robustLine(anchors: ClockAnchor[]): Line {
  const xs = anchors.map((a) => a.performanceMs);
  const ys = anchors.map((a) => a.contextS);
  // Short spans would turn a tenth of a millisecond of noise into a rate.
  let line = theilSen(xs, ys, 1000);
  // A few young anchors tell no rate yet.
  if (Number.isNaN(line.slope) || xs.length < 3) line = lineOfSlope(xs, ys, 1 / 1000);
  return { performanceMs: line.x, contextS: line.y, rate: 1000 * line.slope };
}

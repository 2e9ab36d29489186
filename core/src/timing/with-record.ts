/**
 * Playing along with a record, two skills apart: *lock*, against the record while it sounds, where small corrections all the time are right; and
 * *steadiness*, alone in the silences, against the record's own tempo going on. The share of an error that is taken back is α (Vorberg and Wing 1996);
 * alone the spread of the intervals is clock and hand together, the tempo's own bias included. Where the record itself leaves its tempo while
 * it is silent nobody can know, and nothing is made of that silence.
 */
import { wandersS } from '../beat-map/index.ts';
import type { Timeline } from '../plan/index.ts';
import { lowerBound } from '../stats/index.ts';
import type { Differences } from './drift.ts';
import type { Gap } from './gaps.ts';
import type { Report } from './report-schema.ts';
import type { Tolerance } from './tolerance.ts';

export const WAVERS = 'the record itself leaves its tempo here';

/** Half of an error taken back at the next beat: from there on one follows rather than holds. */
const FOLLOWS_FROM = 0.45;
/** Skilled tapping varies by 2 to 4 % of the beat (from memory: Repp 2005); the middle of it divides. */
const STEADY_WITHIN = 0.03;
/** Who is surely so much fast or slow does not hold the tempo, however even his beats are. */
const LEAST_BIAS_PERCENT = 0.8;
const FEWEST_ALONE = 12;

/** Of each silence how far the record wanders in it, in ms, where that is more than a player is allowed; 0 elsewhere. */
export function wanderingOf({ clicks, bars }: Timeline, tolerance: Tolerance): (gap: Gap) => number {
  const beats = clicks.filter(({ record }) => record).map(({ timeS }) => timeS);
  if (beats.length === 0) return () => 0;
  return (gap) => {
    const from = nearest(beats, gap.lastClickS);
    const to = nearest(beats, gap.returnS ?? gap.toS);
    const wanders = to > from ? wandersS(beats, from, to) : null;
    if (wanders === null) return 0;
    const bar = bars.findLast(({ startS }) => startS <= gap.lastClickS + 1e-6) ?? bars[0];
    const allowed = tolerance.hitMs((1000 * (bar.endS - bar.startS)) / bar.meter.beats);
    return Math.abs(1000 * wanders) > allowed ? 1000 * wanders : 0;
  };
}

function nearest(values: readonly number[], value: number): number {
  const at = lowerBound(values, value);
  if (at === 0) return 0;
  return at === values.length || value - values[at - 1] < values[at] - value ? at - 1 : at;
}

interface Given {
  clicked: Report['clicked'];
  correction: Report['correction'];
  drift: Report['drift'];
  alone: readonly Differences[];
  /** NaN without a silence. */
  beatMs: number;
  gaps: readonly Gap[];
  wanders: (gap: Gap) => number;
}

/** Null for a plan without a record. */
export function withRecordOf(timeline: Timeline, given: Given): Report['record'] {
  if (!timeline.record) return null;
  const { clicked, correction, drift, alone, beatMs, gaps, wanders } = given;
  const n = alone.reduce((sum, { y }) => sum + y.length, 0);
  const share = n < FEWEST_ALONE ? null : spreadAlone(alone);
  const wavering = gaps.flatMap((gap) => {
    const ms = wanders(gap);
    return ms === 0 ? [] : [{ fromS: gap.fromS, toS: gap.toS, ms }];
  });
  return {
    name: timeline.record.name,
    lock: {
      n: clicked.n,
      meanMs: clicked.meanMs,
      sdMs: clicked.sdMs,
      withinTolerance: clicked.withinTolerance,
      alpha: correction.alpha,
      ci95: correction.ci95,
      ...(correction.why === undefined ? {} : { why: correction.why }),
    },
    alone: {
      n,
      spreadMs: share === null ? null : share * beatMs,
      percentOfBeat: share === null ? null : 100 * share,
      ...(share === null ? { why: `needs ${FEWEST_ALONE} intervals alone, has ${n}` } : {}),
    },
    wavering,
    manner: mannerOf(correction.alpha, share, drift),
  };
}

/** Root mean square of how much each interval alone differs from the record's, a beat; of its tempo's bias too. */
function spreadAlone(alone: readonly Differences[]): number {
  let [sum, n] = [0, 0];
  for (const { y, k } of alone)
    y.forEach((value, i) => {
      sum += (value * value) / k[i];
      n++;
    });
  return Math.sqrt(sum / n);
}

function mannerOf(
  alpha: number | null,
  share: number | null,
  { verdict, tempoPercent }: Report['drift'],
): NonNullable<Report['record']>['manner'] {
  if (alpha === null || share === null) return 'unclear';
  const isBiased =
    (verdict === 'rushing' || verdict === 'dragging') && Math.abs(tempoPercent ?? 0) >= LEAST_BIAS_PERCENT;
  const isSteady = share <= STEADY_WITHIN && !isBiased;
  if (alpha >= FOLLOWS_FROM) return isSteady ? 'both' : 'follows';
  return isSteady ? 'holds' : 'neither';
}

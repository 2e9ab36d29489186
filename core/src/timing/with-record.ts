/**
 * Playing along with a record, two skills apart: *lock*, against the record while it sounds, where small corrections all the time are right; and
 * *steadiness*, alone in the silences, against the record's own tempo going on. The share of an error that is taken back is α (Vorberg and Wing 1996);
 * alone the spread of the intervals is clock and hand together, the tempo's own bias included. Where the record itself leaves its tempo while
 * it is silent nobody can know, and nothing is made of that silence.
 */
import { wandersS } from '../beat-map/index.ts';
import type { Timeline } from '../plan/index.ts';
import { lowerBound, median } from '../stats/index.ts';
import type { Differences } from './drift.ts';
import type { Gap } from './gaps.ts';
import type { Match } from './matching.ts';
import type { Report } from './report-schema.ts';
import type { Scene } from './scene.ts';
import type { Tolerance } from './tolerance.ts';

export const WAVERS = 'the record itself leaves its tempo here';

/** Half of an error taken back at the next beat: from there on one follows rather than holds. */
const FOLLOWS_FROM = 0.45;
/** Skilled tapping varies by 2 to 4 % of the beat (from memory: Repp 2005); the middle of it divides. */
const STEADY_WITHIN = 0.03;
/** Who is surely so much fast or slow does not hold the tempo, however even his beats are. */
const LEAST_BIAS_PERCENT = 0.8;
const FEWEST_ALONE = 12;
const FEWEST_FOR_ONE = 4;

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

/** So near to whole beats, and by most of his notes: the player counts from another beat. */
const WHOLE_BEATS_WITHIN = 0.25;

/**
 * By how many beats the player's bar lies beside the record's: 0 is the right "one". Null where his notes are the same whichever beat is one
 * (every beat is played), or where they lie between beats.
 */
function oneOf({ targets, bars }: Timeline, scene: Scene, matches: readonly Match[]): number | null {
  const heard = matches.filter(({ target }) => scene.withClick[target] === 1);
  if (heard.length < FEWEST_FOR_ONE) return null;
  const places = new Set(
    heard.map(({ target }) => targets[target].position.div(bars[targets[target].bar].meter.unit).valueOf()),
  );
  const beats = bars[targets[heard[0].target].bar].meter.beats;
  const isSame = (shift: number) => [...places].every((place) => places.has((place + shift + beats) % beats));
  const middle = median(heard.map(({ target, judgedMs }) => judgedMs / scene.beatMs[target]));
  const whole = Math.round(middle);
  if (Math.abs(middle - whole) > WHOLE_BEATS_WITHIN) return null;
  // Where some other beat would do as well, only another one is sure.
  const isOpen = Array.from({ length: beats - 1 }, (_, i) => i + 1).some(isSame);
  return isOpen && (whole === 0 || isSame(1)) ? null : whole || 0;
}

interface Given {
  scene: Scene;
  matches: readonly Match[];
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
  const { clicked, correction, drift, alone, beatMs, gaps, wanders, scene, matches } = given;
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
    one: oneOf(timeline, scene, matches),
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

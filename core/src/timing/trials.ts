/**
 * A take as trials of what it trains: each return from a gap is one, within tolerance or not; where the click never leaves for long, each
 * bar with a click is one, held or not. What is decided over weeks is decided by these.
 */
import type { Timeline } from '../plan/index.ts';
import { mean } from '../stats/index.ts';
import type { MeasuredGap } from './gap-report.ts';
import type { Match } from './matching.ts';
import type { Report } from './report-schema.ts';
import { MOST_TRIAL_ERRORS, type Trials } from './trials-schema.ts';
import type { Scene } from './scene.ts';
import type { Tolerance } from './tolerance.ts';

/** A habit of lying a little before or behind the click is none of the trial; so many notes with a click tell it, and so much of the tolerance. */
const HABIT = { notes: 4, most: 2 } as const;
/**
 * After a long silence nobody is back to some milliseconds: the error of a clock without drift grows with the root of the beats (Wing and
 * Kristofferson 1973), and so does what counts as back, from four beats on.
 */
const SHORT_BEATS = 4;
/** More of a take turned round is a take of that. */
const TURNED_SHARE = 0.1;

interface Played {
  counts: Report['counts'];
  clicked: Report['clicked'];
  turned: Report['turned'];
  disturbances: number;
}

export function trialsOf(
  timeline: Timeline,
  scene: Scene,
  gaps: readonly MeasuredGap[],
  clear: readonly Match[],
  tolerance: Tolerance,
  { counts, clicked, turned, disturbances }: Played,
): Trials {
  const none = { of: 'bars', good: 0, early: 0, late: 0, uneven: 0 } as const;
  const turnedHits = turned.reduce((sum, { hits, sure }) => sum + (sure ? hits : 0), 0);
  if (disturbances > 0) return { ...none, why: 'interrupted' };
  if (turnedHits > TURNED_SHARE * counts.matched) return { ...none, why: 'turned round' };
  if (counts.matched < counts.targets / 2) return { ...none, why: 'mostly missed' };
  const returned = gaps.flatMap(({ gap, row, beatMs }) => {
    if (row.returnErrorMs === null) return [];
    const hitMs = tolerance.hitMs(beatMs);
    const most = hitMs * Math.sqrt(Math.max(1, gap.beats / SHORT_BEATS));
    return [{ errorMs: row.returnErrorMs, most, hitMs }];
  });
  // Where no note shares the click's moment the returns themselves tell the habit.
  const habitMs =
    clicked.n >= HABIT.notes
      ? (clicked.meanMs ?? 0)
      : returned.length >= HABIT.notes
        ? mean(returned.map(({ errorMs }) => errorMs))
        : 0;
  const returns = returned.map((one) => ({
    ...one,
    errorMs: one.errorMs - limited(habitMs, HABIT.most * one.hitMs),
  }));
  if (returns.length > 0) {
    const isGood = ({ errorMs, most }: (typeof returns)[number]) => Math.abs(errorMs) <= most;
    const bad = returns.filter((one) => !isGood(one));
    const early = bad.filter(({ errorMs }) => errorMs < 0).length;
    return {
      ...{ of: 'returns', good: returns.length - bad.length, early, late: bad.length - early, uneven: 0 },
      ...drawn(
        returns.map(({ errorMs, most, hitMs }) => (errorMs * hitMs) / most),
        returns[0].hitMs,
      ),
    };
  }
  return barsOf(timeline, scene, clear, tolerance);
}

/** A bar is held where all its notes were played and lie about the player's own place within the tolerance (root mean square). */
function barsOf(
  { targets, clicks, bars }: Timeline,
  { beatMs }: Scene,
  clear: readonly Match[],
  tolerance: Tolerance,
): Trials {
  const asked = new Map<number, number>();
  for (const { bar, optional } of targets) if (!optional) asked.set(bar, (asked.get(bar) ?? 0) + 1);
  const played = new Map<number, Match[]>();
  for (const match of clear) {
    const { bar } = targets[match.target];
    const inBar = played.get(bar);
    if (inBar) inBar.push(match);
    else played.set(bar, [match]);
  }
  const sounding = new Set(clicks.flatMap(({ bar, sounding: sounds }) => (sounds ? [bar] : [])));
  const habitMs = clear.length >= HABIT.notes ? mean(clear.map(({ judgedMs }) => judgedMs)) : 0;
  const trials = { of: 'bars' as const, good: 0, early: 0, late: 0, uneven: 0 };
  const middles: number[] = [];
  let toleranceMs = 0;
  for (const [bar, notes] of asked) {
    const matches = played.get(bar) ?? [];
    if (!sounding.has(bar) || bars[bar].kind !== 'play') continue;
    const most = matches.length > 0 ? tolerance.hitMs(beatMs[matches[0].target]) : 0;
    const aside = matches.map(({ judgedMs }) => judgedMs - limited(habitMs, HABIT.most * most));
    const middle = aside.length > 0 ? mean(aside) : 0;
    if (aside.length > 0) {
      middles.push(middle);
      toleranceMs = most;
    }
    const spread = aside.length > 0 ? Math.sqrt(mean(aside.map((one) => one * one))) : Infinity;
    if (matches.length >= notes && spread <= most) trials.good++;
    else if (middle < -most) trials.early++;
    else if (middle > most) trials.late++;
    else trials.uneven++;
  }
  return { ...trials, ...drawn(middles, toleranceMs) };
}

const drawn = (errorsMs: readonly number[], toleranceMs: number) => ({
  errorsMs: errorsMs.slice(0, MOST_TRIAL_ERRORS).map(Math.round),
  toleranceMs: Math.round(toleranceMs),
});

const limited = (value: number, most: number) => Math.max(-most, Math.min(most, value));

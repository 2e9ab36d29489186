/**
 * measure(timeline, hits) -> report. Aligns, splits into clicked and silent, and estimates drift. The report is
 * never stored as truth: it is computed from the take, so a better estimator re-measures old takes.
 */
import type { Timeline } from '../plan/index.ts';
import { mean, median, standardDeviation } from '../stats/index.ts';
import { placeText } from '../time/index.ts';
import { type Disturbance, disturbedBar, trustedFromBar } from './disturbance.ts';
import { entriesOf, reentryOf } from './entries.ts';
import { type Differences, fitDrift, meanDrift, ownSwing, tempoPercent } from './drift.ts';
import { findingsOf } from './findings.ts';
import { type MeasuredGap, measureGaps, percentInterval, pooledRows } from './gap-report.ts';
import type { Gap } from './gaps.ts';
import type { Hit } from './hit.ts';
import { summarise } from './asynchronies.ts';
import { correctionOf } from './correction.ts';
import { holdOf } from './hold.ts';
import { intentOf } from './intent.ts';
import { lengthsOf } from './lengths.ts';
import { type Match, intendedOffsets, matchHits } from './matching.ts';
import { heardAsOne, unisonByEar } from './one-sound.ts';
import { placesOf } from './places.ts';
import { restsOf } from './rests.ts';
import { steadinessOf } from './steadiness.ts';
import { swingOf } from './swing.ts';
import type { Judging } from './judging-schema.ts';
import { type Tolerance, toleranceOf } from './tolerance.ts';
import { trialsOf } from './trials.ts';
import { turnedOf } from './turned.ts';
import { unisonOf } from './unison.ts';
import { unmarkedOf } from './unmarked.ts';
import { WAVERS, wanderingOf, withRecordOf } from './with-record.ts';
import type { Report, Verdict } from './report-schema.ts';
import { type Scene, sceneOf } from './scene.ts';
import { sectionsOf } from './sections.ts';

/** Raise it when any figure changes its meaning or method, or what is kept of them its shape. */
export const ESTIMATOR = 9;

/** A drift smaller than this is not called rushing or dragging; a whole interval within the second is steady. */
export const VERDICT_PERCENT = { least: 0.3, steady: 0.6 } as const;

export interface MeasureOptions {
  /** Constant delay of the input, subtracted from every hit. */
  latencyMs?: number;
  disturbances?: readonly Disturbance[];
  judging?: Judging;
  /** To what the input can tell a hit's time. */
  resolutionMs?: number;
  /** Strokes of two limbs that are closer are one to the input, and it does not know the limbs; undefined where it does. */
  tellsApartMs?: number | undefined;
}

/** What a player's intervals were while alone: what holding is estimated from. */
export interface AloneIntervals {
  /** In beats. */
  differences: Differences[];
  /** Each gap's own drift in beats a beat. */
  perGap: number[];
  /** NaN without a gap. */
  beatMs: number;
}

export function measure(timeline: Timeline, hits: readonly Hit[], options: MeasureOptions = {}): Report {
  return measureWithAlone(timeline, hits, options).report;
}

/** The report, and what holding is estimated from, in one go. */
export function measureWithAlone(
  timeline: Timeline,
  hits: readonly Hit[],
  options: MeasureOptions = {},
): { report: Report; alone: AloneIntervals } {
  const { latencyMs = 0, disturbances = [], judging = {}, resolutionMs, tellsApartMs } = options;
  const tolerance = toleranceOf(judging, resolutionMs);
  const { scene, matches, extra, turned, clear } = matched(timeline, hits, latencyMs, judging);
  const judged = (kind: (target: number) => boolean) =>
    clear
      .filter(({ target }) => kind(target))
      .map(({ target, asynchronyMs, judgedMs }) => ({
        asynchronyMs,
        judgedMs,
        toleranceMs: tolerance.hitMs(scene.beatMs[target]),
      }));
  const isAlone = (target: number) => scene.gapOf[target] >= 0;
  const hasClick = (target: number) => scene.withClick[target] === 1;
  const wanders = wanderingOf(timeline, tolerance);
  const gaps = measureGaps(scene, clear, disturbances, tolerance, unusableFor(turned, wanders));
  const targets = askedTargets(timeline, matches);
  const free = matches.filter(({ target }) => timeline.targets[target].optional).length;
  const intervals = aloneIn(gaps);
  const { differences: alone, perGap, beatMs } = intervals;
  const usual = toleranceAt(scene, tolerance);
  const played = disturbances.filter((d) => d.timeS <= timeline.endS);
  const entries = entriesOf(timeline, scene, clear, tolerance);

  const together = tellsApartMs === undefined ? [] : heardAsOne(timeline, scene, hits, matches);
  const met = [...matches, ...together].sort((a, b) => a.target - b.target);
  const counts = {
    targets: targets + free,
    matched: met.length,
    missed: targets + free - met.length,
    extra,
  };
  const clicked = summarise(judged((target) => hasClick(target) && !isAlone(target)));

  const correction = correctionOf(scene, clear, perGap.length);
  const drift = overallDrift(gaps);

  const figures: Omit<Report, 'findings'> = {
    version: 1,
    estimator: ESTIMATOR,
    counts,
    matches: met.map(({ target, hit, asynchronyMs }) => ({ target, hit, asynchronyMs })),
    tolerance: usual,
    clicked,
    between: summarise(judged((target) => !hasClick(target) && !isAlone(target))),
    silent: summarise(judged(isAlone)),
    unmarked: unmarkedOf(timeline, scene, clear),
    sections: sectionsOf(timeline, scene, clear),
    places: placesOf(timeline, scene, clear),
    gaps: pooledRows(gaps),
    drift,
    steadiness: steadinessOf(changes(scene, clear), alone, beatMs),
    correction,
    record: withRecordOf(timeline, {
      clicked,
      correction,
      drift,
      alone,
      beatMs,
      gaps: scene.gaps,
      scene,
      matches: clear,
      wanders,
    }),
    holdBeats: holdOf(alone, perGap, beatMs, gaps.length > 0 ? tolerance.hitMs(beatMs) : usual.hitMs),
    positions: positions(timeline, clear, judging),
    intended: intentOf(timeline, scene, clear, judging),
    swing: swingOf(timeline, scene, clear),
    unison:
      (tellsApartMs === undefined ? null : unisonByEar(timeline, scene, hits, clear, tellsApartMs)) ??
      unisonOf(timeline, scene, clear, tolerance),
    lengths: lengthsOf(timeline, hits, clear),
    rests: restsOf(timeline, hits, matches, latencyMs),
    entries,
    reentry: reentryOf(entries),
    turned: turned.found,
    trials: trialsOf(timeline, scene, gaps, clear, tolerance, {
      counts,
      clicked,
      turned: turned.found,
      disturbances: played.length,
    }),
    disturbances: played.map((d) => ({ ...d, bar: disturbedBar(timeline.bars, d.timeS) })),
    trustedFromBar: trustedFromBar(timeline.bars, played),
  };
  const findings = findingsOf(timeline, figures, VERDICT_PERCENT.steady);
  return { report: { ...figures, findings }, alone: intervals };
}

/** Only what the player did while alone, for pooling over takes. */
export function aloneIntervals(
  timeline: Timeline,
  hits: readonly Hit[],
  { latencyMs = 0, disturbances = [], judging = {} }: MeasureOptions = {},
): AloneIntervals {
  const { scene, turned, clear } = matched(timeline, hits, latencyMs, judging);
  const tolerance = toleranceOf(judging);
  const unusable = unusableFor(turned, wanderingOf(timeline, tolerance));
  return aloneIn(measureGaps(scene, clear, disturbances, tolerance, unusable));
}

function unusableFor(turned: ReturnType<typeof turnedOf>, wanders: (gap: Gap) => number) {
  return (gap: Gap): string | undefined => {
    if (turned.touches(gap.lastClickS, gap.returnS ?? gap.toS)) return 'the beat was turned round here';
    return wanders(gap) === 0 ? undefined : WAVERS;
  };
}

/** The hits on their targets, and of them the `clear` ones: of a player who stood on another beat nothing else can be said. */
function matched(timeline: Timeline, hits: readonly Hit[], latencyMs: number, judging: Judging) {
  const scene = sceneOf(timeline);
  const { matches, extra } = matchHits(timeline, scene, hits, latencyMs, judging);
  const turned = turnedOf(timeline, hits, latencyMs);
  const hitS = ({ target, asynchronyMs }: Match) => timeline.targets[target].timeS + asynchronyMs / 1000;
  const clear = turned.found.length === 0 ? matches : matches.filter((match) => !turned.at(hitS(match)));
  return { scene, matches, extra, turned, clear };
}

/**
 * How many notes were asked for. A place of free playing that was left empty is none, nor is what came before the entry of a player
 * who comes in when he is ready.
 */
function askedTargets({ targets, entersWhenReady }: Timeline, matches: readonly Match[]): number {
  const fromS =
    entersWhenReady && matches.length > 0
      ? matches.reduce((first, { target }) => Math.min(first, targets[target].timeS), Infinity)
      : -Infinity;
  return targets.filter(({ optional, timeS }) => !optional && timeS >= fromS).length;
}

function aloneIn(gaps: readonly MeasuredGap[]): AloneIntervals {
  return {
    differences: gaps.flatMap((gap) => gap.differences),
    perGap: gaps.flatMap(({ perBeat }) => perBeat ?? []),
    beatMs: gaps.length > 0 ? mean(gaps.map((gap) => gap.beatMs)) : NaN,
  };
}

/** At the take's usual beat. */
function toleranceAt({ beatMs }: Scene, tolerance: Tolerance): Report['tolerance'] {
  const usual = beatMs.length > 0 ? median([...beatMs]) : 500;
  return { hitMs: tolerance.hitMs(usual), unisonMs: tolerance.unisonMs(usual) };
}

function overallDrift(gaps: readonly MeasuredGap[]): Report['drift'] {
  if (gaps.length === 0) {
    return {
      tempoPercent: null,
      ci95: null,
      verdict: 'unclear',
      why: 'the click never left: drift shows only where you are alone',
    };
  }
  const perGap = gaps.flatMap((gap) => gap.perBeat ?? []);
  const estimate = meanDrift(perGap) ?? fitDrift(gaps.flatMap((gap) => gap.differences));
  if (!estimate) {
    const n = gaps.flatMap((gap) => gap.differences).reduce((sum, run) => sum + run.y.length, 0);
    return { tempoPercent: null, ci95: null, verdict: 'unclear', why: `needs 3 intervals alone, has ${n}` };
  }
  const ci95 = percentInterval(estimate.ci95);
  const percent = tempoPercent(estimate.perBeat);
  return { tempoPercent: percent, ci95, verdict: verdictOf(percent, ci95) };
}

export function verdictOf(percent: number, [low, high]: [number, number]): Verdict {
  if (low > 0 && percent >= VERDICT_PERCENT.least) return 'rushing';
  if (high < 0 && percent <= -VERDICT_PERCENT.least) return 'dragging';
  return low > -VERDICT_PERCENT.steady && high < VERDICT_PERCENT.steady ? 'steady' : 'unclear';
}

/** Changes of asynchrony from hit to hit, in ms, the player's own swing taken off: the inter-onset intervals against the written ones. */
function changes({ lines, swingS, beats }: Scene, matches: readonly Match[]): number[] {
  const runs = lines.map((_, l): Differences => {
    const mine = matches.filter((m) => m.line === l);
    const pairs = mine.slice(1).map((now, i) => [mine[i], now] as const);
    return {
      y: pairs.map(([before, now]) => now.judgedMs - before.judgedMs),
      k: pairs.map(([before, now]) => beats[now.target] - beats[before.target]),
      swing: pairs.map(([before, now]) => 1000 * (swingS[now.target] - swingS[before.target])),
    };
  });
  const swing = ownSwing(runs);
  return runs.flatMap((run) => run.y.map((value, i) => value - swing * run.swing![i]));
}

function positions(timeline: Timeline, matches: readonly Match[], judging: Judging): Report['positions'] {
  const groups = new Map<string, { order: number; intendedMs: number; values: number[] }>();
  const intendedMs = intendedOffsets(timeline, judging);
  for (const { target, asynchronyMs } of matches) {
    const { position } = timeline.targets[target];
    const key = placeText(position);
    const group = groups.get(key) ?? {
      order: position.valueOf(),
      intendedMs: intendedMs(target),
      values: [],
    };
    group.values.push(asynchronyMs);
    groups.set(key, group);
  }
  return [...groups.entries()]
    .sort(([, a], [, b]) => a.order - b.order)
    .map(([position, { values, intendedMs: meantMs }]) => ({
      position,
      n: values.length,
      meanMs: mean(values),
      sdMs: standardDeviation(values),
      ...(meantMs === 0 ? {} : { intendedMs: meantMs }),
      ...(values.length < 2 ? { why: 'the spread needs 2 hits, has 1' } : {}),
    }));
}

/**
 * measure(timeline, hits) -> report. Aligns, splits into clicked and silent, and estimates drift. The report is
 * never stored as truth: it is computed from the take, so a better estimator re-measures old takes.
 */
import { type Timeline, beatSeconds } from '../plan/index.ts';
import { mean, standardDeviation } from '../stats/index.ts';
import { align } from './align.ts';
import { type Disturbance, disturbedBar, trustedFromBar } from './disturbance.ts';
import { entriesOf } from './entries.ts';
import { flipsOf } from './flips.ts';
import { fitDrift, meanDrift, tempoPercent } from './drift.ts';
import { type Match, type MeasuredGap, measureGaps, percentInterval, pooledRows } from './gap-report.ts';
import type { Hit } from './hit.ts';
import { summarise } from './asynchronies.ts';
import { correctionOf } from './correction.ts';
import { holdOf } from './hold.ts';
import { lengthsOf } from './lengths.ts';
import { steadinessOf } from './steadiness.ts';
import { swingOf } from './swing.ts';
import { TOLERANCE_MS } from './tolerance.ts';
import { unisonOf } from './unison.ts';
import type { Report, Verdict } from './report-schema.ts';
import { nearestPlaces } from './nearest.ts';
import { type Line, type Scene, sceneOf } from './scene.ts';
import { sentencesOf } from './sentences.ts';

/** Raise it when any figure changes its meaning or method. */
export const ESTIMATOR = 2;

/** A drift smaller than this is not called rushing or dragging; a whole interval within the second is steady. */
export const VERDICT_PERCENT = { least: 0.3, steady: 0.6 } as const;

export interface MeasureOptions {
  /** Constant delay of the input, subtracted from every hit. */
  latencyMs?: number;
  disturbances?: readonly Disturbance[];
}

export function measure(timeline: Timeline, hits: readonly Hit[], options: MeasureOptions = {}): Report {
  const { latencyMs = 0, disturbances = [] } = options;
  const scene = sceneOf(timeline);
  const { matches, extra } = matchHits(timeline, scene, hits, latencyMs);
  const asynchronies = (silent: boolean) =>
    matches.filter((m) => scene.gapOf[m.target] >= 0 === silent).map((m) => m.asynchronyMs);
  const gaps = measureGaps(scene, matches, disturbances);
  // A place of free playing that was left empty is no target.
  const targets = timeline.targets.filter(({ optional }) => !optional).length;
  const free = matches.filter(({ target }) => timeline.targets[target].optional).length;
  const alone = gaps.flatMap((gap) => gap.differences);
  const beatMs = gaps.length > 0 ? mean(gaps.map((gap) => gap.beatMs)) : NaN;
  const played = disturbances.filter((d) => d.timeS <= timeline.endS);

  const figures: Omit<Report, 'sentences'> = {
    version: 1,
    estimator: ESTIMATOR,
    counts: {
      targets: targets + free,
      matched: matches.length,
      missed: targets + free - matches.length,
      extra,
    },
    matches: matches.map(({ target, hit, asynchronyMs }) => ({ target, hit, asynchronyMs })),
    clicked: summarise(asynchronies(false)),
    silent: summarise(asynchronies(true)),
    gaps: pooledRows(gaps),
    drift: overallDrift(gaps),
    steadiness: steadinessOf(changes(scene, matches), alone, beatMs),
    correction: correctionOf(scene, matches, gaps.filter(({ perBeat }) => perBeat !== null).length),
    holdBeats: holdOf(
      alone,
      gaps.flatMap(({ perBeat }) => perBeat ?? []),
      beatMs,
      TOLERANCE_MS,
    ),
    positions: positions(timeline, matches),
    swing: swingOf(timeline, scene, matches),
    unison: unisonOf(timeline, scene, matches),
    lengths: lengthsOf(timeline, hits, matches),
    entries: entriesOf(timeline, scene, matches),
    flips: flipsOf(timeline, hits, latencyMs),
    disturbances: played.map((d) => ({ ...d, bar: disturbedBar(timeline.bars, d.timeS) })),
    trustedFromBar: trustedFromBar(timeline.bars, played),
  };
  return { ...figures, sentences: sentencesOf(timeline, figures) };
}

/** Each hit is given to its line and aligned there. Hits in the count-in, and the "one" after the end, are set aside. */
function matchHits(timeline: Timeline, scene: Scene, hits: readonly Hit[], latencyMs: number) {
  const matches: Match[] = [];
  let extra = 0;
  const { targets } = timeline;
  if (targets.length === 0) return { matches, extra: hits.length };
  const last = targets[targets.length - 1];
  const opensS = targets[0].timeS - 0.5 * beatSeconds(timeline.bars[targets[0].bar]);
  const closesS = last.timeS + 0.75 * beatSeconds(timeline.bars[last.bar]);
  const timeOf = (hit: Hit) => hit.timeS - latencyMs / 1000;
  const voices = scene.lines.map((line) => line.voice);
  scene.lines.forEach((line, l) => {
    const mine = hits
      .map((hit, index) => ({ hit, index }))
      .filter(({ hit }) => timeOf(hit) >= opensS && timeOf(hit) <= closesS && lineFor(hit, voices) === l)
      .sort((a, b) => timeOf(a.hit) - timeOf(b.hit));
    const found = (line.free ? nearestPlaces : align)(
      line,
      Float64Array.from(mine, ({ hit }) => timeOf(hit) * 1000),
    );
    mine.forEach(({ hit, index }, i) => {
      if (found[i] < 0) extra++;
      else {
        const target = line.index[found[i]];
        matches.push({
          target,
          hit: index,
          line: l,
          asynchronyMs: 1000 * (timeOf(hit) - targets[target].timeS),
        });
      }
    });
  });
  matches.sort((a, b) => a.target - b.target);
  return { matches, extra };
}

/**
 * The line a hit belongs to: the one it names; of a plan with two lines that names no hands, the left hand plays the
 * first and the right hand the second; everything else goes to the first.
 */
function lineFor(hit: Hit, voices: readonly Line['voice'][]): number {
  const named = hit.voice === undefined ? -1 : voices.indexOf(hit.voice);
  if (named >= 0) return named;
  return hit.voice === 'right' && voices.length > 1 ? 1 : 0;
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

/** Changes of asynchrony from hit to hit: the inter-onset intervals against the written ones. */
function changes(scene: Scene, matches: readonly Match[]): number[] {
  return scene.lines.flatMap((_, l) => {
    const mine = matches.filter((m) => m.line === l);
    return mine.slice(1).map((match, i) => match.asynchronyMs - mine[i].asynchronyMs);
  });
}

function positions(timeline: Timeline, matches: readonly Match[]): Report['positions'] {
  const groups = new Map<string, { order: number; values: number[] }>();
  for (const { target, asynchronyMs } of matches) {
    const { position } = timeline.targets[target];
    const key = position.toFraction();
    const group = groups.get(key) ?? { order: position.valueOf(), values: [] };
    group.values.push(asynchronyMs);
    groups.set(key, group);
  }
  return [...groups.entries()]
    .sort(([, a], [, b]) => a.order - b.order)
    .map(([position, { values }]) => ({
      position,
      n: values.length,
      meanMs: mean(values),
      sdMs: standardDeviation(values),
      ...(values.length < 2 ? { why: 'the spread needs 2 hits, has 1' } : {}),
    }));
}

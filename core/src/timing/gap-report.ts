/** What happened in each gap: drift with its interval, the error at the return, and how soon it was mended. */
import { lowerBound, mean } from '../stats/index.ts';
import type { Disturbance } from './disturbance.ts';
import {
  type Differences,
  FEWEST_DIFFERENCES,
  fitDrift,
  meanDrift,
  ownSwing,
  tempoPercent,
} from './drift.ts';
import { type Gap, SAME_MOMENT_S } from './gaps.ts';
import type { GapReport } from './report-schema.ts';
import type { Match } from './matching.ts';
import type { Scene } from './scene.ts';
import type { Tolerance } from './tolerance.ts';

export interface MeasuredGap {
  gap: Gap;
  /** Differences of successive asynchronies inside the gap, one run a line. */
  differences: Differences[];
  /** Mean drift of this gap in beats a beat; null below one difference, or where the sound was interrupted. */
  perBeat: number | null;
  beatMs: number;
  row: GapReport;
}

/** From so much of a beat on, a row of equal notes may be on the beat or a whole beat off. */
const AMBIGUOUS_BEATS = 0.35;
const AMBIGUOUS = 'on the beat, perhaps a whole beat off: equal notes do not tell';
/** More gaps alike than this are pooled into one row. */
const MOST_ALIKE = 12;

/**
 * A click is answered late: by nobody sooner than after this, by most only in the interval after the next stroke (from memory: Repp
 * 2005, Psychon. Bull. Rev. 12, 969–992). What may still hold an answer to a click says nothing of the drift while alone.
 */
const ANSWERED_AFTER_S = 0.25;

/** @param unusable why nothing may be claimed of a gap, where that is so: the player was turned round in it, the record wavers. */
export function measureGaps(
  scene: Scene,
  matches: readonly Match[],
  disturbances: readonly Disturbance[],
  tolerance: Tolerance,
  unusable: (gap: Gap) => string | undefined = () => undefined,
): MeasuredGap[] {
  const inGap: Match[][] = scene.gaps.map(() => []);
  for (const match of matches)
    if (scene.gapOf[match.target] >= 0) inGap[scene.gapOf[match.target]].push(match);
  const afterReturn = matches.filter((match) => scene.gapOf[match.target] < 0);
  const differences = scene.gaps.map((gap, g) => runs(scene, gap, inGap[g]));
  const swing = ownSwing(differences.flat());
  let after = 0;
  return scene.gaps.map((gap, g) => {
    const { first, last } = scene.insideGap[g];
    while (after < afterReturn.length && afterReturn[after].target < last) after++;
    const nextGap = scene.insideGap[g + 1]?.first ?? Infinity;
    const recovery: Match[] = [];
    for (let r = after; r < afterReturn.length && afterReturn[r].target < nextGap; r++)
      recovery.push(afterReturn[r]);
    const beatS = scene.beatMs[first] / 1000;
    const disturbed = disturbances.some(
      (d) => d.timeS >= gap.lastClickS && d.timeS <= (gap.returnS ?? Infinity) + beatS,
    );
    const why = disturbed ? 'the sound was interrupted in this gap' : unusable(gap);
    return measureGap(scene, gap, {
      inside: inGap[g],
      recovery,
      next: inGap[g + 1]?.[0],
      swing,
      differences: why === undefined ? differences[g] : [],
      unusable: why,
      beatMs: 1000 * beatS,
      toleranceMs: tolerance.hitMs(1000 * beatS),
    });
  });
}

interface InGap {
  inside: readonly Match[];
  recovery: readonly Match[];
  /** The first note of the gap that follows, where the click between them has no note of its own. */
  next: Match | undefined;
  swing: number;
  differences: Differences[];
  unusable: string | undefined;
  beatMs: number;
  toleranceMs: number;
}

function measureGap(
  scene: Scene,
  gap: Gap,
  { inside, recovery, next, swing, differences, unusable, beatMs, toleranceMs }: InGap,
): MeasuredGap {
  const why: string[] = [];
  const n = differences.reduce((sum, run) => sum + run.y.length, 0);
  const estimate = fitDrift(differences);
  const perBeat = estimate?.perBeat ?? plainDrift(differences, swing);
  if (unusable) why.push(unusable);
  else if (perBeat === null) why.push('drift needs 2 hits in the gap that no click answers');
  else if (!estimate) why.push(`the tempo interval needs ${FEWEST_DIFFERENCES} intervals, has ${n}`);

  const back = unusable ? null : errorAtReturn(scene, gap, inside, recovery, next, perBeat, swing);
  const returnErrorMs = back?.errorMs ?? null;
  const mended = recovery.findIndex((match) => Math.abs(match.judgedMs) <= toleranceMs);
  if (gap.returnS === null) why.push('the plan ends before the click returns');
  else if (returnErrorMs === null && !unusable) why.push('no hit at the return');
  else if (mended < 0 && recovery.length > 0 && !unusable)
    why.push(`not back within ${Math.round(toleranceMs)} ms before the next gap`);
  const slips = unusable ? null : slippedBeats(scene, inside);
  if (slips?.beats === null) why.push(AMBIGUOUS);

  return {
    gap,
    differences,
    perBeat,
    beatMs,
    row: {
      fromS: gap.fromS,
      toS: gap.toS,
      beats: gap.beats,
      count: 1,
      driftMs: perBeat === null ? null : perBeat * beatMs * gap.beats,
      driftMsPerBeat: perBeat === null ? null : perBeat * beatMs,
      tempoPercent: perBeat === null ? null : tempoPercent(perBeat),
      tempoPercentCi95: estimate ? percentInterval(estimate.ci95) : null,
      returns: returnErrorMs === null ? 0 : 1,
      returnErrorMs,
      hitsToRecover: returnErrorMs === null || mended < 0 ? null : mended,
      slippedBeats: slips?.beats ?? null,
      ...(why.length > 0 ? { why: why.join('; ') } : {}),
    },
  };
}

/**
 * The error at the click that comes back: of the note that shares its moment; where none does, or it was left out, what the last note
 * before it had, carried forward by the gap's drift. Notes on both sides must have been played: nobody who stopped was measured.
 */
function errorAtReturn(
  scene: Scene,
  gap: Gap,
  inside: readonly Match[],
  recovery: readonly Match[],
  next: Match | undefined,
  perBeat: number | null,
  swing: number,
): { errorMs: number } | null {
  if (gap.returnS === null || gap.returnBeat === null) return null;
  const [behind = next] = recovery;
  if (!behind) return null;
  const offBeats = Math.abs(scene.beats[behind.target] - gap.returnBeat);
  if (scene.withClick[behind.target] === 1 && offBeats < 1e-6) return { errorMs: behind.asynchronyMs };
  const before = inside.findLast(({ line }) => line === behind.line);
  if (!before || scene.beats[behind.target] - gap.returnBeat > 2) return null;
  const { target, asynchronyMs } = before;
  const beatMs = scene.beatMs[target];
  const own = asynchronyMs - 1000 * swing * scene.swingS[target];
  return { errorMs: own + (perBeat ?? 0) * beatMs * (gap.returnBeat - scene.beats[target]) };
}

/** Later and later in time is slower: the ends of the interval change places. */
export function percentInterval([low, high]: [number, number]): [number, number] {
  return [tempoPercent(high), tempoPercent(low)];
}

/** Rows for the report; sparse gaps that are alike and many are pooled into one row with their count. */
export function pooledRows(measured: readonly MeasuredGap[]): GapReport[] {
  const alike = new Map<string, MeasuredGap[]>();
  for (const item of measured) {
    const key = item.gap.silenced ? `own ${item.gap.fromS}` : `${item.gap.beats} ${item.beatMs.toFixed(3)}`;
    alike.set(key, [...(alike.get(key) ?? []), item]);
  }
  return [...alike.values()]
    .flatMap((group) => (group.length > MOST_ALIKE ? [pool(group)] : group.map((item) => item.row)))
    .sort((a, b) => a.fromS - b.fromS);
}

function pool(group: readonly MeasuredGap[]): GapReport {
  const drifts = group.flatMap((item) => item.perBeat ?? []);
  const returns = group.flatMap((item) => item.row.returnErrorMs ?? []);
  const recoveries = group.flatMap((item) => item.row.hitsToRecover ?? []);
  const estimate = meanDrift(drifts);
  const { beats, fromS } = group[0].row;
  const { beatMs } = group[0];
  const perBeat = drifts.length > 0 ? mean(drifts) : null;
  return {
    fromS,
    toS: group[group.length - 1].row.toS,
    beats,
    count: group.length,
    driftMs: perBeat === null ? null : perBeat * beatMs * beats,
    driftMsPerBeat: perBeat === null ? null : perBeat * beatMs,
    tempoPercent: perBeat === null ? null : tempoPercent(perBeat),
    tempoPercentCi95: estimate ? percentInterval(estimate.ci95) : null,
    returns: returns.length,
    returnErrorMs: returns.length > 0 ? mean(returns) : null,
    hitsToRecover: recoveries.length > 0 ? mean(recoveries) : null,
    slippedBeats: sumOrNull(group.map(({ row }) => row.slippedBeats)),
    ...(estimate ? {} : { why: `the tempo interval needs 3 measured gaps, has ${drifts.length}` }),
  };
}

function sumOrNull(values: readonly (number | null)[]): number | null {
  return values.reduce<number | null>((sum, v) => (sum === null || v === null ? null : sum + v), 0);
}

/**
 * Whole beats that were lost (positive: late) or gained by the end of the gap; null for beats that nobody can tell, and for a gap
 * in which nothing was hit.
 */
function slippedBeats(scene: Scene, inside: readonly Match[]): { beats: number | null } | null {
  const last = inside.at(-1);
  if (!last) return null;
  const off = last.asynchronyMs / scene.beatMs[last.target];
  const { index, timeMs } = scene.lines[last.line];
  const from = lowerBound(index, inside[0].target);
  const places = timeMs.subarray(from, lowerBound(index, last.target) + 1);
  const step = places.length > 1 ? places[1] - places[0] : 0;
  const alike = places.every((time, i) => i === 0 || Math.abs(time - places[i - 1] - step) < 1);
  if (alike && Math.abs(off) > AMBIGUOUS_BEATS) return { beats: null };
  // Not a negative nothing.
  return { beats: Math.round(off) || 0 };
}

/** Differences of one gap, a run a line; those that may still hold an answer to the click before it are left out. */
function runs(scene: Scene, gap: Gap, inside: readonly Match[]): Differences[] {
  const byLine = new Map<number, Match[]>();
  for (const match of inside) byLine.set(match.line, [...(byLine.get(match.line) ?? []), match]);
  return [...byLine].map(([l, list]) => {
    const run: Differences = { y: [], k: [], swing: [] };
    const free = firstFree(scene, gap, l);
    for (let i = 1; i < list.length; i++) {
      const [before, now] = [list[i - 1], list[i]];
      if (before.target < free) continue;
      const beatMs = scene.beatMs[now.target];
      run.y.push((now.judgedMs - before.judgedMs) / beatMs);
      run.k.push(scene.beats[now.target] - scene.beats[before.target]);
      run.swing!.push((1000 * (scene.swingS[now.target] - scene.swingS[before.target])) / beatMs);
    }
    return run.swing!.some((value) => value !== 0) ? run : { y: run.y, k: run.k };
  });
}

/** The first target of a line in a gap behind which no interval answers the click before the gap. */
function firstFree(scene: Scene, { lastClickS, afterClick }: Gap, l: number): number {
  const { index, timeMs } = scene.lines[l];
  const clickMs = 1000 * lastClickS;
  let place = lowerBound(timeMs, clickMs + 1000 * SAME_MOMENT_S);
  if (!afterClick) return index[place] ?? Infinity;
  // Nobody stood on the click: it is compared with the stroke before, and the answer may wait for the stroke behind.
  const shared = place > 0 && clickMs - timeMs[place - 1] <= 1000 * SAME_MOMENT_S;
  if (!shared) place++;
  while (place < timeMs.length && timeMs[place] < clickMs + 1000 * ANSWERED_AFTER_S) place++;
  return index[place] ?? Infinity;
}

function plainDrift(differences: readonly Differences[], swing: number): number | null {
  const sum = (values: readonly number[]) => values.reduce((a, b) => a + b, 0);
  const y = sum(differences.map((run) => sum(run.y) - swing * sum(run.swing ?? [])));
  const k = sum(differences.map((run) => sum(run.k)));
  return k > 0 ? y / k : null;
}

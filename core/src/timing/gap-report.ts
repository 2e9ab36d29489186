/** What happened in each gap: drift with its interval, the error at the return, and how soon it was mended. */
import { mean } from '../stats/index.ts';
import type { Disturbance } from './disturbance.ts';
import { type Differences, FEWEST_DIFFERENCES, fitDrift, meanDrift, tempoPercent } from './drift.ts';
import type { Gap } from './gaps.ts';
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

export function measureGaps(
  scene: Scene,
  matches: readonly Match[],
  disturbances: readonly Disturbance[],
  tolerance: Tolerance,
): MeasuredGap[] {
  const inGap: Match[][] = scene.gaps.map(() => []);
  for (const match of matches)
    if (scene.gapOf[match.target] >= 0) inGap[scene.gapOf[match.target]].push(match);
  const afterReturn = matches.filter((match) => scene.gapOf[match.target] < 0);
  let after = 0;
  return scene.gaps.map((gap, g) => {
    const { first, last } = scene.insideGap[g];
    while (after < afterReturn.length && afterReturn[after].target < last) after++;
    const nextGap = scene.insideGap[g + 1]?.first ?? Infinity;
    const recovery: Match[] = [];
    for (let r = after; r < afterReturn.length && afterReturn[r].target < nextGap; r++)
      recovery.push(afterReturn[r]);
    const disturbed = disturbances.some(
      (d) => d.timeS >= gap.lastClickS && d.timeS <= (gap.returnS ?? Infinity) + scene.beatMs[first] / 1000,
    );
    return measureGap(scene, gap, { first, last }, inGap[g], recovery, disturbed, tolerance);
  });
}

function measureGap(
  scene: Scene,
  gap: Gap,
  { first, last }: { first: number; last: number },
  inside: readonly Match[],
  recovery: readonly Match[],
  disturbed: boolean,
  tolerance: Tolerance,
): MeasuredGap {
  const beatMs = scene.beatMs[first];
  const toleranceMs = tolerance.hitMs(beatMs);
  const why: string[] = [];
  const differences = disturbed ? [] : runs(scene, inside);
  const n = differences.reduce((sum, run) => sum + run.y.length, 0);
  const estimate = fitDrift(differences);
  const perBeat = estimate?.perBeat ?? plainDrift(differences);
  if (disturbed) why.push('the sound was interrupted in this gap');
  else if (perBeat === null) why.push('drift needs 2 hits in the gap');
  else if (!estimate) why.push(`the tempo interval needs ${FEWEST_DIFFERENCES} intervals, has ${n}`);

  // The return: the first target at or after the click that comes back.
  const returnMatch = recovery.find((match) => match.target === last + 1);
  const returnErrorMs = gap.returnS !== null && !disturbed ? (returnMatch?.asynchronyMs ?? null) : null;
  const mended = recovery.findIndex((match) => Math.abs(match.judgedMs) <= toleranceMs);
  if (gap.returnS === null) why.push('the plan ends before the click returns');
  else if (!returnMatch && !disturbed) why.push('no hit at the return');
  else if (mended < 0 && !disturbed)
    why.push(`not back within ${Math.round(toleranceMs)} ms before the next gap`);
  const slips = slippedBeats(scene, inside);
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
      returnErrorMs,
      hitsToRecover: returnErrorMs === null || mended < 0 ? null : mended,
      slippedBeats: slips?.beats ?? null,
      ...(why.length > 0 ? { why: why.join('; ') } : {}),
    },
  };
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
  const from = placeIn(index, inside[0].target);
  const places = timeMs.subarray(from, placeIn(index, last.target) + 1);
  const step = places.length > 1 ? places[1] - places[0] : 0;
  const alike = places.every((time, i) => i === 0 || Math.abs(time - places[i - 1] - step) < 1);
  if (alike && Math.abs(off) > AMBIGUOUS_BEATS) return { beats: null };
  // Not a negative nothing.
  return { beats: Math.round(off) || 0 };
}

/** Of a target among a line's targets, which lie in order; where it would be, of another line's. */
function placeIn(index: readonly number[], target: number): number {
  let [low, high] = [0, index.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (index[middle] < target) low = middle + 1;
    else high = middle;
  }
  return low;
}

function runs(scene: Scene, inside: readonly Match[]): Differences[] {
  const byLine = new Map<number, Match[]>();
  for (const match of inside) byLine.set(match.line, [...(byLine.get(match.line) ?? []), match]);
  return [...byLine.values()].map((list) => {
    const run: Differences = { y: [], k: [] };
    for (let i = 1; i < list.length; i++) {
      const beatMs = scene.beatMs[list[i].target];
      run.y.push((list[i].judgedMs - list[i - 1].judgedMs) / beatMs);
      run.k.push(scene.beats[list[i].target] - scene.beats[list[i - 1].target]);
    }
    return run;
  });
}

function plainDrift(differences: readonly Differences[]): number | null {
  const y = differences.flatMap((run) => run.y).reduce((a, b) => a + b, 0);
  const k = differences.flatMap((run) => run.k).reduce((a, b) => a + b, 0);
  return k > 0 ? y / k : null;
}

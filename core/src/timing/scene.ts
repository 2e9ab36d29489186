/**
 * The scene of a take: for each line (what one part plays) its targets with what the player could hear around them, as the aligner
 * and the estimators need it.
 */
import { type Timeline, beatOf, beatSeconds } from '../plan/index.ts';
import type { AlignmentTargets } from './align.ts';
import { type Gap, SAME_MOMENT_S, findGaps } from './gaps.ts';

export interface Scene {
  gaps: Gap[];
  lines: Line[];
  /** For each target of the timeline: the gap it lies in, or -1. */
  gapOf: Int32Array;
  /** 1 for each target at whose own moment a click sounds. */
  withClick: Uint8Array;
  /** First and last target inside each gap. */
  insideGap: { first: number; last: number }[];
  /** For each target: beats from time zero, and its beat in milliseconds. */
  beats: Float64Array;
  beatMs: Float64Array;
  /** How much later than straight the plan's swing makes it, in seconds. */
  swingS: Float64Array;
}

export interface Line extends AlignmentTargets {
  voice: string;
  /** Free playing: nothing is expected, anything on the grid is right. */
  free: boolean;
  /** Indices into the timeline's targets, in order of time. */
  index: number[];
}

export function sceneOf(timeline: Timeline): Scene {
  const { bars, clicks, targets } = timeline;
  const gaps = findGaps(timeline);
  const gapOf = new Int32Array(targets.length).fill(-1);
  const withClick = new Uint8Array(targets.length);
  const beats = new Float64Array(targets.length);
  const beatMs = new Float64Array(targets.length);
  const sounding = clicks.filter((click) => click.sounding).map((click) => click.timeS);
  let g = 0;
  let c = 0;
  targets.forEach((target, i) => {
    while (g < gaps.length && (gaps[g].returnS ?? Infinity) <= target.timeS + SAME_MOMENT_S) g++;
    if (g < gaps.length && target.timeS > gaps[g].lastClickS + SAME_MOMENT_S) gapOf[i] = g;
    while (c < sounding.length && sounding[c] < target.timeS - SAME_MOMENT_S) c++;
    if (c < sounding.length && sounding[c] <= target.timeS + SAME_MOMENT_S) withClick[i] = 1;
    beats[i] = beatOf(bars[target.bar], target.position);
    beatMs[i] = 1000 * beatSeconds(bars[target.bar]);
  });
  const insideGap = gaps.map(() => ({ first: -1, last: -1 }));
  gapOf.forEach((gap, i) => {
    if (gap < 0) return;
    if (insideGap[gap].first < 0) insideGap[gap].first = i;
    insideGap[gap].last = i;
  });
  const playing = new Set(targets.map((target) => target.voice));
  const voices = timeline.parts.filter((part) => playing.has(part));
  const lines = voices.map((voice) => lineOf(timeline, sounding, voice, beatMs, gapOf));
  const swingS = Float64Array.from(targets, ({ swing }) => swing?.lateS ?? 0);
  return { gaps, lines, gapOf, withClick, insideGap, beats, beatMs, swingS };
}

function lineOf(
  { targets }: Timeline,
  sounding: readonly number[],
  voice: string,
  beatMs: Float64Array,
  gapOf: Int32Array,
): Line {
  const index: number[] = [];
  for (let i = 0; i < targets.length; i++) if (targets[i].voice === voice) index.push(i);
  const n = index.length;
  const line: Line = {
    voice,
    free: index.every((i) => targets[i].optional === true),
    index,
    timeMs: Float64Array.from(index, (i) => targets[i].timeS * 1000),
    beatMs: Float64Array.from(index, (i) => beatMs[i]),
    slotMs: new Float64Array(n),
    anchored: new Uint8Array(n),
    returning: new Uint8Array(n),
    aloneBeats: new Float64Array(n),
  };
  let next = 0;
  let alone = 0;
  for (let k = 0; k < n; k++) {
    const timeS = targets[index[k]].timeS;
    const previousS = k > 0 ? targets[index[k - 1]].timeS : -Infinity;
    const beatS = line.beatMs[k] / 1000;
    const before = k > 0 ? line.timeMs[k] - line.timeMs[k - 1] : Infinity;
    const after = k < n - 1 ? line.timeMs[k + 1] - line.timeMs[k] : Infinity;
    line.slotMs[k] = Math.min(before, after, 4 * line.beatMs[k]);

    // Time since the previous target that lay more than a beat behind a sounding click.
    let fromS = previousS;
    while (next < sounding.length && sounding[next] <= timeS + SAME_MOMENT_S) {
      if (k > 0) alone += unassisted(fromS, sounding[next], next > 0 ? sounding[next - 1] : -Infinity, beatS);
      fromS = sounding[next];
      line.anchored[k] = 1;
      next++;
    }
    if (k > 0) alone += unassisted(fromS, timeS, next > 0 ? sounding[next - 1] : -Infinity, beatS);
    line.aloneBeats[k] = alone;
    line.returning[k] = Number(line.anchored[k] === 1 && k > 0 && gapOf[index[k - 1]] >= 0);
  }
  return line;
}

/** Beats of [fromS, toS] that lie more than a beat after the last sounding click. */
function unassisted(fromS: number, toS: number, lastClickS: number, beatS: number): number {
  const startS = Math.max(fromS, lastClickS + beatS);
  return toS > startS ? (toS - startS) / beatS : 0;
}

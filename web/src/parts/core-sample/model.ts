/**
 * The core sample as data: bars stacked downward like strata, beats across, clicks as grain, hits with their distance
 * from the seam. The same model feeds the reading, the stage, previews and thumbnails.
 */
import { type Timeline, barIndexAt } from '@feldspar/core/plan';
import { type TakeSummary, readSmallCore } from '@feldspar/core/take';
import { type Hit, LEVELS, type Report } from '@feldspar/core/timing';

export interface CoreRow {
  /** Bar number; shown beside the row. */
  label: string;
  beats: number;
  silent: boolean;
  /** Places across the bar, in beats: sounding clicks, and targets not on a beat. */
  clicks: number[];
  /** The plan's record sounds through it. */
  record?: boolean;
  /** A heading above the row where a section begins. */
  startsSection: boolean;
}

export interface CoreMark {
  row: number;
  /** Place of the target across the bar, in beats. */
  at: number;
  asynchronyMs: number;
}

export interface CoreModel {
  rows: CoreRow[];
  marks: CoreMark[];
  /** Targets that nobody played. */
  missed: { row: number; at: number }[];
  /** Hits that belong to no target, at their own place. */
  extra: { row: number; at: number }[];
  /** Hits further from their target carry a flag. */
  toleranceMs: number;
  /** The asynchrony that must have room; absent: that of the marks in the picture. */
  reachMs?: number;
}

/** The empty core of a plan. */
export function coreOfTimeline(timeline: Timeline): CoreModel {
  const rowOf = rowsOf(timeline);
  const rows: CoreRow[] = [];
  let section = 0;
  timeline.bars.forEach((bar) => {
    if (bar.kind !== 'play') return;
    rows.push({
      label: String(bar.number),
      beats: bar.meter.beats,
      silent: bar.silent,
      clicks: [],
      startsSection: bar.section !== section,
    });
    section = bar.section;
  });
  for (const click of timeline.clicks) {
    const row = rowOf(click.bar);
    if (!click.sounding || row === null) continue;
    if (click.record) rows[row].record = true;
    else {
      rows[row].clicks.push(click.position.div(timeline.bars[click.bar].meter.unit).valueOf());
    }
  }
  return { rows, marks: [], missed: [], extra: [], toleranceMs: LEVELS.usual.hitMs };
}

/** The core of a take: the plan's core with what was played. `hits` are those that `report` indexes. */
export function coreOfTake(
  timeline: Timeline,
  report: Report,
  hits: readonly Hit[],
  latencyMs: number,
): CoreModel {
  const core = { ...coreOfTimeline(timeline), toleranceMs: report.tolerance.hitMs };
  const rowOf = rowsOf(timeline);
  const place = (index: number) => {
    const { bar, position } = timeline.targets[index];
    return { row: rowOf(bar), at: position.div(timeline.bars[bar].meter.unit).valueOf() };
  };
  const played = new Set(report.matches.map((match) => match.target));
  const used = new Set(report.matches.map((match) => match.hit));
  for (const { target, asynchronyMs } of report.matches) {
    const { row, at } = place(target);
    if (row !== null) core.marks.push({ row, at, asynchronyMs });
  }
  timeline.targets.forEach((_, index) => {
    const { row, at } = place(index);
    if (!played.has(index) && row !== null) core.missed.push({ row, at });
  });
  hits.forEach((hit, index) => {
    if (used.has(index)) return;
    const spot = placeOfTime(timeline, hit.timeS - latencyMs / 1000);
    if (spot) core.extra.push(spot);
  });
  return core;
}

/** Where a time falls: its row and its place across the bar in beats; null in the count-in. */
export function placeOfTime(timeline: Timeline, timeS: number): { row: number; at: number } | null {
  const index = barIndexAt(timeline.bars, timeS);
  const bar = timeline.bars[index];
  const row = rowsOf(timeline)(index);
  if (row === null) return null;
  return { row, at: (bar.meter.beats * (timeS - bar.startS)) / (bar.endS - bar.startS) };
}

/** The small core of a list item. */
export function coreOfSummary({ core }: Pick<TakeSummary, 'core'>): CoreModel {
  const { rows, marks } = readSmallCore(core);
  return {
    rows: rows.map((row, i) => ({ ...row, label: String(i + 1), clicks: [], startsSection: false })),
    marks: marks.map(({ row, across, asynchronyMs }) => ({
      row,
      at: across * rows[row].beats,
      asynchronyMs,
    })),
    missed: [],
    extra: [],
    toleranceMs: LEVELS.usual.hitMs,
  };
}

function rowsOf(timeline: Timeline): (bar: number) => number | null {
  const first = timeline.bars.findIndex((bar) => bar.kind === 'play');
  return (bar) => (bar >= first ? bar - first : null);
}

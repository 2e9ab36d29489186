/** The few figures that lists and trends need, kept beside a take with the estimator's version. */
import { z } from 'zod';
import type { Timeline } from '../plan/index.ts';
import { ESTIMATOR, type Report, VERDICTS, findingSchema, headOf } from '../timing/index.ts';
import type { MeasuredTake } from './measure-take.ts';
import { smallCoreText } from './small-core-schema.ts';
import { writeSmallCore } from './small-core.ts';

const MOST_ROWS = 40;
const MOST_MARKS = 400;

export const takeSummarySchema = z.object({
  estimator: z.number().int(),
  /** What matters most; since estimator 4. */
  finding: findingSchema.optional(),
  verdict: z.enum(VERDICTS),
  tempoPercent: z.number().nullable(),
  ci95: z.tuple([z.number(), z.number()]).nullable(),
  counts: z.object({
    targets: z.number().int(),
    matched: z.number().int(),
    missed: z.number().int(),
    extra: z.number().int(),
  }),
  /** Of the notes with a click; where none has one, of those between clicks. */
  clickedMeanMs: z.number().nullable(),
  clickedSdMs: z.number().nullable(),
  /** Longest wait without a click, in beats. */
  longestGapBeats: z.number(),
  /** Since estimator 3: how long the player holds the tolerance alone, in beats. */
  hold: z
    .object({
      toleranceMs: z.number(),
      beats: z.number().nullable(),
      range: z.tuple([z.number(), z.number()]).nullable(),
    })
    .optional(),
  /** Since estimator 9 as one text. */
  core: smallCoreText,
});

export type TakeSummary = z.infer<typeof takeSummarySchema>;

export function summaryOf({ timeline, report }: Pick<MeasuredTake, 'timeline' | 'report'>): TakeSummary {
  const heard = report.clicked.n > 0 ? report.clicked : report.between;
  return {
    estimator: ESTIMATOR,
    finding: headOf(report.findings),
    verdict: report.drift.verdict,
    tempoPercent: report.drift.tempoPercent,
    ci95: report.drift.ci95,
    counts: report.counts,
    clickedMeanMs: heard.meanMs,
    clickedSdMs: heard.sdMs,
    longestGapBeats: Math.max(0, ...report.gaps.map((gap) => gap.beats)),
    hold: {
      toleranceMs: report.holdBeats.toleranceMs,
      beats: report.holdBeats.beats,
      range: report.holdBeats.range,
    },
    core: smallCore(timeline, report),
  };
}

/** The core in small: evenly chosen bars of a long take, and at most MOST_MARKS hits. */
function smallCore(timeline: Timeline, report: Report): string {
  const played = timeline.bars.flatMap((bar, index) => (bar.kind === 'play' ? [{ bar, index }] : []));
  const stride = Math.max(1, Math.ceil(played.length / MOST_ROWS));
  const chosen = played.filter((_, i) => i % stride === 0);
  const rowOf = new Map(chosen.map(({ index }, row) => [index, row]));
  const marks = report.matches.flatMap(({ target, asynchronyMs }) => {
    const { bar, position } = timeline.targets[target];
    const row = rowOf.get(bar);
    if (row === undefined) return [];
    const { unit, beats } = timeline.bars[bar].meter;
    return [{ row, across: position.div(unit).valueOf() / beats, asynchronyMs }];
  });
  const markStride = Math.max(1, Math.ceil(marks.length / MOST_MARKS));
  return writeSmallCore({
    rows: chosen.map(({ bar }) => ({ beats: bar.meter.beats, silent: bar.silent })),
    marks: marks.filter((_, i) => i % markStride === 0),
  });
}

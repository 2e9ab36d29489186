/**
 * The report document, version 1: the figures that outsiders rely on, published as docs/schema/report.schema.json.
 * A figure that the take cannot support is null, with the reason in `why` beside it.
 */
import { z } from 'zod';

const figure = z.number().nullable();
const interval = z.tuple([z.number(), z.number()]).nullable();
const why = z.string().optional();

const asynchronies = z.object({
  n: z.number().int(),
  meanMs: figure,
  sdMs: figure,
  madMs: figure,
  withinTolerance: figure,
  why,
});

const gap = z.object({
  fromS: z.number(),
  toS: z.number(),
  beats: z.number(),
  /** More than 1: so many gaps alike, pooled into this row; from the first one's start to the last one's end. */
  count: z.number().int(),
  driftMs: figure,
  driftMsPerBeat: figure,
  tempoPercent: figure,
  tempoPercentCi95: interval,
  /** At how many returns the error could be measured; `returnErrorMs` is their mean. */
  returns: z.number().int(),
  returnErrorMs: figure,
  hitsToRecover: figure,
  slippedBeats: figure,
  why,
});

export const VERDICTS = ['steady', 'rushing', 'dragging', 'unclear'] as const;

export const reportSchema = z.object({
  version: z.literal(1),
  /** Which estimator computed it; figures kept in lists are recomputed when it changes. */
  estimator: z.number().int(),
  counts: z.object({
    targets: z.number().int(),
    matched: z.number().int(),
    missed: z.number().int(),
    extra: z.number().int(),
  }),
  matches: z.array(z.object({ target: z.number().int(), hit: z.number().int(), asynchronyMs: z.number() })),
  /** What counted as one sound, in ms to either side: for a hit and for two limbs, at the take's beat. */
  tolerance: z.object({ hitMs: z.number(), unisonMs: z.number() }),
  clicked: asynchronies,
  silent: asynchronies,
  gaps: z.array(gap),
  drift: z.object({ tempoPercent: figure, ci95: interval, verdict: z.enum(VERDICTS), why }),
  steadiness: z.object({ ioiSdMs: figure, clockSdMs: figure, motorSdMs: figure, lag1: figure, why }),
  correction: z.object({ alpha: figure, ci95: interval, why }),
  holdBeats: z.object({
    toleranceMs: z.number(),
    confidence: z.number(),
    beats: figure,
    range: interval,
    why,
  }),
  positions: z.array(
    z.object({
      position: z.string(),
      n: z.number().int(),
      meanMs: figure,
      sdMs: figure,
      /** Where the player means to be; absent where that is the pulse. */
      intendedMs: z.number().optional(),
      why,
    }),
  ),
  /** Whether the player was where he meant to be, bar by bar against his other notes; null where nothing was intended. */
  intended: z
    .object({
      offsetMs: z.number(),
      at: z.array(z.string()),
      /** Compared with the player's own other notes, or, where there are none, with the click. */
      against: z.enum(['own', 'click']),
      n: z.number().int(),
      meanMs: figure,
      sdMs: figure,
      ci95: interval,
      why,
    })
    .nullable(),
  swing: z.object({ ratio: figure, sd: figure, n: z.number().int(), why }),
  unison: z.object({
    n: z.number().int(),
    meanSpreadMs: figure,
    sdMs: figure,
    withinTolerance: figure,
    leads: z.string().nullable(),
    why,
  }),
  lengths: z.object({ n: z.number().int(), meanRatio: figure, why }),
  /** Where the player joined in, came back in after a rest of a bar or more, or the click moved, and how many beats it took to be with it. */
  entries: z.array(
    z.object({ kind: z.enum(['joined', 'reentered', 'moved']), bar: z.number().int(), beats: figure, why }),
  ),
  /** Where the player turned round onto a displaced click, and for how many hits. */
  flips: z.array(z.object({ bar: z.number().int(), hits: z.number().int() })),
  /** Where the audio clock stepped, and the first bar from which nothing was disturbed. */
  disturbances: z.array(z.object({ timeS: z.number(), lostMs: z.number(), bar: z.number().int() })),
  trustedFromBar: z.number().int().nullable(),
  sentences: z.array(z.string()),
});

export type Report = z.infer<typeof reportSchema>;
export type GapReport = Report['gaps'][number];
export type Verdict = (typeof VERDICTS)[number];

/**
 * The report document, version 1: the figures that outsiders rely on, published as docs/schema/report.schema.json.
 * A figure that the take cannot support is null, with the reason in `why` beside it.
 */
import { z } from 'zod';
import { trialsSchema } from './trials-schema.ts';
import { ENTRY_KINDS, MANNERS, VERDICTS, findingSchema } from './finding-schema.ts';

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
  /** Notes at whose own moment a click sounds. */
  clicked: asynchronies,
  /** Notes with clicks round them and none at their moment. */
  between: asynchronies,
  /** Notes in a gap. */
  silent: asynchronies,
  /** The notes between the clicks, place by place of the bar, against those with a click; null where there are none. */
  unmarked: z
    .object({
      /** Places in the bar, fractions of a whole note, and the beat they are counted in. */
      at: z.array(z.string()),
      unit: z.string(),
      /** All of them are beats. */
      beats: z.boolean(),
      n: z.number().int(),
      meanMs: figure,
      sdMs: figure,
      againstClickedMs: figure,
      ci95: interval,
      why,
    })
    .nullable(),
  /** Each section against the others, from the bars in which clicks sound; empty for a plan of one. */
  sections: z.array(
    z.object({
      name: z.string().optional(),
      fromBar: z.number().int(),
      toBar: z.number().int(),
      n: z.number().int(),
      meanMs: figure,
      sdMs: figure,
      asideMs: figure,
      ci95: interval,
      why,
    }),
  ),
  /** How each place of the bar was held where the click wanders through it; null where it does not. */
  places: z
    .object({
      /** The beat, a fraction of a whole note, as places are named by it. */
      unit: z.string(),
      /** Notes with which no click sounded, of all that were played. */
      own: z.number().int(),
      of: z.number().int(),
      each: z.array(
        z.object({
          at: z.string(),
          n: z.number().int(),
          /** Against the notes before and after it. */
          asideMs: figure,
          ci95: interval,
          why,
        }),
      ),
    })
    .nullable(),
  gaps: z.array(gap),
  drift: z.object({ tempoPercent: figure, ci95: interval, verdict: z.enum(VERDICTS), why }),
  steadiness: z.object({ ioiSdMs: figure, clockSdMs: figure, motorSdMs: figure, lag1: figure, why }),
  correction: z.object({ alpha: figure, ci95: interval, why }),
  /** Along with a record: lock against it while it sounds, steadiness alone in its silences; null for a plan without one. */
  record: z
    .object({
      name: z.string(),
      lock: z.object({
        n: z.number().int(),
        meanMs: figure,
        sdMs: figure,
        withinTolerance: figure,
        alpha: figure,
        ci95: interval,
        why,
      }),
      /** The spread of the intervals alone against the record's own tempo going on, in ms and in percent of the beat. */
      alone: z.object({ n: z.number().int(), spreadMs: figure, percentOfBeat: figure, why }),
      /** Silences in which the record itself leaves its tempo, and by how much at their end; they count for nothing. */
      wavering: z.array(z.object({ fromS: z.number(), toS: z.number(), ms: z.number() })),
      /** By how many beats the player's bar lies beside the record's, 0 for the right one; null where that cannot be told. */
      one: z.number().int().nullable(),
      manner: z.enum(MANNERS),
    })
    .nullable(),
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
    /** How the spread changes over the take; positive: the second line's limb comes later and later. */
    trend: z.object({ msPerMinute: z.number(), ci95: z.tuple([z.number(), z.number()]) }).nullable(),
    /** Where one microphone heard both limbs: the share that was one sound, the middle distance of the others, and from where on it tells two apart. */
    byEar: z.object({ asOne: z.number(), apartMs: figure, tellsApartMs: z.number() }).optional(),
    why,
  }),
  /** Written rests between the notes, and hits that fell into one; null where the plan asks for none. */
  rests: z.object({ n: z.number().int(), hits: z.number().int() }).nullable(),
  lengths: z.object({ n: z.number().int(), meanRatio: figure, why }),
  /**
   * Where the player sought the click that was all he had, joined in, came back in after a rest of a bar or more, or the click moved;
   * and how many beats it took to be with it.
   */
  entries: z.array(
    z.object({
      kind: z.enum(ENTRY_KINDS),
      bar: z.number().int(),
      beats: figure,
      /** Of a click that was sought and found: how often it had sounded by then, and for how many beats it was held. */
      clicks: z.number().int().optional(),
      heldBeats: z.number().optional(),
      /** Of the first note, against the pulse; null where it was left out. */
      errorMs: figure,
      /** Of the first bar, from its first note to its last: positive is fast. */
      tempoPercent: figure,
      why,
    }),
  ),
  /** The first notes after rests of a bar or nearly one, together; null where the plan has no such rests. */
  reentry: z
    .object({ n: z.number().int(), meanMs: figure, sdMs: figure, tempoPercent: figure, why })
    .nullable(),
  /**
   * Stretches in which the player moved the beat by so many beats, so that a click became one; in `sure` ones it is clear, in others it
   * may be so. No other figure is made of their notes.
   */
  turned: z.array(
    z.object({
      fromBar: z.number().int(),
      toBar: z.number().int(),
      hits: z.number().int(),
      beats: z.number(),
      sure: z.boolean(),
    }),
  ),
  /** What the take says of what it trains. */
  trials: trialsSchema,
  /** Where the audio clock stepped, and the first bar from which nothing was disturbed. */
  disturbances: z.array(z.object({ timeS: z.number(), lostMs: z.number(), bar: z.number().int() })),
  trustedFromBar: z.number().int().nullable(),
  /** In the order of what to fix; a take that shows nothing to fix ends with what held. */
  findings: z.array(findingSchema),
});

export type Report = z.infer<typeof reportSchema>;
export type GapReport = Report['gaps'][number];
export type Verdict = (typeof VERDICTS)[number];

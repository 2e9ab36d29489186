/**
 * The plan document: what clicks, what is silent, what the player is asked to play. One Zod schema checks forms,
 * requests, file imports and stored JSON, and is published as JSON Schema (docs/schema/plan.schema.json).
 *
 * Every position and duration is a fraction of a whole note in a string. Fields we do not know are refused by name: what is kept
 * unread can be anything, and of any size.
 */
import { z } from 'zod';
import { beatsAndBars } from '../beat-map/index.ts';
import { FRACTION_TEXT, durationSchema, meterSchema, positionSchema, wholeNumber } from '../time/index.ts';
import { BPM_RANGE, MOST, SPEED_RANGE, isRateText } from './limits.ts';
import { outsideTheBar } from './outside-bar.ts';
import { type FieldProblem, fieldProblems } from './problem.ts';

const positions = z.array(positionSchema).min(1, 'name at least one position, like ["1/4"]').max(512);
const BPM_HINT = `a tempo lies between ${BPM_RANGE.min} and ${BPM_RANGE.max} a minute`;
/** A rate a minute: a number, or an exact fraction in text ("220/3") where a decimal would round. */
export const bpmSchema = z.union(
  [
    z.number().min(BPM_RANGE.min, BPM_HINT).max(BPM_RANGE.max, BPM_HINT),
    z.string().regex(FRACTION_TEXT, BPM_HINT).refine(isRateText, BPM_HINT),
  ],
  { error: BPM_HINT },
);

/** A steady tempo with its note, as documents hold it. */
export const saidTempoSchema = z.object({ bpm: bpmSchema, beat: durationSchema });

export const tempoSchema = z.strictObject({
  ...saidTempoSchema.shape,
  toBpm: bpmSchema.optional(),
});

/** Exactly one of `kinds` must be present; otherwise an issue that names the choices. */
function requireOneOf(kinds: readonly string[], what: string) {
  return (value: Record<string, unknown>, context: z.RefinementCtx) => {
    const present = kinds.filter((kind) => value[kind] !== undefined);
    if (present.length !== 1) {
      context.addIssue({
        code: 'custom',
        message: `${what} has exactly one of ${kinds.map((k) => `"${k}"`).join(', ')}; this one has ${
          present.length === 0 ? 'none' : present.map((k) => `"${k}"`).join(' and ')
        }`,
      });
    }
  };
}

export const clickLayerSchema = z
  .strictObject({
    at: positions.optional(),
    every: durationSchema.optional(),
    from: positionSchema.optional(),
    groove: z.string().min(1).max(60).optional(),
    shift: positionSchema.optional(),
    feel: z.enum(['regular', 'half', 'double']).optional(),
    checkpoint: wholeNumber(1, 64, 'checkpoint').optional(),
    fill: wholeNumber(2, 64, 'bars to a fill').optional(),
    voice: z.string().min(1).max(40).optional(),
    gainDb: z
      .number()
      .min(-60, 'gain lies between -60 and 6 dB')
      .max(6, 'gain lies between -60 and 6 dB')
      .optional(),
    accent: positions.optional(),
  })
  .superRefine(requireOneOf(['at', 'every', 'groove'], 'a click layer'));

export const silenceSchema = z
  .strictObject({
    sound: wholeNumber(0, 1000, 'sounding bars').optional(),
    silent: z
      .union([
        wholeNumber(0, 1000, 'silent bars'),
        z
          .array(wholeNumber(0, 1000, 'silent bars'))
          .min(1)
          .max(256),
      ])
      .optional(),
    bars: z
      .string()
      .regex(/^[xo]{1,256}$/, 'write the bars as x (sounds) and o (silent), like "xxxo"')
      .optional(),
    dropChance: z
      .number()
      .min(0, 'a chance lies between 0 and 1')
      .max(1, 'a chance lies between 0 and 1')
      .optional(),
    seed: z.number().int().optional(),
    fadeDb: z.number().min(-60).max(60).optional(),
    /** What is silent in silent bars, where a record sounds: all of it unless this says otherwise. */
    takes: z.enum(['clicks', 'record', 'both']).optional(),
  })
  .superRefine(requireOneOf(['sound', 'bars', 'dropChance', 'fadeDb'], 'a silence'))
  .superRefine((value, context) => {
    if (value.sound !== undefined && value.silent === undefined) {
      context.addIssue({
        code: 'custom',
        path: ['silent'],
        message: 'say how many bars are silent after the sounding ones',
      });
    }
    const silent = [value.silent ?? 1].flat();
    if (value.sound === 0 && silent.at(-1) === 0) {
      context.addIssue({
        code: 'custom',
        path: ['silent'],
        message: 'sounding and silent bars cannot both be 0',
      });
    }
  });

const rhythmNote = z.strictObject({
  dur: durationSchema,
  rest: z.boolean().optional(),
  accent: z.boolean().optional(),
  sticking: z.string().max(8).optional(),
  hold: z.boolean().optional(),
});

/** `from` as text is an offset from the section's start; as a number it is the first bar played, like `fromBar`. */
export const playSchema = z
  .strictObject({
    every: durationSchema.optional(),
    from: z.union([positionSchema, wholeNumber(1, 10_000, 'the first bar played')]).optional(),
    at: positions.optional(),
    rhythm: z.array(rhythmNote).min(1).max(2048).optional(),
    free: durationSchema.optional(),
    voice: z.string().min(1).max(40).optional(),
    swing: z
      .strictObject({
        of: durationSchema,
        ratio: z
          .number()
          .min(1, 'a swing ratio lies between 1 and 9')
          .max(9, 'a swing ratio lies between 1 and 9'),
      })
      .optional(),
    fromBar: wholeNumber(1, 10_000, 'the first bar played').optional(),
    until: wholeNumber(1, 10_000, 'the last bar played').optional(),
  })
  .superRefine(requireOneOf(['every', 'at', 'rhythm', 'free'], 'a line to play'));

const MOST_RECORD_S = 4 * 3600;
const SPEED_HINT = 'a record is played at 0.5 to 1.2 times its speed';

/** A record of the player's own to play along with. Its sound is a recording's; its time travels with the plan. */
export const planRecordSchema = z.strictObject({
  recordingId: z.uuid('the recording must be a UUID'),
  name: z.string().trim().min(1).max(200),
  ...beatsAndBars,
  /** At the same pitch. */
  speed: z.number().min(SPEED_RANGE.min, SPEED_HINT).max(SPEED_RANGE.max, SPEED_HINT).optional(),
  gainDb: z
    .number()
    .min(-40, 'the record lies between -40 and 6 dB')
    .max(6, 'the record lies between -40 and 6 dB')
    .optional(),
});

export const sectionSchema = z
  .strictObject({
    name: z.string().max(120).optional(),
    bars: wholeNumber(1, 10_000, 'bars'),
    meter: meterSchema,
    tempo: tempoSchema,
    clicks: z.array(clickLayerSchema).max(MOST.layers).default([]),
    silence: silenceSchema.optional(),
    /** Where on the plan's record it lies: from a bar of its beat map, whose time it takes; or from so many seconds on, at its own tempo. */
    record: z
      .strictObject({
        fromBar: wholeNumber(1, 10_000, 'the first bar of the record').optional(),
        atS: z.number().min(0).max(MOST_RECORD_S).optional(),
      })
      .superRefine(requireOneOf(['fromBar', 'atS'], 'a section on a record'))
      .optional(),
    play: z.array(playSchema).max(MOST.lines).default([]),
  })
  .superRefine((section, context) => {
    for (const { path, message } of outsideTheBar(section))
      context.addIssue({ code: 'custom', path: [...path], message });
  });

/** The count sheet that a plan was made of travels with it; `core/counts` reads it. Here it is only kept small. */
const MOST_SHEET_LETTERS = 400_000;
const DEEPEST_SHEET = 12;
const sheetInPlan = z
  .unknown()
  .refine((sheet) => isShallow(sheet, DEEPEST_SHEET), 'the count sheet is nested deeper than any sheet')
  .refine(
    (sheet) => !isShallow(sheet, DEEPEST_SHEET) || (JSON.stringify(sheet) ?? '').length <= MOST_SHEET_LETTERS,
    `the count sheet is longer than ${MOST_SHEET_LETTERS} letters`,
  );

/** Whether arrays and objects lie in each other at most so deep; looks no deeper than that. */
export function isShallow(value: unknown, deepest: number): boolean {
  if (typeof value !== 'object' || value === null) return true;
  return deepest > 0 && Object.values(value).every((inner) => isShallow(inner, deepest - 1));
}

export const planSchema = z.strictObject({
  format: z.literal('feldspar-plan', {
    error: 'this is not a Feldspar plan: "format" must be "feldspar-plan"',
  }),
  version: z.literal(1, { error: 'this plan is of another version; this Feldspar reads version 1' }),
  title: z.string({ error: 'give the plan a title' }).trim().min(1, 'give the plan a title').max(160),
  countIn: z
    .strictObject({
      bars: wholeNumber(0, 16, 'bars of count-in').optional(),
      clicks: wholeNumber(1, 32, 'clicks of count-in').optional(),
      voice: z.string().min(1).max(40).optional(),
    })
    .superRefine(requireOneOf(['bars', 'clicks'], 'a count-in'))
    .refine(({ clicks, voice }) => clicks === undefined || voice === undefined, {
      path: ['voice'],
      error: 'where the click alone counts in it keeps its own voice; leave "voice" out',
    })
    .optional(),
  sections: z
    .array(sectionSchema, { error: 'a plan has a list of sections' })
    .min(1, 'a plan has at least one section')
    .max(MOST.sections, `a plan has at most ${MOST.sections} sections`)
    .superRefine((sections, context) => {
      const parts = new Set(sections.flatMap(({ play }) => play.map(({ voice }) => voice ?? '')));
      if (parts.size > MOST.parts) {
        context.addIssue({
          code: 'custom',
          message: `the lines name ${parts.size} voices; a plan has at most ${MOST.parts} parts`,
        });
      }
    }),
  sheet: sheetInPlan.optional(),
  record: planRecordSchema.optional(),
});

export type Plan = z.infer<typeof planSchema>;

/** Every plan has one: the schema asks for it. */
export const firstSection = ({ sections }: Pick<Plan, 'sections'>): Section => sections[0];
export type PlanRecord = z.infer<typeof planRecordSchema>;
export type Section = z.infer<typeof sectionSchema>;
export type SaidTempo = z.infer<typeof saidTempoSchema>;
export type ClickLayer = z.infer<typeof clickLayerSchema>;
export type Silence = z.infer<typeof silenceSchema>;
export type PlayLine = z.infer<typeof playSchema>;
export type RhythmNote = z.infer<typeof rhythmNote>;

/** Reads a plan from untrusted JSON values. */
export function readPlan(value: unknown): { plan: Plan } | { problems: FieldProblem[] } {
  const result = planSchema.safeParse(value);
  return result.success ? { plan: result.data } : { problems: fieldProblems(result.error) };
}

/**
 * What a reading has found, as data: a code, its figures, its place. Words are made of it elsewhere, so that nothing that is kept or
 * sent has a sentence as its truth. Figures without a unit in their name are counts.
 */
import { z } from 'zod';

const interval = z.tuple([z.number(), z.number()]);
const bars = { fromBar: z.number().int(), toBar: z.number().int() };

export const VERDICTS = ['steady', 'rushing', 'dragging', 'unclear'] as const;

/** Found: the click was all there was. Moved: it went to another place. */
export const ENTRY_KINDS = ['found', 'joined', 'reentered', 'moved'] as const;

/** With a record: who takes back his errors at once, and who keeps the tempo alone; both, or neither. */
export const MANNERS = ['follows', 'holds', 'both', 'neither', 'unclear'] as const;

export const findingSchema = z.discriminatedUnion('code', [
  z.object({ code: z.literal('nothing heard') }),
  z.object({
    code: z.literal('too little'),
    matched: z.number().int(),
    targets: z.number().int(),
  }),
  z.object({
    code: z.literal('interrupted'),
    at: z.array(z.object({ bar: z.number().int(), lostMs: z.number() })),
    trustedFromBar: z.number().int().nullable(),
  }),
  z.object({
    code: z.literal('turned round'),
    ...bars,
    hits: z.number().int(),
    beats: z.number(),
    sure: z.boolean(),
  }),
  z.object({ code: z.literal('wrong notes'), missed: z.number().int(), extra: z.number().int() }),
  z.object({
    code: z.literal('alone'),
    verdict: z.enum(VERDICTS),
    percent: z.number(),
    ci95: interval,
    /** What the drift makes of the longest gap: habit and equipment are not in it. */
    after: z.object({ gainedMs: z.number(), beats: z.number(), silentBars: z.number().int() }).optional(),
    /** It was the plan's record that was gone; a click where nothing is said. */
    gone: z.literal('record').optional(),
    /** So many more bars alone would settle it, as far as the width of the interval tells. */
    moreBars: z.number().int().optional(),
  }),
  z.object({ code: z.literal('alone unknown'), why: z.string() }),
  /** On which beat of the record's bar the player has his one: 0 on its own. */
  z.object({ code: z.literal('one'), beats: z.number().int() }),
  z.object({ code: z.literal('manner'), manner: z.enum(MANNERS) }),
  z.object({
    code: z.literal('with the record'),
    meanMs: z.number(),
    sdMs: z.number().nullable(),
    alpha: z.number().nullable(),
    spreadMs: z.number().nullable(),
    percentOfBeat: z.number().nullable(),
  }),
  z.object({ code: z.literal('record wavers'), silences: z.number().int(), mostMs: z.number() }),
  z.object({
    code: z.literal('with the click'),
    meanMs: z.number(),
    sdMs: z.number().nullable(),
    share: z.number(),
    withinMs: z.number(),
  }),
  z.object({
    code: z.literal('between the clicks'),
    at: z.array(z.string()),
    unit: z.string(),
    beats: z.boolean(),
    meanMs: z.number(),
    sdMs: z.number().nullable(),
    againstClickedMs: z.number().nullable(),
    /** The interval leaves out 0 and the difference can be heard. */
    aside: z.boolean(),
  }),
  z.object({
    code: z.literal('section aside'),
    name: z.string().optional(),
    ...bars,
    asideMs: z.number(),
    ci95: interval,
  }),
  z.object({
    code: z.literal('places'),
    unit: z.string(),
    own: z.number().int(),
    of: z.number().int(),
    /** The place that lies furthest aside, where that is sure and can be heard. */
    aside: z.object({ at: z.string(), asideMs: z.number(), ci95: interval }).nullable(),
    /** All places lie within so much of their neighbours; null where that is not known. */
    withinMs: z.number().nullable(),
  }),
  z.object({ code: z.literal('slipped'), gapBeats: z.number(), beats: z.number().int() }),
  z.object({
    code: z.literal('entry'),
    kind: z.enum(ENTRY_KINDS),
    bar: z.number().int(),
    beats: z.number().nullable(),
    clicks: z.number().int().optional(),
    heldBeats: z.number().optional(),
  }),
  z.object({
    code: z.literal('re-entry'),
    times: z.number().int(),
    meanMs: z.number(),
    sdMs: z.number().nullable(),
    percent: z.number().nullable(),
  }),
  z.object({
    code: z.literal('intended'),
    at: z.array(z.string()),
    unit: z.string(),
    offsetMs: z.number(),
    meanMs: z.number(),
    sdMs: z.number().nullable(),
    ci95: interval.nullable(),
  }),
  z.object({
    code: z.literal('hold'),
    beats: z.number().int(),
    range: interval,
    toleranceMs: z.number(),
  }),
  z.object({
    code: z.literal('limbs'),
    parts: z.tuple([z.string(), z.string()]),
    leads: z.string().nullable(),
    spreadMs: z.number(),
    /** Who comes later and later against the other, and by how much in a minute; only where that is sure. */
    falls: z.object({ part: z.string(), msPerMinute: z.number() }).optional(),
    share: z.number(),
  }),
  z.object({
    code: z.literal('limbs by ear'),
    parts: z.tuple([z.string(), z.string()]),
    /** Of so many pairs, as many were one sound to the microphone. */
    n: z.number().int(),
    asOne: z.number().int(),
    /** The middle distance of the others. */
    apartMs: z.number().nullable(),
    tellsApartMs: z.number(),
  }),
  z.object({ code: z.literal('swing'), ratio: z.number(), sd: z.number() }),
  z.object({ code: z.literal('lengths'), ratio: z.number(), n: z.number().int() }),
  z.object({ code: z.literal('rests'), n: z.number().int(), hits: z.number().int() }),
  z.object({ code: z.literal('offset'), meanMs: z.number() }),
]);

export type Finding = z.infer<typeof findingSchema>;
export type FindingOf<Code extends Finding['code']> = Extract<Finding, { code: Code }>;

/** What the server is asked, as schemas with their limits. */
import { z } from 'zod';
import { profileSchema } from '../people/index.ts';
import { isTimeZone } from '../planner/index.ts';
import { SOUND_KINDS } from '../hearing/index.ts';
import { planSchema, saidTempoSchema } from '../plan/index.ts';
import { meterSchema } from '../time/index.ts';
import { MOST_FREE_HITS } from '../free/index.ts';
import { hitSchema, judgingSchema } from '../timing/index.ts';

const PAGE = { usual: 30, most: 100 } as const;

/** The orders of the list of takes; the slow and the fast go by quarters a minute. */
export const TAKE_ORDERS = ['newest', 'slowest', 'fastest'] as const;
export type TakeOrder = (typeof TAKE_ORDERS)[number];

const cursor = z.string().max(200).optional();
const limit = (usual: number) => z.coerce.number().int().min(1).max(PAGE.most).default(usual);
const player = z.uuid('player must be a UUID').optional();
/** A few letters of a title, a name or a note. */
const find = z.string().trim().max(60, 'at most 60 letters are looked for').optional();

export const takesQuery = z.object({
  cursor,
  limit: limit(PAGE.usual),
  player,
  find,
  order: z.enum(TAKE_ORDERS, `order must be one of ${TAKE_ORDERS.join(', ')}`).default('newest'),
});

/** The newest, for whoever tells weeks by them. */
export const practisedQuery = z.object({
  player,
  limit: z.coerce.number().int().min(1).max(4000).default(1000),
});

const day = z.iso.date('write the day as 2026-11-28').optional();
const zone = z
  .string()
  .max(60)
  .refine(isTimeZone, 'no time zone is called that; write one like Europe/Oslo')
  .default('UTC');
const bpm = z.coerce.number().min(1).max(4000).optional();
export const trendsQuery = z.object({
  player,
  plan: z.uuid('plan must be a UUID').optional(),
  family: z.coerce.number().int().min(1).max(20).optional(),
  /** Quarters a minute. */
  slowest: bpm,
  fastest: bpm,
  from: day,
  to: day,
  zone,
});

/** By the days of which time zone. */
export const needsQuery = z.object({ zone });

/** Those of one player; without one, of everybody. */
export const ofPlayerQuery = z.object({ player });

export const plansQuery = z.object({ cursor, limit: limit(PAGE.most) });

/** Which revision a change was made on; 0 for something new. */
export const revisionQuery = z.object({ revision: z.coerce.number().int().min(0).max(1e9).optional() });

export const holdsQuery = z.object({ player });

/** What the sounds are; chosen from the signal where it is left out. */
export const onsetsQuery = z.object({
  kind: z.enum(SOUND_KINDS, `kind must be one of ${SOUND_KINDS.join(', ')}`).optional(),
});

/** The parts of a take that may change; what is left out stays. */
const changeable = {
  note: z.string().max(4000, 'a note has at most 4000 characters').optional(),
  trueTempo: saidTempoSchema.nullable().optional(),
  judging: judgingSchema.nullable().optional(),
};
const takePartsSchema = z.strictObject(changeable);
export type TakeParts = z.infer<typeof takePartsSchema>;

export const takeChangeSchema = z
  .strictObject({
    ...changeable,
    /** What the change was made on: where it is something else by now, nothing is changed. */
    was: takePartsSchema.optional(),
  })
  .refine(
    ({ note, trueTempo, judging }) => [note, trueTempo, judging].some((value) => value !== undefined),
    'send a note, a trueTempo or a judging',
  );

export const playerSaidSchema = z.strictObject({
  name: z.string().trim().min(1, 'give the player a name').max(80, 'a name has at most 80 characters'),
  /** One or several. */
  instrument: z.string().trim().max(80, 'an instrument has at most 80 characters').default(''),
  /** In place of what was known; what was known stays where it is left out. */
  profile: profileSchema.optional(),
});
export type PlayerSaid = z.infer<typeof playerSaidSchema>;

export const mergeSchema = z.strictObject({ into: z.uuid('into must be the UUID of the player who stays') });

export const reportRequestSchema = z.strictObject({
  plan: planSchema,
  hits: z.array(hitSchema).max(200_000, 'at most 200 000 hits'),
  latencyMs: z.number().min(-500).max(2000).default(0),
  judging: judgingSchema.optional(),
});

export const recordingsQuery = z.object({ cursor, limit: limit(PAGE.usual), player, find });

/** Where a piece of a sound file belongs: so many bytes come before it. */
export const pieceQuery = z.object({
  from: z.coerce
    .number()
    .int()
    .min(0)
    .max(2 ** 40),
});

export const tempoCurveRequestSchema = z.strictObject({
  hits: z
    .array(
      z.strictObject({
        timeS: z.number().min(-3600).max(1_000_000),
        strength: z.number().min(0).max(1e6).optional(),
      }),
    )
    .max(MOST_FREE_HITS, `at most ${MOST_FREE_HITS} hits`),
  /** About the tempo; found where it is left out. */
  near: saidTempoSchema.optional(),
  meter: meterSchema.default({ beats: 4, unit: '1/4' }),
});

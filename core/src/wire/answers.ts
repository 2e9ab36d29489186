/** What the server answers, as schemas: the one place that says how lists and documents look on the wire. */
import { z } from 'zod';
import { planSchema, saidTempoSchema, tempoSchema } from '../plan/index.ts';
import { SOUND_KINDS } from '../hearing/index.ts';
import { TAKE_INPUTS, takeSummarySchema } from '../take/index.ts';
import { reportSchema } from '../timing/index.ts';

const id = z.uuid();
const moment = z.iso.datetime();
/** One end of an interval, and the other. */
const range = z.tuple([z.number(), z.number()]);

/** A page of a list; the cursor of the next one, null after the last. */
export const pageOf = <Item extends z.ZodType>(item: Item) =>
  z.object({ items: z.array(item), nextCursor: z.string().nullable() });

export interface Page<Item> {
  items: Item[];
  nextCursor: string | null;
}

export const playerSchema = z.object({ id, name: z.string(), instrument: z.string() });
export type Player = z.infer<typeof playerSchema>;

const planFacts = {
  id,
  title: z.string(),
  /** What it trains; of a ready plan. */
  trains: z.string(),
  /** Ships with the application; not one's own. */
  ready: z.boolean(),
  /** How often it was changed. */
  revision: z.number().int(),
};

export const storedPlanSchema = z.object({ ...planFacts, document: planSchema });
export type StoredPlan = z.infer<typeof storedPlanSchema>;

/** What a list says of a plan; its document is asked for by itself. */
export const planItemSchema = z.object({
  ...planFacts,
  /** Of its first section; null where it cannot be read. */
  tempo: tempoSchema.nullable(),
  /** It carries its count sheet. */
  sheet: z.boolean(),
  /** What is wrong with the stored plan; null for a whole one. */
  unreadable: z.string().nullable(),
});
export type PlanItem = z.infer<typeof planItemSchema>;

/** What a list says of a take. */
export const takeItemSchema = z.object({
  id,
  playerId: id.nullable(),
  planId: id.nullable(),
  title: z.string(),
  /** Null where the stored take cannot be read. */
  tempo: tempoSchema.nullable(),
  /** What the tempo really was, where somebody said so. */
  trueTempo: saidTempoSchema.nullable(),
  /** Its tempo (the true one if there is one) in quarters a minute, by which takes are compared. */
  quarterBpm: z.number(),
  startedAt: moment,
  /** Null where the stored take cannot be read. */
  input: z.enum(TAKE_INPUTS).nullable(),
  stopped: z.boolean(),
  note: z.string(),
  /** Null while it is not measured. */
  summary: takeSummarySchema.nullable(),
  /** Why it is not measured; null where it is. */
  unmeasured: z.string().nullable(),
  /** What of the stored take cannot be read; null for a whole one. */
  unreadable: z.string().nullable(),
});
export type TakeItem = z.infer<typeof takeItemSchema>;

const deletedAt = { deletedAt: moment };
const deletedTake = takeItemSchema.extend(deletedAt);
const deletedPlan = planItemSchema.extend(deletedAt);
const deletedPlayer = playerSchema.extend({
  ...deletedAt,
  /** Whose takes these are now, where two were the same person. */
  mergedInto: id.nullable(),
});
export type DeletedPlayer = z.infer<typeof deletedPlayer>;

/** What was deleted, the last deleted first. */
export const binSchema = z.object({
  daysKept: z.number().int(),
  takes: z.array(deletedTake),
  plans: z.array(deletedPlan),
  players: z.array(deletedPlayer),
});
export type Bin = z.infer<typeof binSchema>;

/** How long a player holds, for one family or plan at about one tempo. */
export const holdGroupSchema = z.object({
  /** The family's name; of an own plan its title. */
  name: z.string(),
  family: z.number().int().nullable(),
  /** From the slowest to the fastest, in quarters a minute. */
  quarterBpm: range,
  recent: reportSchema.shape.holdBeats.extend({ takes: z.number().int() }),
  /** Oldest first. */
  takes: z.array(z.object({ id, startedAt: moment, beats: z.number(), range, toleranceMs: z.number() })),
});
export type HoldGroup = z.infer<typeof holdGroupSchema>;

/** Figures of an older estimator, being computed anew. */
export const remeasuringSchema = z.object({
  running: z.boolean(),
  done: z.number().int(),
  total: z.number().int(),
  /** Takes that cannot be measured by this version; their old figures stay. */
  failed: z.number().int(),
});
export type Remeasuring = z.infer<typeof remeasuringSchema>;

/** What was heard in a recording. */
export const heardSchema = z.object({
  sampleRateHz: z.number().int(),
  durationS: z.number(),
  /** What the sounds were heard as. */
  kind: z.enum(SOUND_KINDS),
  onsets: z.array(
    z.object({
      /** From the first sample. */
      timeS: z.number(),
      /** Largest level of the attack, 0 to 1. */
      strength: z.number(),
      /** 0 to 1: how far it stands over what it had to pass. */
      confidence: z.number(),
      /** Of a held sound, where its end could be told. */
      endS: z.number().optional(),
    }),
  ),
});
export type Heard = z.infer<typeof heardSchema>;

/** Errors (RFC 9457). */
export const problemSchema = z.object({
  type: z.string(),
  title: z.string(),
  status: z.number().int(),
  detail: z.string(),
  /** Where in the document, and what to do; at most twenty and a line that says how many more. */
  errors: z.array(z.object({ path: z.string(), message: z.string() })).optional(),
  /** What is stored now, where it is not what a change was made on. */
  current: z.unknown().optional(),
});
export type ProblemDocument = z.infer<typeof problemSchema>;

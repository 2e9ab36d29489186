/** What the server answers, as schemas: the one place that says how lists and documents look on the wire. */
import { z } from 'zod';
import { planSchema, saidTempoSchema, tempoSchema } from '../plan/index.ts';
import { SOUND_KINDS } from '../hearing/index.ts';
import { TAKE_INPUTS, takeFiguresSchema, takeSummarySchema } from '../take/index.ts';
import { CURVE_VERDICTS } from '../free/index.ts';
import { pathSchema, walkSchema } from '../paths/index.ts';
import { circleSchema } from '../circle/index.ts';
import {
  playerWeekSchema,
  assignmentSchema,
  lessonSchema,
  profileSchema,
  trendChangeSchema,
  trendPointSchema,
} from '../people/index.ts';
import { agendaSchema, sessionSchema } from '../planner/index.ts';
import { TREND_FIGURES } from '../trends/index.ts';
import { recordingSchema } from '../recordings/index.ts';
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

export const playerSchema = z.object({
  id,
  name: z.string(),
  instrument: z.string(),
  profile: profileSchema,
});
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

/** What weeks are told by: a take in a line. */
export const practisedTakeSchema = z.object({
  id,
  planId: id.nullable(),
  title: z.string(),
  startedAt: moment,
  tempo: tempoSchema,
  stopped: z.boolean(),
  /** Null while it is not measured. */
  figures: takeFiguresSchema.nullable(),
});
export type PractisedTake = z.infer<typeof practisedTakeSchema>;

/** Documents that are kept whole: paths and who walks them, agendas and what became of them, given work, lessons, circles. */
export const DOCUMENT_KINDS = [
  ...(['path', 'walk', 'agenda', 'session'] as const),
  ...(['assignment', 'lesson', 'circle'] as const),
] as const;
export type DocumentKind = (typeof DOCUMENT_KINDS)[number];

/** A document that is kept as it is, with its id. */
const kept = <Document extends z.ZodType>(document: Document) => z.object({ id, document });
export const keptPathSchema = kept(pathSchema);
export type KeptPath = z.infer<typeof keptPathSchema>;
export const keptWalkSchema = kept(walkSchema);
export type KeptWalk = z.infer<typeof keptWalkSchema>;
export const keptAgendaSchema = kept(agendaSchema);
export type KeptAgenda = z.infer<typeof keptAgendaSchema>;
export const keptSessionSchema = kept(sessionSchema);
export type KeptSession = z.infer<typeof keptSessionSchema>;
export const keptAssignmentSchema = kept(assignmentSchema);
export type KeptAssignment = z.infer<typeof keptAssignmentSchema>;
export const keptLessonSchema = kept(lessonSchema);
export type KeptLesson = z.infer<typeof keptLessonSchema>;
export const keptCircleSchema = kept(circleSchema);
export type KeptCircle = z.infer<typeof keptCircleSchema>;

/** Everybody who is here, in a line each, who needs the teacher first; what a line holds is computed in `core/people`. */
export const needsSchema = z.object({
  today: z.iso.date(),
  players: z.array(z.object({ id, week: playerWeekSchema })),
});
export type Needs = z.infer<typeof needsSchema>;

/** Weeks in figures, by the days of one time zone. */
export const trendsSchema = z.object({
  trends: z.array(
    z.object({
      /** Error at the return (ms, without its sign), beats held alone, spread and offset beside the click (ms), tempo reached (quarters). */
      figure: z.enum(TREND_FIGURES),
      /** One a day; of the tempo the fastest of the day. */
      points: z.array(trendPointSchema),
      change: trendChangeSchema.nullable(),
    }),
  ),
  days: z.array(z.object({ day: z.iso.date(), minutes: z.number(), takes: z.number().int() })),
  takes: z.number().int(),
  minutes: z.number(),
  /** What else there is to choose from: the plans that this player played, the one played most first. */
  plans: z.array(
    z.object({
      planId: id.nullable(),
      title: z.string(),
      family: z.number().int().nullable(),
      takes: z.number().int(),
    }),
  ),
});
export type TrendsAnswer = z.infer<typeof trendsSchema>;

/** How much of a recording's sound the studio has. */
const soundFacts = {
  /** Bytes that have arrived; all of them, or none, where nothing is being sent. */
  received: z.number().int(),
  /** Its content's SHA-256, once all of it is there and kept. */
  hash: z.string().nullable(),
};

/** What a list says of a recording. */
export const recordingItemSchema = z.object({
  id,
  playerId: id.nullable(),
  name: z.string(),
  recordedAt: moment,
  durationS: z.number(),
  bytes: z.number().int(),
  /** Title of the plan it was played to; empty for free playing. */
  played: z.string(),
  /** Null where the stored document cannot be read. */
  strokes: z.number().int().nullable(),
  ...soundFacts,
});
export type RecordingItem = z.infer<typeof recordingItemSchema>;

export const storedRecordingSchema = z.object({ document: recordingSchema, ...soundFacts });
export type StoredRecording = z.infer<typeof storedRecordingSchema>;

export const soundStateSchema = z.object({ ...soundFacts, bytes: z.number().int() });
export type SoundState = z.infer<typeof soundStateSchema>;

const deletedAt = { deletedAt: moment };
const deletedRecording = recordingItemSchema.extend(deletedAt);
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
  recordings: z.array(deletedRecording),
  paths: z.array(z.object({ id, title: z.string(), ...deletedAt })),
  agendas: z.array(z.object({ id, title: z.string(), ...deletedAt })),
  assignments: z.array(z.object({ id, title: z.string(), ...deletedAt })),
  lessons: z.array(z.object({ id, title: z.string(), ...deletedAt })),
  circles: z.array(z.object({ id, title: z.string(), ...deletedAt })),
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

/** Of each kind of document, how many. */
const counted = z.record(z.string(), z.number().int());
/** What became of a ZIP that was read in. */
export const importedSchema = z.object({
  new: counted,
  /** Here already, and the same. */
  known: counted,
  /** Here already, and something else: that of here stays. */
  other: counted,
  /** In the bin here, and left there. */
  deleted: counted,
  /** What could not be read, the first ones; and how many more. */
  refused: z.array(z.object({ file: z.string(), path: z.string(), message: z.string() })),
  moreRefused: z.number().int(),
});
export type Imported = z.infer<typeof importedSchema>;

export const importingSchema = z.object({
  running: z.boolean(),
  done: z.number().int(),
  total: z.number().int(),
});

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
  /** Where somebody counted aloud; the onsets of that are not among the others. */
  voice: z.array(z.object({ fromS: z.number(), toS: z.number() })).optional(),
});
export type Heard = z.infer<typeof heardSchema>;

const pair = z.tuple([z.number(), z.number()]);

/** The tempo of free playing. */
export const tempoCurveSchema = z.object({
  beats: z.array(
    z.object({
      timeS: z.number(),
      /** Over the eight beats around it. */
      bpm: z.number(),
      ci95: pair,
      /** Index of its hit; null where nobody struck it. */
      hit: z.number().int().nullable(),
      /** Another one begins after a rest longer than eight beats. */
      stretch: z.number().int(),
    }),
  ),
  /** Beats before the first downbeat. */
  downbeat: z.number().int(),
  /** Of the whole; null with too few beats. */
  tempo: z.object({ bpm: z.number(), ci95: pair }).nullable(),
  /** Positive is faster and faster. */
  driftPercentPerMinute: z.number().nullable(),
  ci95: pair.nullable(),
  verdict: z.enum(CURVE_VERDICTS),
  /** Where it changed, and by how much; positive is faster. */
  changes: z.array(z.object({ fromS: z.number(), toS: z.number(), percent: z.number(), ci95: pair })),
  /** Spread of an own clock and of the hand, in ms; null under 32 intervals. */
  steadiness: z.object({ clockSdMs: z.number(), motorSdMs: z.number() }).nullable(),
});
export type TempoCurveAnswer = z.infer<typeof tempoCurveSchema>;

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

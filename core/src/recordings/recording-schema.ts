/**
 * A recording: what was heard in it, what a person changed of that (apart from it, so that better ears can listen again), and what it was
 * played to. The sound itself is a file of its own.
 */
import { z } from 'zod';
import { beatMapSchema } from '../beat-map/index.ts';
import { SOUND_KINDS } from '../hearing/index.ts';
import { planSchema, saidTempoSchema } from '../plan/index.ts';
import { MOST_ONSETS } from './hear-recording.ts';

/** Two hours, and some. */
export const LONGEST_S = 4 * 3600;
/** As many as a plan has parts at the most. */
export const MOST_LINES = 16;
const seconds = z.number().min(-LONGEST_S).max(LONGEST_S);
const many = <Item extends z.ZodType>(item: Item, what: string) =>
  z.array(item).max(MOST_ONSETS, `at most ${MOST_ONSETS} ${what}`);

const onset = z.strictObject({
  timeS: seconds,
  strength: z.number().min(0).max(1),
  confidence: z.number().min(0).max(1),
  endS: seconds.optional(),
  /** Which of the chosen tracks of a MIDI file played it, 0 for the first, where each is a line of its own. */
  line: z
    .number()
    .int()
    .min(0)
    .max(MOST_LINES - 1)
    .optional(),
});
export type HeardOnset = z.infer<typeof onset>;

const heardSchema = z.strictObject({
  /** Which ears heard it. */
  ears: z.number().int().min(0),
  kind: z.enum(SOUND_KINDS),
  onsets: many(onset, 'onsets'),
  /** Our own clicks on it; null where none were found. */
  clicks: z
    .strictObject({
      startS: seconds,
      clockPpm: z.number().min(-1000).max(1000),
      count: z.number().int().min(0),
      sure: z.boolean(),
      spreadMs: z.number().min(0),
    })
    .nullable(),
  /** Where something may lie hidden under a click. */
  hiddenS: many(seconds, 'hidden moments'),
  /** Where somebody counted aloud, and the onsets of that, which are no strokes unless a person says so. Since ears 2. */
  voice: many(z.strictObject({ fromS: seconds, toS: seconds }), 'stretches of a voice').optional(),
  spoken: many(onset, 'onsets of a voice').optional(),
});
export type HeardInIt = z.infer<typeof heardSchema>;

export const editsSchema = z.strictObject({
  /** An onset, named by its time, lies elsewhere. */
  moved: many(z.strictObject({ fromS: seconds, toS: seconds }), 'moved strokes'),
  /** Onsets that are no strokes. */
  removed: many(seconds, 'removed strokes'),
  /** Strokes that were not heard. */
  added: many(seconds, 'added strokes'),
  /** Stretches in which nothing counts. */
  muted: z.array(z.strictObject({ fromS: seconds, toS: seconds })).max(1000, 'at most 1000 muted stretches'),
  /** The onsets of a voice are strokes too. */
  countsVoice: z.boolean().optional(),
});
export type Edits = z.infer<typeof editsSchema>;
export const NO_EDITS: Edits = { moved: [], removed: [], added: [], muted: [] };

/** How the start of the plan was found: by our clicks on it, by the strokes, or by hand. */
export const FOUND_BY = ['clicks', 'strokes', 'hand'] as const;

const playedSchema = z.discriminatedUnion('to', [
  z.strictObject({
    to: z.literal('plan'),
    plan: planSchema,
    planId: z.uuid('the plan must be a UUID').nullable(),
    startS: seconds,
    clockPpm: z.number().min(-1000).max(1000),
    foundBy: z.enum(FOUND_BY),
    sure: z.boolean(),
  }),
  z.strictObject({
    to: z.literal('nothing'),
    /** About the tempo, where somebody said it. */
    near: saidTempoSchema.nullable(),
    beatsPerBar: z.number().int().min(1).max(32),
    /** Beats before the first downbeat; null where it is found. */
    downbeat: z.number().int().min(0).max(31).nullable(),
  }),
]);
export type PlayedTo = z.infer<typeof playedSchema>;
export type PlayedToPlan = Extract<PlayedTo, { to: 'plan' }>;

export const SIDES = ['mix', 'left', 'right'] as const;

export const recordingSchema = z.strictObject({
  format: z.literal('feldspar-recording', { error: 'this is not a Feldspar recording' }),
  version: z.literal(1, { error: 'this recording is of another version; this Feldspar reads version 1' }),
  id: z.uuid('the id must be a UUID'),
  name: z.string().trim().min(1, 'give the recording a name').max(200, 'a name has at most 200 characters'),
  playerId: z.uuid('the player must be a UUID').nullable(),
  recordedAt: z.iso.datetime({ error: 'recordedAt must be a time like 2026-05-04T18:20:00.000Z' }),
  /** Of a performance in a MIDI file, which has no sound, only how long it is. */
  sound: z.strictObject({
    sampleRateHz: z.number().int().min(8000).max(192_000).optional(),
    durationS: z.number().min(0).max(LONGEST_S, 'a recording lasts four hours at the most'),
    channels: z.number().int().min(0).max(64),
    bytes: z.number().int().min(0),
  }),
  /** The tracks and channels of a MIDI file that were chosen, where it came from one. */
  midi: z.strictObject({ parts: z.array(z.string().max(200)).max(256) }).optional(),
  /** Which channel is listened to. */
  side: z.enum(SIDES),
  heard: heardSchema,
  edits: editsSchema,
  played: playedSchema,
  /** When its beats are, where it is a record to play along with. */
  beatMap: beatMapSchema.optional(),
});
export type Recording = z.infer<typeof recordingSchema>;

/**
 * The count sheet as a document: bars of written notes, and the note that is counted. Lengths are written as musicians write them
 * (value, dots, tuplet); what they come to is exact.
 */
import { z } from 'zod';
import { clickLayerSchema, saidTempoSchema } from '../plan/index.ts';
import {
  NOTE_BASES,
  type NoteBase,
  durationSchema,
  isFractionText,
  meterSchema,
  parseFraction,
  positionSchema,
} from '../time/index.ts';
import { SYSTEMS, type System, type SystemName } from './systems.ts';

const BASES = Object.keys(NOTE_BASES) as [NoteBase, ...NoteBase[]];

export const MOST_BARS = 512;
const MOST_ITEMS = 128;
export const MOST_ROUNDS = 64;

/** Small notes before a note: the time they are given together, and whether it is taken from their note or from what is before it. */
const graceSchema = z.strictObject({
  values: z.array(z.enum(BASES)).min(1, 'name at least one grace note').max(8),
  takes: durationSchema,
  from: z.enum(['main', 'before'], 'the time is taken from "main" or from "before"'),
});

const noteSchema = z.strictObject({
  value: z.enum(BASES, `a note is one of ${BASES.join(', ')}`),
  dots: z.union([z.literal(0), z.literal(1), z.literal(2)], 'a note has no, one or two dots').optional(),
  rest: z.boolean().optional(),
  /** Held on into the next note. */
  tie: z.boolean().optional(),
  accent: z.boolean().optional(),
  sticking: z
    .string()
    .regex(/^[A-Za-z]{1,8}$/, 'a sticking is one to eight letters, like R')
    .optional(),
  grace: graceSchema.optional(),
});

const tupletSchema = z.strictObject({
  /** So many notes in the time of so many of the same value: 3 in 2, 6 in 4. */
  tuplet: z.strictObject({
    notes: z.number().int().min(2).max(32),
    inTimeOf: z.number().int().min(1).max(32),
  }),
  items: z.array(noteSchema).min(1, 'a tuplet holds at least one note').max(MOST_ITEMS),
});

/** A place inside a beat, as a share of it. */
const shareSchema = positionSchema.refine(
  (text) => isFractionText(text) && parseFraction(text).gt(0) && parseFraction(text).lt(1),
  'a place inside the beat lies between 0 and 1, like "1/2"',
);
const SYSTEM_NAMES = Object.keys(SYSTEMS) as [SystemName, ...SystemName[]];
/** A known way to name the parts of a beat, or own words for its shares. */
export const systemSchema = z.union([
  z.enum(SYSTEM_NAMES),
  z.record(
    shareSchema,
    z.string().regex(/^[\p{L}&+]{1,8}$/u, 'a word is one to eight letters, like “and” or “&”'),
  ),
]);

export const sheetSchema = z.strictObject({
  format: z.literal('feldspar-sheet', { error: 'this is not a Feldspar count sheet' }),
  version: z.literal(1, { error: 'this sheet is of another version; this Feldspar reads version 1' }),
  title: z
    .string()
    .max(200)
    .refine((title) => title.trim() !== '', 'give the sheet a title'),
  meter: meterSchema,
  tempo: saidTempoSchema,
  /** The note that is counted: the beat, whatever the meter says. */
  counted: durationSchema,
  /** How the parts of the counted note are named; see `systemOf`. */
  countedAs: systemSchema.optional(),
  /** Where the click falls; on every counted note where nothing is said. */
  clicks: z.array(clickLayerSchema).max(8).optional(),
  /** Two limbs strike the accented notes together; a backbeat may sound at places of the bar. */
  limbs: z
    .object({
      voices: z.tuple([z.string().min(1).max(40), z.string().min(1).max(40)]),
      backbeat: z.array(positionSchema).max(16).optional(),
    })
    .optional(),
  /** So many notes make a group that runs through the bars. */
  group: z.number().int().min(2).max(32).optional(),
  /** How often it is played through; see `roundsOf` for where nothing is said. */
  rounds: z
    .number()
    .int('a sheet is played a whole number of times')
    .min(1, 'a sheet is played at least once')
    .max(MOST_ROUNDS, `a sheet is played at most ${MOST_ROUNDS} times`)
    .optional(),
  /** The first bar is a pickup: it may be short, and is counted from its end. */
  pickup: z.boolean().optional(),
  bars: z
    .array(z.strictObject({ items: z.array(z.union([tupletSchema, noteSchema])).max(MOST_ITEMS) }))
    .min(1, 'write at least one bar')
    .max(MOST_BARS, `a sheet has at most ${MOST_BARS} bars`),
});

export type Sheet = z.infer<typeof sheetSchema>;
/** How the parts of its counted note are named. */
export function systemOf({ countedAs }: Pick<Sheet, 'countedAs'>): System {
  return countedAs ?? 'e and a';
}

/** What notation has no sign for; files of other formats carry it in a remark. */
export const unwrittenSchema = sheetSchema
  .pick({ counted: true, countedAs: true, clicks: true, limbs: true, group: true, rounds: true })
  .partial();
export type Unwritten = z.infer<typeof unwrittenSchema>;

export function unwrittenOf({ counted, countedAs, clicks, limbs, group, rounds }: Sheet): Unwritten {
  return {
    counted,
    ...(countedAs ? { countedAs } : {}),
    ...(clicks ? { clicks } : {}),
    ...(limbs ? { limbs } : {}),
    ...(group ? { group } : {}),
    ...(rounds ? { rounds } : {}),
  };
}

export type SheetNote = z.infer<typeof noteSchema>;
export type SheetTuplet = z.infer<typeof tupletSchema>;
export type SheetItem = Sheet['bars'][number]['items'][number];
export type Grace = z.infer<typeof graceSchema>;

/** An agenda: what is practised one after the other and for how long; and a session: what became of it. Open JSON. */
import { z } from 'zod';
import { type FieldProblem, fieldProblems, saidTempoSchema } from '../plan/index.ts';
import { WEEKDAYS } from './weekdays.ts';

export const MOST_ITEMS = 60;
export const ITEM_KINDS = ['warm up', 'play', 'break'] as const;
/** What it was made for: one thing from several sides, fresh placements, a tempo that must stand by a date, or as somebody put it together. */
export const PURPOSES = ['depth', 'rotation', 'date', 'own'] as const;

const key = z.string().regex(/^[a-z0-9-]{1,40}$/, 'a key is made of small letters, digits and dashes');
const title = z.string().trim().min(1, 'give it a title').max(160, 'a title has at most 160 characters');
const minutes = z
  .number({ error: 'minutes must be a number' })
  .int('minutes must be whole')
  .min(1, 'at least one minute')
  .max(180, 'at most 180 minutes');
const date = z.iso.date('write the day as 2026-12-24');

export const agendaItemSchema = z
  .strictObject({
    key,
    kind: z.enum(ITEM_KINDS),
    title,
    minutes,
    /** Of what is played; breaks have none. */
    planId: z.uuid().optional(),
    tempo: saidTempoSchema.optional(),
    why: z.string().max(300).optional(),
  })
  .refine(({ kind, planId }) => kind !== 'play' || planId !== undefined, {
    path: ['planId'],
    error: 'what is played names its plan',
  });
export type AgendaItem = z.infer<typeof agendaItemSchema>;

/** When it comes back: on which weekdays, at what time on the clock of which place. */
export const recurringSchema = z.strictObject({
  days: z.array(z.enum(WEEKDAYS)).min(1, 'choose at least one day').max(7),
  at: z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'write the time as 17:00'),
  zone: z
    .string()
    .regex(/^[A-Za-z][A-Za-z0-9_+\-/]{1,60}$/, 'name the time zone as Europe/Oslo')
    .refine(isTimeZone, 'no time zone is called that'),
  from: date,
  until: date.optional(),
  /** So long before it begins; no alarm where it is left out. */
  alarmMinutes: z.number().int().min(0).max(10_080).optional(),
});
export type Recurring = z.infer<typeof recurringSchema>;

export const agendaSchema = z.strictObject({
  format: z.literal('feldspar-agenda', {
    error: 'this is not a Feldspar agenda: "format" must be "feldspar-agenda"',
  }),
  version: z.literal(1, { error: 'this agenda is of another version; this Feldspar reads version 1' }),
  title,
  purpose: z.enum(PURPOSES).default('own'),
  /** By when a tempo must stand. */
  by: date.optional(),
  items: z
    .array(agendaItemSchema, { error: 'an agenda has a list of items' })
    .min(1, 'an agenda has at least one item')
    .max(MOST_ITEMS, `an agenda has at most ${MOST_ITEMS} items`)
    .refine((items) => new Set(items.map((item) => item.key)).size === items.length, {
      error: 'two items have the same key; give each its own',
    }),
  recurring: recurringSchema.optional(),
});
export type Agenda = z.infer<typeof agendaSchema>;

/** Reads an agenda from untrusted JSON values. */
export function readAgenda(value: unknown): { agenda: Agenda } | { problems: FieldProblem[] } {
  const result = agendaSchema.safeParse(value);
  return result.success ? { agenda: result.data } : { problems: fieldProblems(result.error) };
}

/** What became of an item. */
export const DEEDS = ['waiting', 'played', 'cut short', 'skipped'] as const;

export const sessionSchema = z.strictObject({
  format: z.literal('feldspar-session'),
  version: z.literal(1),
  playerId: z.uuid().nullable(),
  agendaId: z.uuid().nullable(),
  title,
  startedAt: z.iso.datetime(),
  endedAt: z.iso.datetime().nullable(),
  /** Index of the item that is on; the number of items after the last one. */
  at: z.number().int().min(0).max(MOST_ITEMS),
  items: z
    .array(
      z.strictObject({
        item: agendaItemSchema,
        did: z.enum(DEEDS),
        /** When it was begun for the first time; null while it waits. */
        begunAt: z.iso.datetime().nullable(),
        seconds: z.number().min(0).max(86_400),
        takes: z.number().int().min(0).max(10_000),
        /** How often it was asked for once more. */
        again: z.number().int().min(0).max(1000),
      }),
    )
    .min(1)
    .max(MOST_ITEMS),
});
export type Session = z.infer<typeof sessionSchema>;

/** Whether this machine knows a time zone of that name. */
export function isTimeZone(name: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: name });
    return true;
  } catch {
    return false;
  }
}

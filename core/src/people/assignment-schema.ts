/** Work that is given: what, to whom, how often and by when. Whether it was done is told by takes and never kept. Open JSON. */
import { z } from 'zod';
import { saidTempoSchema } from '../plan/index.ts';
import { groupName } from './profile-schema.ts';

const MOST_PLAYERS = 300;
export const MOST_TIMES = 60;

const title = z
  .string()
  .trim()
  .min(1, 'give the work a title')
  .max(160, 'a title has at most 160 characters');
const date = z.iso.date('write the day as 2026-12-24');
const key = z.string().regex(/^[a-z0-9-]{1,40}$/, 'a key is made of small letters, digits and dashes');

/** A plan (with its count sheet, where it has one), a step of a path, or an agenda. */
export const workSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('plan'), planId: z.uuid(), title }),
  z.strictObject({ kind: z.literal('step'), pathId: z.uuid(), step: key, planId: z.uuid(), title }),
  z.strictObject({ kind: z.literal('agenda'), agendaId: z.uuid(), title }),
]);
export type Work = z.infer<typeof workSchema>;

export const assignmentSchema = z
  .strictObject({
    format: z.literal('feldspar-assignment', {
      error: 'this is not work given in Feldspar: "format" must be "feldspar-assignment"',
    }),
    version: z.literal(1, { error: 'this work is of another version; this Feldspar reads version 1' }),
    to: z
      .strictObject({
        players: z.array(z.uuid()).max(MOST_PLAYERS, `at most ${MOST_PLAYERS} players`).default([]),
        /** Whoever is in the class, whenever one looks. */
        groups: z.array(groupName).max(20, 'at most 20 classes').default([]),
      })
      .refine(({ players, groups }) => players.length + groups.length > 0, 'say who it is for'),
    work: workSchema,
    /** Of the plan; its own where it is left out. */
    tempo: saidTempoSchema.optional(),
    /** How often; each time it comes, where it comes again. */
    times: z
      .number({ error: 'how often must be a number' })
      .int('how often must be whole')
      .min(1, 'at least once')
      .max(MOST_TIMES, `at most ${MOST_TIMES} times`),
    since: date,
    /** The last day for it, or on which it comes again. */
    by: date.optional(),
    every: z.enum(['day', 'week']).optional(),
    why: z.string().max(300, 'at most 300 characters of why').default(''),
  })
  .refine(({ since, by }) => by === undefined || by >= since, {
    path: ['by'],
    error: 'the last day lies before the first',
  });
export type Assignment = z.infer<typeof assignmentSchema>;

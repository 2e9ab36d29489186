/** What a teacher is told of a player's week: data, whose words are made elsewhere. */
import { z } from 'zod';
import { saidTempoSchema } from '../plan/index.ts';
import { TREND_FIGURES } from '../trends/index.ts';

const day = z.iso.date();
const count = z.number().int();

/** How far given work is; of `before` see `assignmentStanding`. */
export const assignmentStandingSchema = z.object({
  /** Before its first day it is coming, after the last one on which it came again it is over. */
  state: z.enum(['coming', 'over', 'not begun', 'begun', 'late', 'done', 'done, not held']),
  done: count,
  of: count,
  /** The days that count now: all of it, or this day or week where it comes again. */
  from: day,
  until: day.nullable(),
  /** Takes of it at another tempo, which do not count. */
  otherTempo: count,
  /** Whether it holds; null where nothing is played that could. */
  held: z.boolean().nullable(),
  /** Where it comes again: of the times gone by, how many were done. Null otherwise. */
  before: z.object({ done: count, of: count }).nullable(),
});
export type AssignmentStanding = z.infer<typeof assignmentStandingSchema>;

/** What may help somebody who is stuck. */
export const ADVICE = ['slower', 'faster', 'step back', 'another place', 'magnifier', 'latency'] as const;
export type Advice = (typeof ADVICE)[number];

/** What is counted: takes, or sessions of an agenda. */
const unit = z.enum(['take', 'session']);
const given = { title: z.string(), unit, done: count, of: count, until: day.nullable() };
const rate = z.number().nullable();

export const needSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('late'), ...given }),
  z.object({ kind: z.literal('due'), ...given }),
  z.object({
    kind: z.literal('stuck'),
    ...{ planId: z.uuid(), title: z.string(), at: saidTempoSchema, takes: count, since: day },
    /** What the evidence suggests, and the tempo where it suggests one. */
    ...{ advice: z.enum(ADVICE), to: saidTempoSchema.nullable() },
  }),
  z.object({ kind: z.literal('away'), since: day }),
  /** Quarters a minute: below or above which, and where it is steady; all null where it is the same at every tempo. */
  z.object({ kind: z.literal('hurries'), below: rate, above: rate, steadyAt: rate }),
  z.object({ kind: z.literal('drags'), below: rate, above: rate, steadyAt: rate }),
  /** So many good ones more, and it holds. */
  z.object({
    kind: z.literal('nearly'),
    ...{ title: z.string(), good: count, anotherDay: z.boolean(), of: z.enum(['returns', 'bars']) },
  }),
  /** By a sure trend. @see FIGURE_WORDS for units. Better is null for what is a matter of style. */
  z.object({
    kind: z.literal('changed'),
    figure: z.enum(TREND_FIGURES),
    ...{ from: z.number(), to: z.number(), better: z.boolean().nullable() },
  }),
  /** Every step of the path holds. */
  z.object({ kind: z.literal('steady') }),
  z.object({ kind: z.literal('practises') }),
  z.object({ kind: z.literal('new') }),
]);
export type Need = z.infer<typeof needSchema>;

/** Which need comes first; the same order sorts the players. */
export const URGENCY: readonly Need['kind'][] = [
  ...(['late', 'stuck', 'away', 'hurries', 'drags', 'due'] as const),
  ...(['nearly', 'changed', 'steady', 'practises', 'new'] as const),
];

/** Figures of a trend, a point a day. */
export const trendPointSchema = z.object({ day, mean: z.number(), sd: z.number().nullable(), n: count });
/** By the line of least squares; null under five days. */
export const trendChangeSchema = z.object({
  ...{ from: z.number(), to: z.number(), change: z.number() },
  ci95: z.tuple([z.number(), z.number()]),
  sure: z.boolean(),
});

export const playerWeekSchema = z.object({
  /** Monday to Sunday. */
  days: z.array(z.object({ day, minutes: z.number() })),
  minutes: z.number(),
  daysPractised: count,
  /** The figure of twelve weeks that changed most for what it leaves open; the error at the return where none did. */
  trend: z.object({
    figure: z.enum(TREND_FIGURES),
    points: z.array(trendPointSchema),
    change: trendChangeSchema.nullable(),
  }),
  need: needSchema,
  work: z.array(z.object({ id: z.uuid(), title: z.string(), unit, standing: assignmentStandingSchema })),
});
export type PlayerWeek = z.infer<typeof playerWeekSchema>;

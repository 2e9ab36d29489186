/**
 * A path: plans in the order in which they are taken, each at a tempo with its note, and what must hold before the next one. Open JSON;
 * as a file it carries the own plans it goes over, so that it can be given to somebody else.
 */
import { z } from 'zod';
import { type FieldProblem, fieldProblems, planSchema, saidTempoSchema } from '../plan/index.ts';

export const MOST_STEPS = 100;
const MOST_GOALS = 8;
/** A file with its plans. */
export const MOST_PATH_BYTES = 2 * 1024 * 1024;

/** What the app can judge a goal by: takes played through, minutes on the step, spread beside the click, beats alone. */
export const GOAL_KINDS = ['takes', 'minutes', 'spread', 'alone'] as const;

const key = z.string().regex(/^[a-z0-9-]{1,40}$/, 'a key is made of small letters, digits and dashes');

export const goalSchema = z.strictObject({
  key,
  says: z.string().trim().min(1, 'say what the goal is').max(160, 'a goal has at most 160 characters'),
  /** Judged by the takes; ticked by hand where it is left out. */
  judged: z.strictObject({ by: z.enum(GOAL_KINDS), value: z.number().min(1).max(10_000) }).optional(),
});
export type Goal = z.infer<typeof goalSchema>;

export const pathStepSchema = z.strictObject({
  /** Names it for good, wherever it is moved to. */
  key,
  planId: z.uuid('a step names its plan by its id'),
  /** Of the plan, for whoever does not have it. */
  title: z.string().trim().min(1, 'give the step a title').max(160),
  tempo: saidTempoSchema,
  /** On how many days it has to hold; two where it is left out. */
  days: z.number().int().min(1).max(14, 'at most 14 days').optional(),
  /** It has to hold at its own tempo; a slower one is not enough. */
  atTempo: z.boolean().optional(),
  goals: z.array(goalSchema).max(MOST_GOALS, `a step has at most ${MOST_GOALS} goals`).optional(),
});
export type PathStep = z.infer<typeof pathStepSchema>;

export const pathSchema = z.strictObject({
  format: z.literal('feldspar-path', {
    error: 'this is not a Feldspar path: "format" must be "feldspar-path"',
  }),
  version: z.literal(1, { error: 'this path is of another version; this Feldspar reads version 1' }),
  title: z.string({ error: 'give the path a title' }).trim().min(1, 'give the path a title').max(160),
  /** What it is for, in a line or two. */
  purpose: z.string().max(600, 'at most 600 characters on what it is for').default(''),
  steps: z
    .array(pathStepSchema, { error: 'a path has a list of steps' })
    .min(1, 'a path has at least one step')
    .max(MOST_STEPS, `a path has at most ${MOST_STEPS} steps`)
    .refine((steps) => new Set(steps.map((step) => step.key)).size === steps.length, {
      error: 'two steps have the same key; give each its own',
    }),
  /** In a file: the own plans it goes over, by their ids. */
  plans: z
    .record(z.uuid(), planSchema)
    .refine((plans) => Object.keys(plans).length <= MOST_STEPS, `at most ${MOST_STEPS} plans`)
    .optional(),
});
export type Path = z.infer<typeof pathSchema>;

/** Reads a path from untrusted JSON values. */
export function readPath(value: unknown): { path: Path } | { problems: FieldProblem[] } {
  const result = pathSchema.safeParse(value);
  return result.success ? { path: result.data } : { problems: fieldProblems(result.error) };
}

/**
 * Who walks a path: whose steps count, since when, and what was ticked by hand. Where they stand is told by their takes and never kept.
 * The newest one of a player is the path that the bench follows.
 */
export const walkSchema = z.strictObject({
  playerId: z.uuid().nullable(),
  pathId: z.uuid(),
  since: z.iso.datetime(),
  ended: z.boolean().default(false),
  ticked: z
    .array(z.strictObject({ step: key, goal: key, at: z.iso.datetime() }))
    .max(MOST_STEPS * MOST_GOALS)
    .default([]),
});
export type Walk = z.infer<typeof walkSchema>;

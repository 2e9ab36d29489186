/** Plans being built that are not saved yet, kept in this browser until they are: a reload loses nothing. */
import type { Plan } from '@feldspar/core/plan';
import { z } from 'zod';
import { forget, keepValue, keysWith, readValue } from '../device/storage.ts';

/**
 * What a draft must have to be shown at all. It may be wrong in other ways, as what is being typed often is: the workshop says
 * where.
 */
const draftSchema = z.object({
  plan: z.looseObject({
    title: z.string(),
    sections: z
      .array(
        z.looseObject({
          bars: z.number(),
          meter: z.looseObject({ beats: z.number(), unit: z.string() }),
          tempo: z.looseObject({ bpm: z.union([z.number(), z.string()]), beat: z.string() }),
          clicks: z.array(z.looseObject({})),
          play: z.array(z.looseObject({})),
        }),
      )
      .min(1),
  }),
  stored: z.boolean(),
  /** The revision it was begun on; 0 for a plan that is new. */
  on: z.number().int().min(0).catch(0).default(0),
  /** When it was opened, as long as nothing was changed in it. */
  begunMs: z.number().optional().catch(undefined),
});

export interface Draft {
  plan: Plan;
  /** The server has an earlier state of it. */
  stored: boolean;
  on: number;
  /** Opened then, and nothing was changed yet: a way back leads to it, but it is no work of anybody's. */
  begunMs?: number;
}

const PREFIX = 'feldspar draft ';

export const readDraft = (id: string): Draft | null =>
  readValue(PREFIX + id, draftSchema) as unknown as Draft | null;

/** @returns whether it will outlive the page. */
export const keepDraft = (id: string, draft: Draft): boolean => keepValue(PREFIX + id, draft);

export const dropDraft = (id: string): void => forget(PREFIX + id);

/** As many untouched ones as one goes back to. */
const MOST_BEGUN = 12;

/** Opens something new to build on; it is listed once something was changed. @returns its id. */
export function beginDraft(plan: Plan, nowMs = Date.now()): string {
  const begun = all().filter(({ draft }) => draft.begunMs !== undefined);
  begun.sort((a, b) => b.draft.begunMs! - a.draft.begunMs!);
  for (const { id } of begun.slice(MOST_BEGUN - 1)) dropDraft(id);
  return keepNew({ plan, stored: false, on: 0, begunMs: nowMs });
}

/** Keeps a copy that was asked for, changed or not. @returns its id. */
export const makeDraft = (plan: Plan): string => keepNew({ plan, stored: false, on: 0 });

function keepNew(draft: Draft): string {
  const id = crypto.randomUUID();
  keepDraft(id, draft);
  return id;
}

function all(): { id: string; draft: Draft }[] {
  return keysWith(PREFIX).flatMap((key) => {
    const id = key.slice(PREFIX.length);
    const draft = readDraft(id);
    return draft ? [{ id, draft }] : [];
  });
}

/** Every draft that the server knows nothing of. */
export const newDrafts = (): { id: string; title: string; sheet: boolean }[] =>
  all()
    .filter(({ draft }) => !draft.stored && draft.begunMs === undefined)
    .map(({ id, draft: { plan } }) => ({ id, title: plan.title, sheet: 'sheet' in plan }));

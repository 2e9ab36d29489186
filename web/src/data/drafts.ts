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
});

export interface Draft {
  plan: Plan;
  /** The server has an earlier state of it. */
  stored: boolean;
  on: number;
}

const PREFIX = 'feldspar draft ';

export const readDraft = (id: string): Draft | null =>
  readValue(PREFIX + id, draftSchema) as unknown as Draft | null;

/** @returns whether it will outlive the page. */
export const keepDraft = (id: string, draft: Draft): boolean => keepValue(PREFIX + id, draft);

export const dropDraft = (id: string): void => forget(PREFIX + id);

/** Begins a new plan. @returns its id. */
export function beginDraft(plan: Plan): string {
  const id = crypto.randomUUID();
  keepDraft(id, { plan, stored: false, on: 0 });
  return id;
}

/** Every draft that the server knows nothing of. */
export function newDrafts(): { id: string; title: string; sheet: boolean }[] {
  return keysWith(PREFIX).flatMap((key) => {
    const id = key.slice(PREFIX.length);
    const draft = readDraft(id);
    return draft && !draft.stored ? [{ id, title: draft.plan.title, sheet: 'sheet' in draft.plan }] : [];
  });
}

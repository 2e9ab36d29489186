/** Plans being built that are not saved yet, kept in this browser until they are: a reload loses nothing. */
import type { Plan } from '@feldspar/core/plan';

export interface Draft {
  plan: Plan;
  /** The server has an earlier state of it. */
  stored: boolean;
}

const PREFIX = 'feldspar draft ';

export function readDraft(id: string): Draft | null {
  try {
    const draft = JSON.parse(localStorage.getItem(PREFIX + id) ?? 'null') as Draft | null;
    return Array.isArray(draft?.plan?.sections) && draft.plan.sections.length > 0 ? draft : null;
  } catch {
    // Somebody else's writing.
    return null;
  }
}

/** @returns whether there was room for it. */
export function keepDraft(id: string, draft: Draft): boolean {
  try {
    localStorage.setItem(PREFIX + id, JSON.stringify(draft));
    return true;
  } catch {
    return false;
  }
}

export function dropDraft(id: string): void {
  localStorage.removeItem(PREFIX + id);
}

/** Begins a new plan. @returns its id. */
export function beginDraft(plan: Plan): string {
  const id = crypto.randomUUID();
  keepDraft(id, { plan, stored: false });
  return id;
}

/** Every draft that the server knows nothing of. */
export function newDrafts(): { id: string; title: string; sheet: boolean }[] {
  return Object.keys(localStorage)
    .filter((key) => key.startsWith(PREFIX))
    .flatMap((key) => {
      const id = key.slice(PREFIX.length);
      const draft = readDraft(id);
      return draft && !draft.stored ? [{ id, title: draft.plan.title, sheet: 'sheet' in draft.plan }] : [];
    });
}

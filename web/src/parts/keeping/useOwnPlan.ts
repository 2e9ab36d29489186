/** A plan that is built on: from this browser when it is not saved, else from the server. */
import type { Plan } from '@feldspar/core/plan';
import { useState } from 'react';
import { usePlan } from '../../data/hooks.ts';
import { readDraft } from '../../data/drafts.ts';

export interface OwnPlan {
  start: Plan;
  onServer: Plan | null;
  /** The revision it is built on; 0 for a plan that is new. */
  on: number;
  /** It ships with the application: it is built on as a copy. */
  ready: boolean;
}

/** Null while it is being fetched. */
export function useOwnPlan(id: string): { found: OwnPlan | null; error: unknown } {
  const [draft] = useState(() => readDraft(id));
  const { data, error } = usePlan(draft && !draft.stored ? undefined : id);
  if (draft && !draft.stored)
    return { found: { start: draft.plan, onServer: null, on: draft.on, ready: false }, error: null };
  if (error && !draft) return { found: null, error };
  if (!data && !error) return { found: null, error: null };
  return {
    found: {
      start: draft?.plan ?? data!.document,
      onServer: data?.document ?? null,
      on: draft?.on ?? data?.revision ?? 0,
      ready: data?.ready ?? false,
    },
    error: null,
  };
}

/** The plan being built: its history, what is wrong with it, and that it survives a reload. */
import {
  type FieldProblem,
  type Plan,
  PlanError,
  type Timeline,
  compile,
  readPlan,
} from '@feldspar/core/plan';
import { useCallback, useDeferredValue, useEffect, useMemo, useState } from 'react';
import { type History, beginning, changed, redone, undone } from '../../data/history.ts';
import { dropDraft, keepDraft, readDraft } from '../../data/drafts.ts';
import { onConfirmed } from '../../data/outbox/outbox.ts';
import { tidy } from '../../data/edits.ts';

export interface Workshop {
  plan: Plan;
  /** Null while something is wrong with the plan. */
  timeline: Timeline | null;
  problems: FieldProblem[];
  /** @param name of the field; changes of the same field that follow each other are one step back. */
  change(plan: Plan, name?: string): void;
  undo: (() => void) | null;
  redo: (() => void) | null;
  /** There is something the server does not have. */
  unsaved: boolean;
  /** The browser has no room to keep it. */
  unkept: boolean;
  saved(): void;
  /** The revision that its next saving changes. */
  on: number;
}

/** @param onServer the plan as the server has it, or null for a new one. */
export function useWorkshop(id: string, start: Plan, onServer: Plan | null, startedOn: number): Workshop {
  const on = useRevision(id, startedOn);
  const [history, setHistory] = useState<History>(() => beginning(start));
  const [saved, setSaved] = useState(onServer && JSON.stringify(onServer));
  const plan = history.now;
  const text = JSON.stringify(plan);
  const unsaved = text !== saved;
  const [unkept, setUnkept] = useState(false);
  const stored = saved !== null;
  const [begunAt] = useState(() => readDraft(id)?.begunMs);
  const isTouched = history.past.length > 0 || history.future.length > 0;
  const begunMs = isTouched ? undefined : begunAt;

  useEffect(() => {
    if (!unsaved) {
      dropDraft(id);
      return;
    }
    // Told in the next turn: whether there is room is known only by trying.
    const begun = begunMs === undefined ? {} : { begunMs };
    const kept = keepDraft(id, { plan: JSON.parse(text) as Plan, stored, on, ...begun });
    queueMicrotask(() => setUnkept(!kept));
  }, [id, text, unsaved, stored, on, begunMs]);

  // A letter is shown first; what follows from it comes a moment later.
  const settled = useDeferredValue(plan);
  const checked = useMemo(() => check(settled), [settled]);
  const change = useCallback(
    (next: Plan, name?: string) => setHistory((now) => changed(now, tidy(next, now.now), name ?? null)),
    [],
  );
  return {
    plan,
    ...checked,
    change,
    undo: history.past.length > 0 ? () => setHistory(undone) : null,
    redo: history.future.length > 0 ? () => setHistory(redone) : null,
    unsaved,
    unkept,
    saved: () => setSaved(text),
    on,
  };
}

/** Each saving from here makes it one more; what somebody else saves meanwhile does not. */
function useRevision(id: string, startedOn: number): number {
  const [on, setOn] = useState(startedOn);
  useEffect(
    () =>
      onConfirmed(({ thing, method }, revision) => {
        if (thing === `plan ${id}` && method === 'PUT' && revision !== undefined) setOn(revision);
      }),
    [id],
  );
  return on;
}

function check(plan: Plan): Pick<Workshop, 'timeline' | 'problems'> {
  const result = readPlan(plan);
  if ('problems' in result) return { timeline: null, problems: result.problems };
  try {
    return { timeline: compile(plan), problems: [] };
  } catch (error) {
    if (error instanceof PlanError) return { timeline: null, problems: error.problems };
    throw error;
  }
}

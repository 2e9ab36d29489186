/** Undo and redo: every state of the plan, and what led to it. Pure. */
import type { Plan } from '@feldspar/core/plan';

export interface History {
  past: Plan[];
  now: Plan;
  future: Plan[];
  /** Changes of the same name that follow each other are one step: a number being typed. */
  last: string | null;
}

/** So many steps back; older ones are forgotten. */
const MOST_STEPS = 200;

export const beginning = (plan: Plan): History => ({ past: [], now: plan, future: [], last: null });

/** @param name of the field that changes, or null for a step of its own. */
export function changed(history: History, plan: Plan, name: string | null): History {
  if (JSON.stringify(plan) === JSON.stringify(history.now)) return history;
  const continues = name !== null && name === history.last && history.past.length > 0;
  return {
    past: continues ? history.past : [...history.past, history.now].slice(-MOST_STEPS),
    now: plan,
    future: [],
    last: name,
  };
}

export function undone(history: History): History {
  const before = history.past.at(-1);
  if (!before) return history;
  return {
    past: history.past.slice(0, -1),
    now: before,
    future: [history.now, ...history.future],
    last: null,
  };
}

export function redone(history: History): History {
  const [next, ...future] = history.future;
  if (!next) return history;
  return { past: [...history.past, history.now], now: next, future, last: null };
}

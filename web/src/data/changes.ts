/** Saving, deleting and bringing back own plans, through the outbox. */
import type { Plan } from '@feldspar/core/plan';
import { type Outcome, askNow } from './outbox/outbox.ts';

/** @param on the revision it was changed from; 0 for a plan that is new. */
export function savePlan(id: string, plan: Plan, on: number): Promise<Outcome> {
  const said = `The plan ${plan.title}`;
  return askNow({ thing: `plan ${id}`, method: 'PUT', path: `/plans/${id}`, body: plan, on, said });
}

/** @returns its id. */
export async function saveNewPlan(plan: Plan): Promise<string> {
  const id = crypto.randomUUID();
  await savePlan(id, plan, 0);
  return id;
}

export function deleteThing(kind: 'plan' | 'take', id: string, title: string): Promise<Outcome> {
  return askNow({
    thing: `${kind} ${id}`,
    method: 'DELETE',
    path: `/${kind}s/${id}`,
    said: `Deleting ${title}`,
  });
}

export function restoreThing(kind: 'plan' | 'take', id: string, title: string): Promise<Outcome> {
  return askNow({
    thing: `${kind} ${id}`,
    method: 'POST',
    path: `/${kind}s/${id}/restore`,
    said: `Bringing back ${title}`,
  });
}

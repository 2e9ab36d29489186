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

/** What can be deleted, and lies in the bin then. */
export type Kind = 'plan' | 'take' | 'player';

export interface PlayerSaid {
  name: string;
  instrument: string;
}

/** Somebody new, or another name. */
export function savePlayer(id: string, player: PlayerSaid): Promise<Outcome> {
  return askNow({
    thing: `player ${id}`,
    method: 'PUT',
    path: `/players/${id}`,
    body: player,
    said: `The player ${player.name}`,
  });
}

export function deleteThing(kind: Kind, id: string, title: string): Promise<Outcome> {
  return askNow({
    thing: `${kind} ${id}`,
    method: 'DELETE',
    path: `/${kind}s/${id}`,
    said: `Deleting ${title}`,
  });
}

export function restoreThing(kind: Kind, id: string, title: string): Promise<Outcome> {
  return askNow({
    thing: `${kind} ${id}`,
    method: 'POST',
    path: `/${kind}s/${id}/restore`,
    said: `Bringing back ${title}`,
  });
}

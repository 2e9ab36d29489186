/** Any plan that ships, by its id: those of the list, and every placement of a re-heard click. */
import { placementPlanOf } from './placement-plans.ts';
import { READY_PLANS, type ReadyPlan } from './ready-plans.ts';

export function readyPlanOf(id: string): ReadyPlan | null {
  return READY_PLANS.find((ready) => ready.id === id) ?? placementPlanOf(id);
}

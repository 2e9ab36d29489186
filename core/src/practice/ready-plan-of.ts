/** Any plan that ships, by its id: those of the families, the ready count sheets, every placement of a re-heard click, every silence that fits. */
import { silencePlan, silentBarsOfPlan } from './fitting-silence.ts';
import { placementPlanOf } from './placement-plans.ts';
import { ALL_READY_PLANS } from './families.ts';
import { ladderPlanOf } from './ladder-plans.ts';
import type { ReadyPlan } from './ready-plans.ts';

export function readyPlanOf(id: string): ReadyPlan | null {
  const silent = silentBarsOfPlan(id);
  if (silent !== null) return silencePlan(silent);
  return ALL_READY_PLANS.find((ready) => ready.id === id) ?? ladderPlanOf(id) ?? placementPlanOf(id);
}

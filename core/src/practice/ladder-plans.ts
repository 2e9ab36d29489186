/** The ready count sheets as plans, each with a fixed id, so that takes of all installations name the same step. */
import { LADDER, type LadderStep, planWithSheet } from '../counts/index.ts';
import type { ReadyPlan } from './ready-plans.ts';

export interface LadderPlan extends ReadyPlan {
  step: LadderStep;
}

const idOf = (number: number) => {
  const digits = String(number).padStart(2, '0');
  return `b7a3c1de-01${digits}-4f5d-9a10-5e1d5a0001${digits}`;
};

/** In the order of the ladder. */
export const LADDER_PLANS: readonly LadderPlan[] = LADDER.map((step) => ({
  id: idOf(step.number),
  trains: step.brings,
  plan: planWithSheet(step.sheet),
  step,
}));

export function ladderPlanOf(id: string): LadderPlan | null {
  return LADDER_PLANS.find((ready) => ready.id === id) ?? null;
}

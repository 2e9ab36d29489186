/** A plan's empty core with its bars and beats numbered; nothing where the plan cannot be played by this version. */
import type { Plan } from '@feldspar/core/plan';
import { FittedCore } from '../core-sample/FittedCore.tsx';
import { usePlanCore } from './plan-core.ts';

interface PlanDrawingProps {
  plan: Plan;
  /** Show only so many bars. */
  mostRows: number;
}

export function PlanDrawing({ plan, mostRows }: PlanDrawingProps) {
  const core = usePlanCore(plan, mostRows);
  return core && <FittedCore {...core} />;
}

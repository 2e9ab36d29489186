/** A plan's empty core in small; nothing where the plan cannot be played by this version. */
import type { Plan } from '@feldspar/core/plan';
import { PaintedCore } from '../core-sample/PaintedCore.tsx';
import { usePlanCore } from './plan-core.ts';

interface PlanPictureProps {
  plan: Plan;
  rowHeight: number;
  maxWidth?: number;
  /** Show only so many bars. */
  mostRows?: number;
}

export function PlanPicture({ plan, mostRows, ...size }: PlanPictureProps) {
  const core = usePlanCore(plan, mostRows);
  return core && <PaintedCore {...core} {...size} />;
}

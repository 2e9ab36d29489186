/** A plan's empty core; says so instead when the plan cannot be played by this version. */
import { type Plan, compile } from '@feldspar/core/plan';
import { useMemo } from 'react';
import { FittedCore } from '../core-sample/FittedCore.tsx';
import { coreOfTimeline } from '../core-sample/model.ts';

interface PlanPictureProps {
  plan: Plan;
  rowHeight: number;
  annotated: boolean;
  maxWidth?: number;
  /** Show only so many bars. */
  mostRows?: number;
}

export function PlanPicture({ plan, mostRows = 400, ...props }: PlanPictureProps) {
  const core = useMemo(() => {
    try {
      const model = coreOfTimeline(compile(plan));
      return { ...model, rows: model.rows.slice(0, mostRows) };
    } catch {
      return null;
    }
  }, [plan, mostRows]);
  if (!core) return null;
  const silent = core.rows.filter((row) => row.silent).length;
  return (
    <FittedCore
      model={core}
      label={`The clicks of ${plan.title}: ${core.rows.length} bars${silent > 0 ? `, ${silent} of them silent` : ''}`}
      {...props}
    />
  );
}

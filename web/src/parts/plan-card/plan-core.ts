/** A plan's empty core, and what it says to who cannot see it; null where this version cannot play the plan. */
import { type Plan, compile } from '@feldspar/core/plan';
import { useMemo } from 'react';
import { type CoreModel, coreOfTimeline } from '../core-sample/model.ts';

const MOST_ROWS = 400;

export function usePlanCore(plan: Plan, mostRows = MOST_ROWS): { model: CoreModel; label: string } | null {
  return useMemo(() => {
    try {
      const whole = coreOfTimeline(compile(plan));
      const model = { ...whole, rows: whole.rows.slice(0, mostRows) };
      const silent = model.rows.filter((row) => row.silent).length;
      const ofThem = silent > 0 ? `, ${silent} of them silent` : '';
      return { model, label: `The clicks of ${plan.title}: ${model.rows.length} bars${ofThem}` };
    } catch {
      return null;
    }
  }, [plan, mostRows]);
}

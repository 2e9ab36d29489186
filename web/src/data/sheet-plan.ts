/** A plan that carries its count sheet: the sheet is written, the plan follows. Pure. */
import {
  type Sheet,
  barProblems,
  planOfSheet,
  planWithSheet,
  readBars,
  sheetSchema,
} from '@feldspar/core/counts';
import { type FieldProblem, type Plan, PlanError } from '@feldspar/core/plan';

/** The sheet of a plan, or null for plans of another kind. */
export function sheetOf(plan: Plan): Sheet | null {
  const result = sheetSchema.safeParse((plan as Plan & { sheet?: unknown }).sheet);
  return result.success ? result.data : null;
}

/** While a bar has a wrong length the plan stays what it was; `sheetProblems` says where. */
export function withSheet(plan: Plan, sheet: Sheet): Plan {
  try {
    return planWithSheet(sheet);
  } catch (error) {
    if (error instanceof PlanError) return { ...plan, title: sheet.title, sheet } as Plan;
    throw error;
  }
}

export function sheetProblems(sheet: Sheet): FieldProblem[] {
  const wrong = barProblems(sheet).map(({ bar, message }) => ({ path: `bars[${bar}]`, message }));
  if (wrong.length > 0) return wrong;
  try {
    planOfSheet(sheet);
    return [];
  } catch (error) {
    if (error instanceof PlanError) return error.problems;
    throw error;
  }
}

const FIRST: Sheet = {
  format: 'feldspar-sheet',
  version: 1,
  title: 'New count sheet',
  meter: { beats: 4, unit: '1/4' },
  tempo: { bpm: 72, beat: '1/4' },
  counted: '1/4',
  bars: readBars('q q h | q qr h').bars!,
};

export const newSheetPlan = (change: Partial<Sheet> = {}): Plan => planWithSheet({ ...FIRST, ...change });

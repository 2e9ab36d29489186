/** What a plan gives to read, section by section: its count sheet, or the line that is written in it. Pure. */
import { type Sheet, sectionSheets } from '@feldspar/core/counts';
import type { Plan } from '@feldspar/core/plan';
import { sheetOf } from '../../data/sheet-plan.ts';

/** One a section; null where nothing is written. A count sheet is of the first. */
export function linesOfPlan(plan: Plan): (Sheet | null)[] {
  const sheet = sheetOf(plan);
  if (!sheet) return sectionSheets(plan);
  return plan.sections.map((_, section) => (section === 0 ? sheet : null));
}

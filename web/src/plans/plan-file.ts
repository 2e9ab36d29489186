/** A plan file from the player's disk: read, checked, refused with the field and the remedy. */
import { type FieldProblem, type Plan, readPlan } from '@feldspar/core/plan';

const MOST_BYTES = 2 * 1024 * 1024;

export type PlanFileResult = { plan: Plan } | { problems: FieldProblem[] };

export async function readPlanFile(file: File): Promise<PlanFileResult> {
  const refuse = (message: string): PlanFileResult => ({
    problems: [{ path: '', message: `${file.name}: ${message}` }],
  });
  if (file.size > MOST_BYTES)
    return refuse('larger than 2 MB, which no plan is. Choose a plan file (.json).');
  let value: unknown;
  try {
    value = JSON.parse(await file.text());
  } catch {
    return refuse('not valid JSON. Choose a plan file, or check it for a missing bracket or comma.');
  }
  const result = readPlan(value);
  if ('plan' in result) return result;
  return { problems: result.problems.map(({ path, message }) => ({ path: path || file.name, message })) };
}

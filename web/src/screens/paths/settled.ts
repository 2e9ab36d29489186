/** A path from a file among the plans that are here. Pure. */
import type { Path } from '@feldspar/core/paths';
import type { Plan } from '@feldspar/core/plan';

/**
 * A plan that is here already is not stored twice; one of the same id and another content gets an id of its own, and nothing is overwritten.
 * @param known what is here under an id, or null.
 * @returns the path without its plans, and the plans to be stored.
 */
export async function settled(
  { plans = {}, ...path }: Path,
  known: (id: string) => Promise<unknown>,
): Promise<{ path: Path; plans: { id: string; plan: Plan }[] }> {
  const fresh: { id: string; plan: Plan }[] = [];
  const renamed = new Map<string, string>();
  for (const [id, plan] of Object.entries(plans)) {
    if (!path.steps.some((step) => step.planId === id)) continue;
    const here = await known(id);
    if (here !== null && JSON.stringify(here) === JSON.stringify(plan)) continue;
    const own = here === null ? id : crypto.randomUUID();
    renamed.set(id, own);
    fresh.push({ id: own, plan });
  }
  const steps = path.steps.map((step) => ({ ...step, planId: renamed.get(step.planId) ?? step.planId }));
  return { path: { ...path, steps }, plans: fresh };
}

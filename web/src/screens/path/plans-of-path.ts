/** The plans that a path goes over: those that ship, those saved here, and the others from the server. */
import type { Path } from '@feldspar/core/paths';
import type { Plan } from '@feldspar/core/plan';
import { readyPlanOf } from '@feldspar/core/practice';
import { waitingChanges } from '../../data/outbox/outbox.ts';
import { waitingPlan } from '../../data/outbox/overlay.ts';
import { ProblemError, askFor } from '../../data/wire/client.ts';

/** @returns by id; one that is deleted is left out. @throws OfflineError */
export async function plansOfPath(path: Path): Promise<Map<string, Plan>> {
  const ids = [...new Set(path.steps.map(({ planId }) => planId))];
  const found = await Promise.all(
    ids.map(async (id): Promise<[string, Plan][]> => {
      const here = readyPlanOf(id)?.plan ?? waitingPlan(waitingChanges(), id)?.document;
      if (here) return [[id, here]];
      try {
        return [[id, (await askFor('GET /plans/:id', { id })).document]];
      } catch (error) {
        if (error instanceof ProblemError) return [];
        throw error;
      }
    }),
  );
  return new Map(found.flat());
}

import { PlanError } from '@feldspar/core/plan';
import type { Measurable } from '@feldspar/core/take';
import { type WorkerAnswer, measureHere } from './measure.ts';

export default function run(take: Measurable): WorkerAnswer {
  try {
    return measureHere(take);
  } catch (error) {
    if (error instanceof PlanError) return { problems: error.problems };
    throw error;
  }
}

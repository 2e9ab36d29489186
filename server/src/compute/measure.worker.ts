import { PlanError } from '@feldspar/core/plan';
import type { Measurable } from '@feldspar/core/take';
import { type WorkerAnswer, measureNow } from './measure.ts';

export default function run(take: Measurable): WorkerAnswer {
  try {
    return { answer: measureNow(take) };
  } catch (error) {
    if (error instanceof PlanError) return { problems: error.problems };
    throw error;
  }
}

export { curveNow } from './curve.ts';

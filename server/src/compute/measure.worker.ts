import { PlanError } from '@feldspar/core/plan';
import { TASKS, type Task, type WorkerAnswer } from './measure.ts';

export default function run(task: Task): WorkerAnswer {
  try {
    return { answer: task.name === 'hold' ? TASKS.hold(task.input) : TASKS.measure(task.input) };
  } catch (error) {
    if (error instanceof PlanError) return { problems: error.problems };
    throw error;
  }
}

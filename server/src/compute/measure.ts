/** Measuring is heavy for long takes: it runs in worker threads, behind these function types. */
import { type FieldProblem, PlanError } from '@feldspar/core/plan';
import { type Measurable, type TakeSummary, holdOfTakes, measureTake, summaryOf } from '@feldspar/core/take';
import type { Report } from '@feldspar/core/timing';
import { Piscina } from 'piscina';

export interface Measured {
  report: Report;
  summary: TakeSummary;
}

/** @throws PlanError, with its field problems, when the plan cannot be played. */
export type Measure = (take: Measurable) => Promise<Measured>;
/** @throws PlanError when a plan cannot be played. */
export type Hold = (takes: Measurable[]) => Promise<Report['holdBeats']>;

export interface Compute {
  measure: Measure;
  hold: Hold;
  close(): Promise<void>;
}

/** In this thread: what the worker runs. */
export const TASKS = {
  measure(take: Measurable): Measured {
    const measured = measureTake(take);
    return { report: measured.report, summary: summaryOf(measured) };
  },
  hold: holdOfTakes,
};

export type Task = {
  [Name in keyof typeof TASKS]: { name: Name; input: Parameters<(typeof TASKS)[Name]>[0] };
}[keyof typeof TASKS];

/** An error's class does not survive the way between threads, so a plan's problems travel as data. */
export type WorkerAnswer<Answer = unknown> = { answer: Answer } | { problems: FieldProblem[] };

/** In this thread, for tests. */
export function computeHere(): Compute {
  return {
    measure: async (take) => TASKS.measure(take),
    hold: async (takes) => TASKS.hold(takes),
    close: async () => undefined,
  };
}

export function computeInThreads(): Compute {
  const pool = new Piscina({
    filename: new URL('./measure.worker.js', import.meta.url).href,
    maxThreads: 2,
    idleTimeout: 30_000,
  });
  async function run<Answer>(task: Task): Promise<Answer> {
    const outcome = (await pool.run(task)) as WorkerAnswer<Answer>;
    if ('problems' in outcome) throw new PlanError(outcome.problems);
    return outcome.answer;
  }
  return {
    measure: (input) => run<Measured>({ name: 'measure', input }),
    hold: (input) => run<Report['holdBeats']>({ name: 'hold', input }),
    close: () => pool.destroy(),
  };
}

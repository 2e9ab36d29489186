/** Measuring is heavy for long takes: it runs in worker threads, behind this one function type. */
import { type FieldProblem, PlanError } from '@feldspar/core/plan';
import { type Measurable, type TakeSummary, measureTake, summaryOf } from '@feldspar/core/take';
import type { Report } from '@feldspar/core/timing';
import { Piscina } from 'piscina';

export interface Measured {
  report: Report;
  summary: TakeSummary;
}

/** @throws PlanError, with its field problems, when the plan cannot be played. */
export type Measure = (take: Measurable) => Promise<Measured>;

/** In this thread: what the worker runs, and what tests use. */
export function measureHere(take: Measurable): Measured {
  const measured = measureTake(take);
  return { report: measured.report, summary: summaryOf(measured) };
}

/** An error's class does not survive the way between threads, so a plan's problems travel as data. */
export type WorkerAnswer = Measured | { problems: FieldProblem[] };

export function measureInThreads(): { measure: Measure; close(): Promise<void> } {
  const pool = new Piscina({
    filename: new URL('./measure.worker.js', import.meta.url).href,
    maxThreads: 2,
    idleTimeout: 30_000,
  });
  return {
    async measure(take) {
      const answer = (await pool.run(take)) as WorkerAnswer;
      if ('problems' in answer) throw new PlanError(answer.problems);
      return answer;
    },
    close: () => pool.destroy(),
  };
}

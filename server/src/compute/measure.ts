/**
 * Measuring is heavy for long takes: it runs in worker threads, behind these function types. Whatever is asked, a thread has so
 * much time and memory; one that needs more is ended and replaced, and the caller is told what was too much.
 */
import { type FieldProblem, PlanError } from '@feldspar/core/plan';
import {
  type Measurable,
  type TakeFigures,
  type TakeSummary,
  figuresOf,
  measureTake,
  summaryOf,
} from '@feldspar/core/take';
import type { AloneIntervals, Report } from '@feldspar/core/timing';
import type { FreePlaying } from '@feldspar/core/free';
import { Piscina } from 'piscina';
import { type CurveAsked, curveNow } from './curve.ts';

export interface Measured {
  report: Report;
  summary: TakeSummary;
  alone: AloneIntervals;
  figures: TakeFigures;
}

/** @throws PlanError, with its field problems, when the plan cannot be played; TooMuch. */
export type Measure = (take: Measurable) => Promise<Measured>;

/** Null where no beat can be found. @throws TooMuch */
export type Curve = (asked: CurveAsked) => Promise<FreePlaying | null>;

export interface Compute {
  measure: Measure;
  curve: Curve;
  close(): Promise<void>;
}

/** It was ended before it could use up the machine. */
export class TooMuch extends Error {
  constructor(what: string) {
    super(what);
    this.name = 'TooMuch';
  }
}

export interface Limits {
  timeMs: number;
  memoryMb: number;
}
/** A take of two hours needs a tenth of either here. */
export const LIMITS: Limits = { timeMs: 30_000, memoryMb: 768 };

/** What the worker runs. */
export function measureNow(take: Measurable): Measured {
  const measured = measureTake(take);
  const { report, alone } = measured;
  return { report, alone, summary: summaryOf(measured), figures: figuresOf(measured) };
}

/** An error's class does not survive the way between threads, so a plan's problems travel as data. */
export type WorkerAnswer = { answer: Measured } | { problems: FieldProblem[] };

/** In this thread, for tests. */
export function computeHere(): Compute {
  return {
    measure: async (take) => measureNow(take),
    curve: async (asked) => curveNow(asked),
    close: async () => undefined,
  };
}

const WORKER = new URL('./measure.worker.js', import.meta.url).href;

export function computeInThreads(limits = LIMITS, filename = WORKER): Compute {
  const pool = new Piscina({
    filename,
    // None before there is work: a thread that is ended while it loads its code can take the process with it.
    minThreads: 0,
    maxThreads: 2,
    idleTimeout: 30_000,
    resourceLimits: { maxOldGenerationSizeMb: limits.memoryMb },
  });
  /** @param name of the worker's function; its default one where it is left out. */
  const run = async (asked: unknown, name?: string): Promise<unknown> => {
    try {
      return await pool.run(asked, { signal: AbortSignal.timeout(limits.timeMs), ...(name ? { name } : {}) });
    } catch (error) {
      throw tooMuch(error as Error & { code?: string }, limits) ?? error;
    }
  };
  return {
    curve: async (asked) => (await run(asked, 'curveNow')) as FreePlaying | null,
    async measure(take) {
      const outcome = (await run(take)) as WorkerAnswer;
      if ('problems' in outcome) throw new PlanError(outcome.problems);
      return outcome.answer;
    },
    close: () => pool.destroy(),
  };
}

function tooMuch({ name, code }: Error & { code?: string }, { timeMs, memoryMb }: Limits): TooMuch | null {
  if (name === 'AbortError' || name === 'TimeoutError')
    return new TooMuch(`measuring it takes longer than ${timeMs / 1000} s`);
  if (code === 'ERR_WORKER_OUT_OF_MEMORY') return new TooMuch(`measuring it needs more than ${memoryMb} MB`);
  return null;
}

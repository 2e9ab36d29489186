import type { FieldProblem } from './problem.ts';

/** The plan is well formed but cannot be played; each problem names its place. */
export class PlanError extends Error {
  readonly problems: FieldProblem[];
  constructor(problems: FieldProblem[]) {
    super(problems.map((p) => `${p.path}: ${p.message}`).join('; '));
    this.name = 'PlanError';
    this.problems = problems;
  }
}

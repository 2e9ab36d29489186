/** Errors as problem details (RFC 9457). A stack trace never leaves the server. */
import { PlanError, fieldProblems, type FieldProblem } from '@feldspar/core/plan';
import type { Context, Next } from 'koa';
import type { Logger } from 'pino';
import { z } from 'zod';

export class Problem extends Error {
  readonly status: number;
  readonly title: string;
  readonly errors: FieldProblem[] | undefined;

  constructor(status: number, title: string, detail: string, errors?: FieldProblem[]) {
    super(detail);
    this.status = status;
    this.title = title;
    this.errors = errors;
  }
}

export const notFound = (what: string, id: string) =>
  new Problem(404, `No such ${what}`, `There is no ${what} with the id ${id}. It may have been deleted.`);

/** Turns whatever a route throws into a problem document. */
export function problems(log: Logger) {
  return async (ctx: Context, next: Next): Promise<void> => {
    try {
      await next();
      if (ctx.status === 404 && ctx.body === undefined) {
        throw new Problem(404, 'No such address', `There is nothing at ${ctx.method} ${ctx.path}.`);
      }
    } catch (error) {
      const problem = asProblem(error);
      if (problem.status >= 500) log.error({ err: error, path: ctx.path }, 'request failed');
      ctx.status = problem.status;
      ctx.type = 'application/problem+json';
      ctx.body = JSON.stringify({
        type: 'about:blank',
        title: problem.title,
        status: problem.status,
        detail: problem.message,
        ...(problem.errors ? { errors: problem.errors } : {}),
      });
    }
  };
}

function asProblem(error: unknown): Problem {
  if (error instanceof Problem) return error;
  if (error instanceof z.ZodError) return invalid(fieldProblems(error));
  if (error instanceof PlanError) return invalid(error.problems);
  const status = (error as { status?: unknown }).status;
  if (status === 413) {
    return new Problem(
      413,
      'Too large',
      `The body is over ${MOST_MEGABYTES} MB. Send a shorter take or plan.`,
    );
  }
  if (status === 400) {
    return new Problem(
      400,
      'Not JSON',
      'The body is not valid JSON. Check the file for a missing bracket or comma.',
    );
  }
  if (status === 415) {
    return new Problem(415, 'Not JSON', 'Send the body as application/json.');
  }
  return new Problem(500, 'Something broke', 'The server could not do this. Nothing was changed; try again.');
}

export const MOST_MEGABYTES = 16;

function invalid(errors: FieldProblem[]): Problem {
  const [first] = errors;
  const where = first.path ? `${first.path}: ` : '';
  const more = errors.length > 1 ? ` (and ${errors.length - 1} more)` : '';
  return new Problem(422, 'The document has errors', `${where}${first.message}${more}`, errors);
}

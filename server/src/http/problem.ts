/** Errors as problem details (RFC 9457). A stack trace never leaves the server. */
import { WavProblem } from '@feldspar/core/wav';
import { MOST_PROBLEMS, PlanError, fieldProblems, type FieldProblem } from '@feldspar/core/plan';
import type { Context, Next } from 'koa';
import type { Logger } from 'pino';
import { z } from 'zod';
import { TooMuch } from '../compute/measure.ts';
import { codeOf } from '../folder/index.ts';
import { UnreadableRow } from '../store/json-column.ts';

export interface ProblemDetails {
  errors?: FieldProblem[];
  /** What is stored now, where it is not what a change was made on. */
  current?: unknown;
}

export class Problem extends Error {
  readonly status: number;
  readonly title: string;
  readonly details: ProblemDetails;

  constructor(status: number, title: string, detail: string, details: ProblemDetails = {}) {
    super(detail);
    this.status = status;
    this.title = title;
    this.details = details;
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
        throw new Problem(
          404,
          'No such address',
          `There is nothing at ${ctx.method} ${ctx.path.slice(0, 200)}.`,
        );
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
        ...problem.details,
      });
    }
  };
}

function asProblem(error: unknown): Problem {
  if (error instanceof Problem) return error;
  if (error instanceof z.ZodError) return invalid(fieldProblems(error));
  if (error instanceof PlanError) return invalid(error.problems);
  if (error instanceof WavProblem) return new Problem(422, 'No sound that can be read', error.message);
  if (error instanceof TooMuch) {
    return new Problem(
      422,
      'Too much to compute',
      `This is too much for one request: ${error.message}. Shorten the plan or the take.`,
    );
  }
  if (error instanceof UnreadableRow) {
    return new Problem(
      410,
      'Damaged',
      `${error.message} Nothing else is affected; what can be read of it is saved by “npm run salvage”.`,
    );
  }
  return ofDisk(codeOf(error)) ?? ofBody(error) ?? new Problem(500, 'Something broke', BROKE);
}

const BROKE = 'The server could not do this. Nothing was changed; try again.';

/** What the disk or the database file does not allow. The page keeps what it could not send. */
function ofDisk(code: string): Problem | null {
  if (/^(SQLITE_FULL|ENOSPC|EDQUOT)/.test(code))
    return new Problem(507, 'No room', 'There is no room left on the disk. Make room; nothing was changed.');
  if (/^(SQLITE_READONLY|EROFS|EACCES)/.test(code))
    return new Problem(
      503,
      'Cannot write',
      'The data folder cannot be written any more. Give Feldspar the right to write there; nothing was changed.',
    );
  if (/^(SQLITE_BUSY|SQLITE_LOCKED)/.test(code))
    return new Problem(503, 'Busy', 'Another program holds the database. Close it; nothing was changed.');
  if (/^(SQLITE_CORRUPT|SQLITE_NOTADB|SQLITE_IOERR)/.test(code))
    return new Problem(
      503,
      'Damaged',
      'The database cannot be read or written. Stop the server and start it again: it says what to do.',
    );
  return null;
}

/** What the body parser says no to. */
function ofBody(error: unknown): Problem | null {
  const { status, limit } = error as { status?: unknown; limit?: unknown };
  if (status === 413) {
    const most = typeof limit === 'number' ? ` over ${sizeText(limit)}` : ' too large';
    return new Problem(413, 'Too large', `The body is${most}. Send a shorter take or plan.`);
  }
  // zlib's own: the body is not encoded as it says.
  if (/^Z_|^ERR_/.test(codeOf(error)) || status === 400) {
    return new Problem(
      400,
      'Not JSON',
      'The body is not valid JSON. Check the file for a missing bracket or comma, and how it is encoded.',
    );
  }
  if (status === 415)
    return new Problem(
      415,
      'Not JSON',
      'Send the body as application/json, not encoded in a way of its own.',
    );
  return null;
}

export const sizeText = (bytes: number) =>
  bytes >= 1024 * 1024 ? `${Math.round(bytes / 1024 / 1024)} MB` : `${Math.round(bytes / 1024)} kB`;

function invalid(errors: FieldProblem[]): Problem {
  const [first] = errors;
  const where = first?.path ? `${first.path}: ` : '';
  const more = errors.length > 1 ? ` (and ${errors.length - 1} more)` : '';
  const shown = errors.slice(0, MOST_PROBLEMS + 1);
  return new Problem(422, 'The document has errors', `${where}${first?.message ?? ''}${more}`, {
    errors: shown,
  });
}

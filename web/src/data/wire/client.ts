/** Requests to the server. Failures are either a `ProblemError` (the server said no, and why) or `OfflineError`. */
import type { FieldProblem } from '@feldspar/core/plan';

export class ProblemError extends Error {
  readonly status: number;
  readonly errors: FieldProblem[];
  /** What the server has instead, where something was changed meanwhile. */
  readonly current: unknown;

  constructor(status: number, detail: string, errors: FieldProblem[] = [], current?: unknown) {
    super(detail);
    this.current = current;
    this.name = 'ProblemError';
    this.status = status;
    this.errors = errors;
  }
}

export class OfflineError extends Error {
  constructor() {
    super(
      'The Feldspar server does not answer. Start it again; what you play is kept in this browser until then.',
    );
    this.name = 'OfflineError';
  }
}

export async function request<Answer>(method: string, path: string, body?: unknown): Promise<Answer> {
  let response: Response;
  try {
    response = await fetch(`/api${path}`, {
      method,
      ...(body === undefined
        ? {}
        : { headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) }),
    });
  } catch {
    throw new OfflineError();
  }
  if (!response.ok) {
    const problem = (await response.json().catch(() => null)) as {
      detail?: string;
      errors?: FieldProblem[];
      current?: unknown;
    } | null;
    // A proxy in front of a stopped server answers 502 to 504 without a problem document.
    if (!problem && response.status >= 500) throw new OfflineError();
    throw new ProblemError(
      response.status,
      problem?.detail ?? `The server answered ${response.status}.`,
      problem?.errors,
      problem?.current,
    );
  }
  const text = await response.text();
  return (text ? JSON.parse(text) : undefined) as Answer;
}

/** Requests to the server. Failures are either a `ProblemError` (the server said no, and why) or `OfflineError`. */
import type { FieldProblem } from '@feldspar/core/plan';
import {
  type AnswerOf,
  type Method,
  type ProblemDocument,
  type RouteName,
  type Routes,
  type SentBody,
  VIEWER,
} from '@feldspar/core/wire';
import { openedAs } from '../../device/opened-as.ts';

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

/** A stored take is measured before it is confirmed, for half a minute at most. */
const READ_WITHIN_MS = 30_000;
const CHANGE_WITHIN_MS = 120_000;

export class OfflineError extends Error {
  constructor() {
    super(
      'The Feldspar server does not answer. Start it again; what you play is kept in this browser until then.',
    );
    this.name = 'OfflineError';
  }
}

/** What the address of a route needs: the id, and what may follow the question mark. */
export type Asked<Name extends RouteName> = (Name extends `${string}:id${string}`
  ? { id: string }
  : { id?: never }) & {
  query?: Routes[Name] extends { query: { shape: infer Shape } }
    ? { [Key in keyof Shape]?: string | number | null | undefined }
    : never;
};

/** Under `/api`, with what it asks for; also the name under which its answer is cached. What is null is left out. */
export function addressOf<Name extends RouteName>(name: Name, asked: Asked<Name>): string {
  const { id, query }: { id?: string; query?: object } = asked;
  const path = name.slice(name.indexOf(' ') + 1).replace(':id', id ?? '');
  const said = Object.entries(query ?? {}).filter(([, value]) => value !== null && value !== undefined);
  const search = new URLSearchParams(said.map(([key, value]) => [key, String(value)])).toString();
  return search ? `${path}?${search}` : path;
}

/** Asks a route of the table. @throws ProblemError, OfflineError */
export function askFor<Name extends RouteName>(
  name: Name,
  { body, ...asked }: Asked<Name> & { body?: SentBody<Name> },
): Promise<AnswerOf<Name>> {
  return request(name.split(' ')[0] as Method, addressOf(name, asked as Asked<Name>), body);
}

/**
 * The same by method and address, as requests are kept in the outbox. @param body bytes, or what is sent as JSON. @param viewer as whom it is
 * asked: what a teacher said and what waits is the teacher's, whoever the page is opened as by now.
 */
export async function request<Answer>(
  method: Method,
  path: string,
  body?: unknown,
  viewer: string | null = openedAs(),
): Promise<Answer> {
  let response: Response;
  const asWhom: Record<string, string> = viewer === null ? {} : { [VIEWER]: viewer };
  try {
    response = await fetch(`/api${path}`, {
      method,
      // What never answers is as good as away: it is asked again.
      signal: AbortSignal.timeout(method === 'GET' ? READ_WITHIN_MS : CHANGE_WITHIN_MS),
      ...(body === undefined
        ? { headers: asWhom }
        : body instanceof Blob
          ? { headers: { ...asWhom, 'Content-Type': 'application/octet-stream' }, body }
          : { headers: { ...asWhom, 'Content-Type': 'application/json' }, body: JSON.stringify(body) }),
    });
  } catch {
    throw new OfflineError();
  }
  if (!response.ok) {
    const problem = (await response.json().catch(() => null)) as Partial<ProblemDocument> | null;
    // A proxy in front of a stopped server answers 502 to 504 without a problem document.
    if (!problem && response.status >= 500) throw new OfflineError();
    throw new ProblemError(
      response.status,
      problem?.detail ?? `The server answered ${response.status}.`,
      problem?.errors,
      problem?.current,
    );
  }
  // It may break off in the middle.
  const text = await response.text().catch(() => {
    throw new OfflineError();
  });
  return (text ? JSON.parse(text) : undefined) as Answer;
}

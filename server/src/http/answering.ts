/** The table of routes at the door: each request is checked by what the table says of its route, then handed to one function. */
import {
  type AnswerOf,
  type BodyOf,
  type QueryOf,
  ROUTES,
  type RouteName,
  type Route,
  USUAL_BODY_BYTES,
  partsOf,
} from '@feldspar/core/wire';
import { Router } from '@koa/router';
import type { Readable } from 'node:stream';
import type { Context } from 'koa';
import { readBody, readBytes, readId, readPiece, readSound, readViewer } from './body.ts';
import { sendFile } from './files.ts';

/** What a route's function is given, checked. */
export interface Asked<Name extends RouteName> {
  /** Of the address; empty where it has none. */
  id: string;
  query: QueryOf<Name>;
  body: BodyOf<Name>;
  /** The recording that is sent, as it comes. @throws Problem 415 for another media type */
  sound(): AsyncIterable<Uint8Array>;
  /** The piece of a file that is sent. @throws Problem 413 where it is too large, 415 for another media type */
  piece(): Promise<Uint8Array>;
  /** The file that is sent, as it comes, and what says that it was broken off. @throws Problem 415 for another media type */
  bytes(): { body: Readable; signal: AbortSignal };
  /** Says that something new was made: 201. */
  made(): void;
  /** The one player who asks; null for the teacher, who sees everybody. */
  viewer: string | null;
}

/** Where the file lies that a route answers. */
type Answer<Name extends RouteName> = (typeof ROUTES)[Name] extends { file: true }
  ? string
  : (typeof ROUTES)[Name] extends { sends: string }
    ? Sent
    : AnswerOf<Name>;

/** A file that is made while it is sent. */
export interface Sent {
  /** What it is saved as. */
  name: string;
  body: string | Readable;
}

/** One function a route. None may be missing, and each answers what the table says. */
export type Answers = {
  [Name in RouteName]: (asked: Asked<Name>) => Answer<Name> | Promise<Answer<Name>>;
};

/** Keeps what belongs to others from whoever opened the studio as one player. */
export interface Gate {
  /** @returns the query, narrowed to what is theirs. @throws Problem 404 for whatever is not. */
  check(
    route: Route,
    asked: Pick<Asked<RouteName>, 'id' | 'query' | 'body'> & { path: string },
    viewer: string,
  ): Promise<unknown>;
}

/**
 * @param options strict checks the answers too; for tests: what the table says of an answer is then what is sent, field by field.
 */
export function routerOf(
  answers: Answers,
  { strict = false, views }: { strict?: boolean | undefined; views: Gate },
): Router {
  const api = new Router({ prefix: '/api' });
  for (const [name, route] of Object.entries(ROUTES) as [RouteName, Route][]) {
    const { method, path } = partsOf(name);
    const answer = answers[name] as (asked: Asked<never>) => unknown;
    api.register(path, [method], async (ctx) => {
      const asked = {
        id: path.includes(':id') ? readId(ctx) : '',
        query: route.query?.parse(ctx.query),
        body: route.body ? readBody(ctx, route.body) : undefined,
        sound: () => readSound(ctx),
        piece: () => readPiece(ctx, route.bytes ?? USUAL_BODY_BYTES),
        bytes: () => readBytes(ctx, route.takes ?? ''),
        made: () => (ctx.status = 201),
        viewer: readViewer(ctx),
      };
      if (asked.viewer !== null)
        asked.query = (await views.check(
          route,
          { ...asked, path } as never,
          asked.viewer,
        )) as typeof asked.query;
      ctx.status = route.answer ? 200 : 204;
      const body = await answer(asked as unknown as Asked<never>);
      if (route.file) sendFile(ctx, body as string);
      if (route.sends) sendMade(ctx, route.sends, body as Sent);
      if (!route.answer) return;
      if (strict) checkAnswer(name, route.answer, body);
      ctx.body = body;
    });
  }
  return api;
}

function sendMade(ctx: Context, type: string, { name, body }: Sent): void {
  ctx.status = 200;
  ctx.set('Content-Type', typeof body === 'string' ? `${type}; charset=utf-8` : type);
  ctx.set('Content-Disposition', `attachment; filename="${name}"`);
  ctx.set('Cache-Control', 'private, no-cache');
  ctx.body = body;
}

function checkAnswer(name: string, schema: NonNullable<Route['answer']>, body: unknown): void {
  const sent = JSON.parse(JSON.stringify(body)) as unknown;
  const read = schema.safeParse(sent);
  if (!read.success)
    throw new Error(`the answer of ${name} is not what the table says: ${read.error.message}`);
  const extra = unnamed(sent, read.data, '');
  if (extra.length > 0)
    throw new Error(`the answer of ${name} holds what the table does not name: ${extra.join(', ')}`);
}

/** Fields that were sent and are not in what the schema read: it leaves out what it does not know. */
function unnamed(sent: unknown, read: unknown, at: string): string[] {
  if (!isObject(sent) || !isObject(read)) return [];
  return Object.keys(sent).flatMap((key) =>
    key in read ? unnamed(sent[key], read[key], `${at}/${key}`) : [`${at}/${key}`],
  );
}

const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null;

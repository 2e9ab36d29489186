/** The request's JSON body: how large it may be, as the table of routes says, and its check by a Zod schema. */
import type { Readable } from 'node:stream';
import { bodyParser } from '@koa/bodyparser';
import type { Context, Middleware, Next } from 'koa';
import { isShallow } from '@feldspar/core/plan';
import { ROUTES, type Route, USUAL_BODY_BYTES, VIEWER, partsOf } from '@feldspar/core/wire';
import { z } from 'zod';
import { Problem, sizeText } from './problem.ts';

declare module 'koa' {
  interface Request {
    body?: unknown;
  }
}

/** A route with a body of its own size, and which addresses it has. */
const SIZES = (Object.entries(ROUTES) as [string, Route][]).flatMap(([name, { bytes }]) => {
  if (!bytes) return [];
  const { method, path } = partsOf(name);
  return [{ method, path: new RegExp(`^/api${path.replaceAll(/:[a-z]+/g, '[^/]+')}$`), bytes }];
});
/** Deeper than any document here goes; what is nested without end is refused before anything walks it. */
export const DEEPEST = 24;

/** Reads JSON bodies; other kinds are left unread and refused where a body is wanted. */
export function bodies(): Middleware {
  const readers = new Map<number, Middleware>();
  const readerOf = (bytes: number) => {
    let reader = readers.get(bytes);
    if (!reader) {
      // Its types are those of another Koa.
      reader = bodyParser({
        enableTypes: ['json'],
        jsonLimit: bytes,
        jsonStrict: true,
      }) as unknown as Middleware;
      readers.set(bytes, reader);
    }
    return reader;
  };
  return async (ctx: Context, next: Next): Promise<void> => {
    const row = SIZES.find(({ method, path }) => method === ctx.method && path.test(ctx.path));
    let read = false;
    await readerOf(row?.bytes ?? USUAL_BODY_BYTES)(ctx, async () => {
      read = true;
    });
    if (!read) return;
    if (!isShallow(ctx.request.body, DEEPEST)) {
      throw new Problem(
        422,
        'Nested too deep',
        `The body is nested deeper than ${DEEPEST} levels; no document here is.`,
      );
    }
    await next();
  };
}

/** @throws Problem 415 for another media type, ZodError for a body that does not fit. */
export function readBody<Schema extends z.ZodType>(ctx: Context, schema: Schema): z.infer<Schema> {
  if (!ctx.is('application/json')) {
    throw new Problem(415, 'Not JSON', 'Send the body as application/json.');
  }
  return schema.parse(ctx.request.body);
}

/** @throws Problem 415 for another media type. */
export function readSound(ctx: Context): AsyncIterable<Uint8Array> {
  if (!ctx.is('audio/wav', 'audio/x-wav', 'audio/wave', 'audio/vnd.wave'))
    throw new Problem(415, 'No WAV', 'Send the recording as audio/wav.');
  return ctx.req;
}

/** @throws Problem 413 where it is too large, 415 for another media type. */
export async function readPiece(ctx: Context, mostBytes: number): Promise<Uint8Array> {
  if (!ctx.is('application/octet-stream'))
    throw new Problem(415, 'No bytes', 'Send the piece as application/octet-stream.');
  const pieces: Buffer[] = [];
  let bytes = 0;
  for await (const piece of ctx.req) {
    bytes += (piece as Buffer).length;
    if (bytes > mostBytes)
      throw new Problem(413, 'Too large', `A piece has at most ${sizeText(mostBytes)}. Send smaller ones.`);
    pieces.push(piece as Buffer);
  }
  return Buffer.concat(pieces);
}

/** A file as it comes. @throws Problem 415 for another media type. */
export function readBytes(ctx: Context, type: string): { body: Readable; signal: AbortSignal } {
  if (!ctx.is(type)) throw new Problem(415, 'Another kind of file', `Send it as ${type}.`);
  const broken = new AbortController();
  ctx.res.on('close', () => {
    if (!ctx.res.writableFinished) broken.abort();
  });
  return { body: ctx.req, signal: broken.signal };
}

const uuid = z.uuid();

/** The `:id` of the address. @throws Problem 400 when it is no UUID. */
export function readId(ctx: { params: Record<string, string> }): string {
  const { id = '' } = ctx.params;
  if (!uuid.safeParse(id).success) {
    throw new Problem(
      400,
      'Not an id',
      `"${id.slice(0, 60)}" is not a UUID; ids look like 3f0f6f4e-9d5a-4d2c-8a35-0c8f0d6b1a01.`,
    );
  }
  return id.toLowerCase();
}

/** As whom the studio was opened: a header that the page sends. @throws Problem 400 where it is no id. */
export function readViewer(ctx: Context): string | null {
  const said = ctx.get(VIEWER);
  if (said === '') return null;
  const id = z.uuid().safeParse(said);
  if (!id.success) throw new Problem(400, 'No player', `The header ${VIEWER} must be the UUID of a player.`);
  return id.data;
}

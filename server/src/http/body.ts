/** The request's JSON body, checked by a Zod schema. */
import type { Context } from 'koa';
import { z } from 'zod';
import { Problem } from './problem.ts';

declare module 'koa' {
  interface Request {
    body?: unknown;
  }
}

/** @throws Problem 415 for another media type, ZodError for a body that does not fit. */
export function readBody<Schema extends z.ZodType>(ctx: Context, schema: Schema): z.infer<Schema> {
  if (!ctx.is('application/json')) {
    throw new Problem(415, 'Not JSON', 'Send the body as application/json.');
  }
  return schema.parse(ctx.request.body);
}

const uuid = z.uuid();

/** The `:id` of the address. @throws Problem 400 when it is no UUID. */
export function readId(ctx: { params: Record<string, string> }): string {
  const { id } = ctx.params;
  if (!uuid.safeParse(id).success) {
    throw new Problem(
      400,
      'Not an id',
      `"${id}" is not a UUID; ids look like 3f0f6f4e-9d5a-4d2c-8a35-0c8f0d6b1a01.`,
    );
  }
  return id;
}

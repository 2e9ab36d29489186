/** A change as it was left in what the browser remembers: it may be anybody's writing. What it says is looked at by the server, as of every request. */
import { z } from 'zod';
import type { Waiting } from './queue.ts';

export const leftSchema: z.ZodType<Waiting> = z.object({
  key: z.string().max(200),
  at: z.string().max(40),
  thing: z.string().max(200),
  method: z.enum(['PUT', 'PATCH', 'DELETE', 'POST']),
  path: z.string().startsWith('/').max(500),
  said: z.string().max(1000),
  state: z.enum(['waiting', 'refused', 'conflict']),
  body: z.unknown().optional(),
  current: z.unknown().optional(),
  reason: z.string().optional(),
  as: z.string().optional(),
  on: z.number().optional(),
  version: z.number().optional(),
});

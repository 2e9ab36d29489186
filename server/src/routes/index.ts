/** All routes under /api. Each is thin: check the door, call the store or the core, answer. */
import { planSchema, saidTempoSchema } from '@feldspar/core/plan';
import { takeSchema } from '@feldspar/core/take';
import { said } from '@feldspar/core/words';
import { hitSchema, judgingSchema } from '@feldspar/core/timing';
import { Router } from '@koa/router';
import { z } from 'zod';
import type { Measure } from '../compute/measure.ts';
import { readBody, readId } from '../http/body.ts';
import { Problem } from '../http/problem.ts';
import type { BinStore } from '../store/bin.ts';
import type { HoldStore } from '../store/holds.ts';
import type { PlanStore } from '../store/plans.ts';
import { type PlayerStore, playerSchema } from '../store/players.ts';
import type { Remeasuring } from '../store/remeasuring.ts';
import { TAKE_ORDERS, type TakeStore } from '../store/takes.ts';

export interface Services {
  takes: TakeStore;
  plans: PlanStore;
  players: PlayerStore;
  holds: HoldStore;
  bin: BinStore;
  remeasuring: Remeasuring;
  measure: Measure;
  version: string;
}

const PAGE = { usual: 30, most: 100 } as const;

const pageQuery = {
  cursor: z.string().max(200).optional(),
  limit: z.coerce.number().int().min(1).max(PAGE.most),
};
const listQuery = z.object({
  ...pageQuery,
  player: z.uuid('player must be a UUID').optional(),
  limit: pageQuery.limit.default(PAGE.usual),
  order: z.enum(TAKE_ORDERS, `order must be one of ${TAKE_ORDERS.join(', ')}`).default('newest'),
});

const plansQuery = z.object({ ...pageQuery, limit: pageQuery.limit.default(PAGE.most) });
/** Which revision a change was made on; 0 for something new. */
const revisionQuery = z.object({
  revision: z.coerce.number().int().min(0).max(1e9).optional(),
});
const holdQuery = z.object({ player: z.uuid('player must be a UUID').optional() });

/** The parts of a take that may change. */
const changeable = {
  note: z.string().max(4000, 'a note has at most 4000 characters').optional(),
  trueTempo: saidTempoSchema.nullable().optional(),
  judging: judgingSchema.nullable().optional(),
};
const changeSchema = z
  .strictObject({
    ...changeable,
    /** What the change was made on. */ was: z.strictObject(changeable).optional(),
  })
  .refine(
    ({ note, trueTempo, judging }) => [note, trueTempo, judging].some((value) => value !== undefined),
    'send a note, a trueTempo or a judging',
  );

const reportRequest = z.strictObject({
  plan: planSchema,
  hits: z.array(hitSchema).max(200_000, 'at most 200 000 hits'),
  latencyMs: z.number().min(-500).max(2000).default(0),
  judging: judgingSchema.optional(),
});

export function apiRoutes(services: Services): Router {
  const { takes, plans, players, holds, bin, remeasuring, measure, version } = services;
  const api = new Router({ prefix: '/api' });

  api.get('/health', (ctx) => {
    ctx.body = { status: 'ok', version };
  });

  api.get('/takes', async (ctx) => {
    const { player, ...query } = listQuery.parse(ctx.query);
    ctx.body = await takes.list({ playerId: player, ...query });
  });
  api.get('/takes/:id', async (ctx) => {
    ctx.body = await takes.get(readId(ctx));
  });
  api.put('/takes/:id', async (ctx) => {
    const id = readId(ctx);
    const take = readBody(ctx, takeSchema);
    if (take.id !== id) {
      throw new Problem(422, 'Two ids', `The address says ${id}, the take says ${take.id}.`);
    }
    ctx.status = (await takes.put(take)) ? 201 : 200;
    ctx.body = { id };
  });
  api.patch('/takes/:id', async (ctx) => {
    const id = readId(ctx);
    const { was, ...change } = readBody(ctx, changeSchema);
    await takes.change(id, change, was);
    ctx.status = 204;
  });
  api.delete('/takes/:id', async (ctx) => {
    await takes.remove(readId(ctx));
    ctx.status = 204;
  });
  api.post('/takes/:id/restore', async (ctx) => {
    await takes.restore(readId(ctx));
    ctx.status = 204;
  });

  api.get('/plans', async (ctx) => {
    ctx.body = await plans.list(plansQuery.parse(ctx.query));
  });
  api.get('/plans/:id', async (ctx) => {
    ctx.body = await plans.get(readId(ctx));
  });
  api.put('/plans/:id', async (ctx) => {
    const id = readId(ctx);
    const { revision } = revisionQuery.parse(ctx.query);
    ctx.body = { id, revision: await plans.put(id, readBody(ctx, planSchema), revision) };
  });
  api.delete('/plans/:id', async (ctx) => {
    await plans.remove(readId(ctx));
    ctx.status = 204;
  });
  api.post('/plans/:id/restore', async (ctx) => {
    await plans.restore(readId(ctx));
    ctx.status = 204;
  });

  api.get('/players', async (ctx) => {
    ctx.body = { items: await players.list(), nextCursor: null };
  });
  api.put('/players/:id', async (ctx) => {
    const id = readId(ctx);
    await players.put(id, readBody(ctx, playerSchema));
    ctx.body = { id };
  });
  api.delete('/players/:id', async (ctx) => {
    await players.remove(readId(ctx));
    ctx.status = 204;
  });
  api.post('/players/:id/restore', async (ctx) => {
    await players.restore(readId(ctx));
    ctx.status = 204;
  });

  api.get('/holds', async (ctx) => {
    const { player } = holdQuery.parse(ctx.query);
    ctx.body = { items: await holds.list(player ?? null), nextCursor: null };
  });

  api.get('/bin', async (ctx) => {
    ctx.body = await bin.list();
  });

  api.get('/remeasuring', (ctx) => {
    ctx.body = remeasuring.progress();
  });
  api.delete('/remeasuring', (ctx) => {
    remeasuring.stop();
    ctx.status = 204;
  });

  api.post('/reports', async (ctx) => {
    const request = readBody(ctx, reportRequest);
    const { report } = await measure({ ...request, clock: null, stoppedAtS: null });
    ctx.body = said(report);
  });

  return api;
}

/** All routes under /api. Each is thin: check the door, call the store or the core, answer. */
import { planSchema, saidTempoSchema } from '@feldspar/core/plan';
import { takeSchema } from '@feldspar/core/take';
import { hitSchema, judgingSchema } from '@feldspar/core/timing';
import { Router } from '@koa/router';
import { z } from 'zod';
import type { Measure } from '../compute/measure.ts';
import { readBody, readId } from '../http/body.ts';
import { Problem } from '../http/problem.ts';
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
  remeasuring: Remeasuring;
  measure: Measure;
  version: string;
}

const PAGE = { usual: 30, most: 100 } as const;

const listQuery = z.object({
  player: z.uuid('player must be a UUID').optional(),
  cursor: z.string().optional(),
  limit: z.coerce.number().int().min(1).max(PAGE.most).default(PAGE.usual),
  order: z.enum(TAKE_ORDERS, `order must be one of ${TAKE_ORDERS.join(', ')}`).default('newest'),
});

const holdQuery = z.object({ player: z.uuid('player must be a UUID').optional() });

/** The parts of a take that may change. */
const changeSchema = z
  .object({
    note: z.string().max(4000, 'a note has at most 4000 characters').optional(),
    trueTempo: saidTempoSchema.nullable().optional(),
    judging: judgingSchema.nullable().optional(),
  })
  .refine(
    (change) => Object.values(change).some((value) => value !== undefined),
    'send a note, a trueTempo or a judging',
  );

const reportRequest = z.object({
  plan: planSchema,
  hits: z.array(hitSchema).max(200_000, 'at most 200 000 hits'),
  latencyMs: z.number().min(-500).max(2000).default(0),
  judging: judgingSchema.optional(),
});

export function apiRoutes(services: Services): Router {
  const { takes, plans, players, holds, remeasuring, measure, version } = services;
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
    const { note, trueTempo, judging } = readBody(ctx, changeSchema);
    if (note !== undefined) await takes.setNote(id, note);
    if (trueTempo !== undefined) await takes.setTrueTempo(id, trueTempo);
    if (judging !== undefined) await takes.setJudging(id, judging);
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
    ctx.body = { items: await plans.list(), nextCursor: null };
  });
  api.get('/plans/:id', async (ctx) => {
    ctx.body = await plans.get(readId(ctx));
  });
  api.put('/plans/:id', async (ctx) => {
    const id = readId(ctx);
    await plans.put(id, readBody(ctx, planSchema));
    ctx.body = { id };
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

  api.get('/holds', async (ctx) => {
    const { player } = holdQuery.parse(ctx.query);
    ctx.body = { items: await holds.list(player ?? null), nextCursor: null };
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
    ctx.body = report;
  });

  return api;
}

/** All routes under /api: what each does, once the table of `core/wire` has checked what was asked. */
import { said } from '@feldspar/core/words';
import type { Router } from '@koa/router';
import type { Hear } from '../compute/hear.ts';
import type { Curve, Measure } from '../compute/measure.ts';
import { routerOf } from '../http/answering.ts';
import type { Importing } from '../everything/read.ts';
import { everything } from '../everything/write.ts';
import { Problem } from '../http/problem.ts';
import type { BinStore } from '../store/bin.ts';
import type { Database } from '../store/database.ts';
import type { DocumentStore } from '../store/documents.ts';
import type { HoldStore } from '../store/holds.ts';
import type { PlanStore } from '../store/plans.ts';
import type { PlayerStore } from '../store/players.ts';
import type { RecordingStore } from '../store/recordings.ts';
import type { Remeasuring } from '../store/remeasuring.ts';
import type { TrendStore } from '../store/trends.ts';
import type { TakeStore } from '../store/takes.ts';
import type { NeedStore } from '../store/needs.ts';
import type { Views } from '../store/views.ts';
import { deletable } from './deletable.ts';
import { documentRoutes, whole } from './documents.ts';

export interface Services {
  takes: TakeStore;
  plans: PlanStore;
  players: PlayerStore;
  recordings: RecordingStore;
  holds: HoldStore;
  documents: DocumentStore;
  trends: TrendStore;
  needs: NeedStore;
  views: Views;
  bin: BinStore;
  database: Database;
  importing: Importing;
  remeasuring: Remeasuring;
  measure: Measure;
  curve: Curve;
  hear: Hear;
  version: string;
  /** In tests: answers are held against the table too. */
  strict?: boolean;
}

export function apiRoutes(services: Services): Router {
  const {
    takes,
    plans,
    players,
    recordings,
    holds,
    documents,
    needs,
    views,
    trends,
    bin,
    database,
    importing,
    remeasuring,
    measure,
    curve,
    hear,
    version,
    strict,
  } = services;
  return routerOf(
    {
      'GET /health': () => ({ status: 'ok', version }),

      'GET /takes': ({ query: { player, ...page } }) => takes.list({ playerId: player, ...page }),
      'GET /takes/:id': ({ id }) => takes.get(id),
      'PUT /takes/:id': async ({ id, body, made }) => {
        if (body.id !== id)
          throw new Problem(422, 'Two ids', `The address says ${id}, the take says ${body.id}.`);
        if (await takes.put(body)) made();
        return { id };
      },
      'PATCH /takes/:id': async ({ id, body: { was, ...change } }) => {
        await takes.change(id, change, was);
        return undefined;
      },

      'GET /plans': ({ query }) => plans.list(query),
      'GET /plans/:id': ({ id }) => plans.get(id),
      'PUT /plans/:id': async ({ id, body, query: { revision } }) => ({
        id,
        revision: await plans.put(id, body, revision),
      }),

      'GET /players': async ({ viewer }) => whole(await players.list(viewer)),
      'PUT /players/:id': async ({ id, body }) => {
        await players.put(id, body);
        return { id };
      },
      'POST /players/:id/merge': async ({ id, body: { into } }) => {
        await players.merge(id, into);
        return undefined;
      },

      'GET /recordings': ({ query: { player, ...page } }) => recordings.list({ playerId: player, ...page }),
      'GET /recordings/:id': ({ id }) => recordings.get(id),
      'PUT /recordings/:id': async ({ id, body, made }) => {
        if (body.id !== id)
          throw new Problem(422, 'Two ids', `The address says ${id}, the recording says ${body.id}.`);
        if (await recordings.put(body)) made();
        return { id };
      },
      'GET /recordings/:id/sound': ({ id }) => recordings.soundFile(id),
      'GET /recordings/:id/received': ({ id }) => recordings.received(id),
      'PUT /recordings/:id/sound': async ({ id, query: { from }, piece }) =>
        recordings.addSound(id, from, await piece()),
      'DELETE /recordings/:id/sound': async ({ id }) => {
        await recordings.dropSound(id);
        return undefined;
      },
      'POST /tempo-curve': async ({ body }) => {
        const found = await curve(body);
        if (!found)
          throw new Problem(
            422,
            'No beat',
            'No beat can be found in these hits: send more of them, or say the tempo (near).',
          );
        return found;
      },

      ...deletable('recordings', recordings),
      ...deletable('takes', takes),
      ...deletable('plans', plans),
      ...deletable('players', players),

      'GET /practised': async ({ query: { player, limit } }) =>
        whole(await trends.practised(player ?? null, limit)),
      'GET /trends': ({ query }) => trends.trends(query),

      ...documentRoutes(documents, players),
      'GET /needs': ({ query: { zone } }) => needs.list(zone, new Date()),

      'GET /studio': async () => ({
        name: `feldspar-studio-${new Date().toISOString().slice(0, 10)}.zip`,
        body: await everything(database, new Date()),
      }),
      'POST /studio': async ({ bytes }) => {
        const { body, signal } = bytes();
        const imported = await importing.read(body, signal);
        // One that is under way already knows nothing of these: they come behind it.
        void remeasuring.run().then(() => remeasuring.run());
        return imported;
      },
      'GET /studio/reading': () => importing.progress(),

      'GET /holds': async ({ query: { player } }) => whole(await holds.list(player ?? null)),
      'GET /bin': () => bin.list(),
      'GET /remeasuring': () => remeasuring.progress(),
      'DELETE /remeasuring': () => {
        remeasuring.stop();
        return undefined;
      },

      'POST /onsets': ({ sound, query: { kind } }) => hear(sound(), kind ?? null),
      'POST /reports': async ({ body }) => {
        const { report } = await measure({ ...body, clock: null, stoppedAtS: null });
        return said(report);
      },
    },
    { strict, views },
  );
}

/** A real service for tests: real SQLite in a folder of its own, measured in this thread. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import supertest from 'supertest';
import { createApp } from '../app.ts';
import { computeHere } from '../compute/measure.ts';
import { openDatabase } from '../store/database.ts';
import { HoldStore } from '../store/holds.ts';
import { PlanStore } from '../store/plans.ts';
import { PlayerStore } from '../store/players.ts';
import { Remeasuring } from '../store/remeasuring.ts';
import { TakeStore } from '../store/takes.ts';

export async function startService(folder = mkdtempSync(join(tmpdir(), 'feldspar-'))) {
  const database = await openDatabase(folder);
  const { measure, hold } = computeHere();
  const log = pino({ level: 'silent' });
  const plans = new PlanStore(database);
  const players = new PlayerStore(database);
  const takes = new TakeStore(database, plans, measure);
  const remeasuring = new Remeasuring(takes, log);
  await plans.putReadyPlans();
  const app = createApp({
    takes,
    plans,
    players,
    measure,
    holds: new HoldStore(database, hold),
    remeasuring,
    version: 'test',
    log,
    webFolder: join(folder, 'web'),
  });
  return {
    request: supertest(app.callback()),
    database,
    takes,
    players,
    remeasuring,
    folder,
    close: () => database.close(),
    async remove() {
      await database.close();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

export type Service = Awaited<ReturnType<typeof startService>>;

/** A real service for tests: real SQLite in a folder of its own, measured in this thread. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import supertest from 'supertest';
import { createApp } from '../app.ts';
import { measureHere } from '../compute/measure.ts';
import { openDatabase } from '../store/database.ts';
import { PlanStore } from '../store/plans.ts';
import { PlayerStore } from '../store/players.ts';
import { TakeStore } from '../store/takes.ts';

export async function startService(folder = mkdtempSync(join(tmpdir(), 'feldspar-'))) {
  const database = await openDatabase(folder);
  const measure = async (take: Parameters<typeof measureHere>[0]) => measureHere(take);
  const plans = new PlanStore(database);
  const players = new PlayerStore(database);
  const takes = new TakeStore(database, plans, measure);
  await plans.putReadyPlans();
  const app = createApp({
    takes,
    plans,
    players,
    measure,
    version: 'test',
    log: pino({ level: 'silent' }),
    webFolder: join(folder, 'web'),
  });
  return {
    request: supertest(app.callback()),
    database,
    takes,
    players,
    folder,
    close: () => database.close(),
    async remove() {
      await database.close();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

export type Service = Awaited<ReturnType<typeof startService>>;

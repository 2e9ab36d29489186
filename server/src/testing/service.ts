/** A real service for tests: real SQLite in a folder of its own, measured in this thread. */
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { pino } from 'pino';
import supertest from 'supertest';
import { createApp } from '../app.ts';
import { computeHere } from '../compute/measure.ts';
import { HEAR_LIMITS, hearHere } from '../compute/hear.ts';
import { openStudio } from '../studio.ts';
import { newFolder } from './folders.ts';

/** Small, so that a test reaches it. */
export const MOST_SOUND = 2_000_000;

export async function startService(folder = newFolder(), compute = computeHere()) {
  const studio = await openStudio(folder, compute, undefined, MOST_SOUND);
  const app = createApp({
    ...studio,
    hear: hearHere({ ...HEAR_LIMITS, bytes: MOST_SOUND }),
    version: 'test',
    strict: true,
    log: pino({ level: 'silent' }),
    webFolder: join(folder, 'web'),
  });
  return {
    ...studio,
    request: supertest(app.callback()),
    folder,
    async remove() {
      await studio.close();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

export type Service = Awaited<ReturnType<typeof startService>>;

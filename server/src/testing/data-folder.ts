/** A data folder of a test: filled through the real service, looked at byte by byte, and damaged. */
import { createHash } from 'node:crypto';
import { readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { databaseIn } from '../folder/index.ts';
import { demoTake, takeId } from './documents.ts';
import { type Service, startService } from './service.ts';

export const putTake = (service: Service, n: number) =>
  service.request
    .put(`/api/takes/${takeId(n)}`)
    .send(demoTake(n))
    .expect(201);

/** A studio of so many takes, closed again. */
export async function fill(folder: string, takes: number): Promise<void> {
  const service = await startService(folder);
  for (let n = 1; n <= takes; n++) await putTake(service, n);
  await service.close();
}

/** Of the database and its log; an empty log, and the index that readers share, hold nothing. */
export const contentsOf = (folder: string) =>
  readdirSync(folder)
    .filter((name) => /^feldspar\.sqlite(-wal)?$/.test(name) && statSync(join(folder, name)).size > 0)
    .map(
      (name) =>
        `${name} ${createHash('sha256')
          .update(readFileSync(join(folder, name)))
          .digest('hex')}`,
    );

/** Puts zeros in the database's file. */
export function overwrite(folder: string, from: number, bytes: number): void {
  const data = readFileSync(databaseIn(folder));
  data.fill(0, from, from + bytes);
  writeFileSync(databaseIn(folder), data);
}

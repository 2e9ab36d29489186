/** Databases as older versions left them, for tests of upgrades. */
import { mkdirSync } from 'node:fs';
import type { Take } from '@feldspar/core/take';
import { databaseIn } from '../folder/index.ts';
import { connect, migrate } from '../store/database.ts';
import { MIGRATIONS } from '../store/migrations.ts';
import { demoTake } from './documents.ts';

const NOW = '2026-05-04 18:20:00.000 +00:00';

/** A folder whose database has the first so many migrations, and takes as they were stored then. */
export async function oldDatabase(
  folder: string,
  migrations: number,
  takes: readonly Take[] = [],
): Promise<void> {
  mkdirSync(folder, { recursive: true });
  const sequelize = connect(databaseIn(folder));
  await sequelize.query('PRAGMA journal_mode = WAL');
  await migrate(sequelize, MIGRATIONS.slice(0, migrations), async () => undefined);
  for (const take of takes) {
    await sequelize.query(
      `INSERT INTO takes (id, startedAt, note, document, estimator, summary, createdAt, updatedAt)
         VALUES (:id, :startedAt, '', :document, 1, :summary, '${NOW}', '${NOW}')`,
      {
        replacements: {
          id: take.id,
          startedAt: take.startedAt.replace('T', ' ').replace('Z', ' +00:00'),
          document: JSON.stringify(take),
          summary: JSON.stringify({
            sentence: 'as it was',
            core: { rows: [], marks: [] },
            verdict: 'unclear',
          }),
        },
      },
    );
  }
  await sequelize.close();
}

export const someTakes = (count: number): Take[] =>
  Array.from({ length: count }, (_, n) => demoTake(n + 1, { hits: demoTake(1).hits.slice(0, 8) }));

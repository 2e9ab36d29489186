/** Upgrades: whole or not at all, from any state an older version may have left. */
import { existsSync, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { backupsIn, databaseIn, openRaw } from '../folder/index.ts';
import { takeId } from '../testing/documents.ts';
import { oldDatabase, someTakes } from '../testing/old-database.ts';
import { testFolders } from '../testing/folders.ts';
import { startService } from '../testing/service.ts';
import { connect, migrate, openDatabase } from './database.ts';
import { MIGRATIONS, Tables } from './migrations.ts';

const freshFolder = testFolders();
let folder: string;
beforeEach(() => {
  folder = freshFolder();
});

/** Everything that is in a database, to compare two. */
async function contentOf(): Promise<unknown> {
  const database = await openRaw(databaseIn(folder), 'read');
  try {
    return {
      schema: await database.all('SELECT name, sql FROM sqlite_master ORDER BY name'),
      done: await database.all('SELECT name FROM SequelizeMeta ORDER BY name'),
      takes: await database.all('SELECT * FROM takes ORDER BY id'),
    };
  } finally {
    await database.close();
  }
}

describe('a first start', () => {
  it('that was ended before its first migration is only a start', async () => {
    const begun = connect(databaseIn(folder));
    await begun.query('CREATE TABLE `SequelizeMeta` (`name` VARCHAR(255) NOT NULL UNIQUE PRIMARY KEY)');
    await begun.close();
    const service = await startService(folder);
    await service.request.get('/api/takes').expect(200);
    await service.close();
    expect(existsSync(backupsIn(folder)) ? readdirSync(backupsIn(folder)) : []).not.toContainEqual(
      expect.stringMatching(/^before-/),
    );
  });
});

describe('an upgrade', () => {
  it.each([1, 2, 3])(
    'from %i migrations gives what lists show, and keeps a copy from before',
    async (count) => {
      await oldDatabase(folder, count, someTakes(3));
      const service = await startService(folder);
      const { items } = (await service.request.get('/api/takes')).body;
      expect(
        items.map(({ id, title, tempo, input }: Record<string, unknown>) => ({ id, title, tempo, input })),
      ).toEqual(
        [3, 2, 1].map((n) => ({
          id: takeId(n),
          title: 'Growing silence',
          tempo: { bpm: 84, beat: '1/4' },
          input: 'keys',
        })),
      );
      const [copy] = readdirSync(backupsIn(folder)).filter((name) => name.startsWith('before-'));
      const before = await openRaw(join(backupsIn(folder), copy), 'read');
      expect(await before.all('SELECT count(*) AS n FROM takes')).toEqual([{ n: 3 }]);
      expect(await before.all('SELECT count(*) AS n FROM SequelizeMeta')).toEqual([{ n: count }]);
      await before.close();
      await service.close();
    },
  );

  it('that fails in the middle leaves the database exactly as it was', async () => {
    await oldDatabase(folder, 1, someTakes(3));
    const before = await contentOf();
    const breaking = MIGRATIONS.map((migration, i) => ({
      ...migration,
      async up(tables: Tables) {
        await migration.up(tables);
        if (i === 1) throw new Error('the power went');
      },
    }));
    await expect(openDatabase(folder, { migrations: breaking })).rejects.toThrow('the power went');
    expect(await contentOf()).toEqual(before);
    await (await openDatabase(folder)).close();
  });

  it('an older version broke off in the middle of is finished: what is there already is not added again', async () => {
    for (const half of [1, 2, 3]) {
      await oldDatabase(folder, 4, someTakes(2));
      const database = await openRaw(databaseIn(folder), 'write');
      // The columns came, their record did not.
      for (const { name } of MIGRATIONS.slice(half))
        await database.run('DELETE FROM SequelizeMeta WHERE name = ?', [name]);
      await database.close();
      const opened = await openDatabase(folder);
      expect(await opened.models.takes.count()).toBe(2);
      await opened.close();
      rmSync(folder, { recursive: true });
    }
  });

  it('run twice changes nothing', async () => {
    await oldDatabase(folder, 1, someTakes(2));
    await (await openDatabase(folder)).close();
    const before = await contentOf();
    const sequelize = connect(databaseIn(folder));
    await sequelize.transaction(async (transaction) => {
      for (const { up } of MIGRATIONS) await up(new Tables(sequelize.getQueryInterface(), transaction));
    });
    await migrate(sequelize, MIGRATIONS, () => Promise.reject(new Error('none is missing')));
    await sequelize.close();
    expect(await contentOf()).toEqual(before);
  });

  it('a take that cannot be read costs no other: it is listed as such, and the rest is upgraded', async () => {
    await oldDatabase(folder, 1, someTakes(3));
    const database = await openRaw(databaseIn(folder), 'write');
    await database.run('UPDATE takes SET document = \'{"plan": \' WHERE id = ?', [takeId(2)]);
    await database.close();
    const service = await startService(folder);
    const { items } = (await service.request.get('/api/takes').expect(200)).body;
    expect(items.map(({ unreadable }: { unreadable: string | null }) => unreadable)).toEqual([
      null,
      'The stored document cannot be read: it is damaged.',
      null,
    ]);
    const gone = await service.request.get(`/api/takes/${takeId(2)}`);
    expect([gone.status, gone.body.detail]).toEqual([410, expect.stringMatching(/damaged.*npm run salvage/)]);
    await service.remeasuring.run();
    await service.request.delete(`/api/takes/${takeId(2)}`).expect(204);
    await service.request.get('/api/bin').expect(200);
    await service.close();
  });
});

it('a first start leaves one file that holds everything: the log is folded in when it stops', async () => {
  await (await openDatabase(folder)).close();
  expect(existsSync(`${databaseIn(folder)}-wal`)).toBe(false);
});

/** The data folder: what can be wrong with it is said, and nothing in it is overwritten. */
import { copyFileSync, readFileSync, rmSync, statSync, truncateSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { openDatabase } from '../store/database.ts';
import { takeId } from '../testing/documents.ts';
import { oldDatabase, someTakes } from '../testing/old-database.ts';
import { testFolders } from '../testing/folders.ts';
import { startService } from '../testing/service.ts';
import { contentsOf, fill, overwrite, putTake } from '../testing/data-folder.ts';
import {
  type FolderTrouble,
  MOST_DAILY,
  backUp,
  backUpDaily,
  dailyBackups,
  databaseIn,
  identityIn,
  openRaw,
  readIdentity,
  restore,
} from './index.ts';

const freshFolder = testFolders();
let folder: string;
beforeEach(() => {
  folder = freshFolder();
});

/** Opening says so, and leaves every byte of the database where it was. */
async function expectTrouble(kind: string, message: RegExp): Promise<void> {
  const before = contentsOf(folder);
  const trouble = await openDatabase(folder).then(
    async (database) => {
      await database.close();
      throw new Error('it was opened');
    },
    (error: FolderTrouble) => error,
  );
  expect([trouble.kind, `${trouble.message} ${trouble.remedy}`]).toEqual([
    kind,
    expect.stringMatching(message),
  ]);
  expect(contentsOf(folder)).toEqual(before);
}

describe('a database that', () => {
  it('vanished is missed', async () => {
    await fill(folder, 2);
    rmSync(databaseIn(folder));
    await expectTrouble(
      'vanished',
      /held 2 takes, 0 plans and 0 players.*now there is nothing.*npm run restore/s,
    );
  });

  it('was emptied to nothing is missed', async () => {
    await fill(folder, 2);
    truncateSync(databaseIn(folder), 0);
    await expectTrouble('vanished', /held 2 takes/);
  });

  it('was overwritten with zeros is not taken for a new one', async () => {
    await fill(folder, 2);
    overwrite(folder, 0, statSync(databaseIn(folder)).size);
    await expectTrouble('not-a-database', /its beginning was overwritten. It held 2 takes.*npm run salvage/s);
  });

  it('is another kind of file is left alone', async () => {
    writeFileSync(databaseIn(folder), 'a shopping list, long enough to be looked at');
    await expectTrouble('not-a-database', /no database any more/);
  });

  it('is of another program is left alone', async () => {
    const other = await openRaw(databaseIn(folder), 'create');
    await other.exec('CREATE TABLE recipes (name TEXT)');
    await other.close();
    await expectTrouble('foreign', /of another program/);
  });

  it('lost its log is older than what the folder held', async () => {
    const service = await startService(folder);
    await putTake(service, 1);
    await service.database.keeper.settle();
    copyFileSync(databaseIn(folder), join(folder, 'early'));
    await putTake(service, 2);
    await service.close();
    copyFileSync(join(folder, 'early'), databaseIn(folder));
    await expectTrouble('older', /there were 2 takes.*it holds 1 take,.*feldspar.sqlite-wal/s);
  });

  it('is of another studio is not taken over silently', async () => {
    await fill(folder, 1);
    const own = folder;
    folder = freshFolder();
    await fill(folder, 2);
    copyFileSync(databaseIn(own), databaseIn(folder));
    await expectTrouble('older', /of another studio: this folder held 2 takes.*the file holds 1 take/);
  });

  it('was written by a newer version is left alone', async () => {
    await fill(folder, 1);
    const database = await openRaw(databaseIn(folder), 'write');
    await database.run("INSERT INTO SequelizeMeta (name) VALUES ('099-of-next-year')");
    await database.close();
    await expectTrouble('newer', /newer Feldspar.*099-of-next-year/);
  });

  it('has a damaged page is not opened', async () => {
    await fill(folder, 4);
    overwrite(folder, 8 * 4096, 4096);
    await expectTrouble('damaged', /damaged.*npm run restore.*npm run salvage/s);
  });

  it('has rows that point nowhere is not opened', async () => {
    await fill(folder, 1);
    const database = await openRaw(databaseIn(folder), 'write');
    await database.exec(`PRAGMA foreign_keys = OFF; UPDATE takes SET playerId = '${takeId(99)}'`);
    await database.close();
    await expectTrouble('damaged', /1 rows of “takes” point to rows that are gone/);
  });

  it('is held by another program is waited for, then said to be', async () => {
    await fill(folder, 1);
    const other = await openRaw(databaseIn(folder), 'write');
    await other.exec('PRAGMA locking_mode = EXCLUSIVE; BEGIN EXCLUSIVE');
    const trouble = await openDatabase(folder).catch((error: FolderTrouble) => error);
    expect(trouble).toMatchObject({
      kind: 'locked',
      message: expect.stringMatching(/Another program holds/),
    });
    await other.exec('ROLLBACK');
    await other.close();
  }, 30_000);
});

describe('a folder that', () => {
  it('is in use by another Feldspar is not opened twice', async () => {
    const service = await startService(folder);
    await expect(openDatabase(folder)).rejects.toMatchObject({
      kind: 'in-use',
      message: expect.stringMatching(/running already/),
    });
    await service.close();
    await (await openDatabase(folder)).close();
  });

  it('is a file says so', async () => {
    const file = join(folder, 'a-file');
    writeFileSync(file, '');
    await expect(openDatabase(file)).rejects.toMatchObject({ kind: 'not-a-folder' });
  });

  it('lost only its own knowledge is opened, and knows again', async () => {
    await fill(folder, 2);
    writeFileSync(identityIn(folder), '{"format":');
    await (await openDatabase(folder)).close();
    expect(readIdentity(folder)).toMatchObject({ takes: 2, plans: 0, players: 0 });
  });
});

it('when nothing is written for a moment, the one file may be copied: everything is in it', async () => {
  const service = await startService(folder);
  for (let n = 1; n <= 3; n++) await putTake(service, n);
  await service.database.keeper.settle();
  const copy = freshFolder();
  copyFileSync(databaseIn(folder), databaseIn(copy));
  const database = await openDatabase(copy);
  expect(await database.models.takes.count()).toBe(3);
  await database.close();
  await service.close();
});

describe('a backup', () => {
  it('is made while the server writes, is whole, and is put back with what was there kept aside', async () => {
    const service = await startService(folder);
    await putTake(service, 1);
    const writing = Promise.all([2, 3, 4].map((n) => putTake(service, n)));
    const { file, takes } = await backUp(folder);
    await writing;
    expect(takes).toBeGreaterThanOrEqual(1);
    await expect(restore(folder, file)).rejects.toMatchObject({ kind: 'in-use' });
    await service.close();

    const { aside } = await restore(folder, file);
    const again = await startService(folder);
    expect((await again.request.get('/api/takes')).body.items).toHaveLength(takes);
    await again.close();
    const old = await openRaw(databaseIn(aside!), 'read');
    expect(await old.all('SELECT count(*) AS n FROM takes')).toEqual([{ n: 4 }]);
    await old.close();
  });

  it('is made each day, not twice a day, and the oldest go', async () => {
    const service = await startService(folder);
    const day = (n: number) => new Date(Date.UTC(2027, 0, n, 12));
    for (let n = 1; n <= MOST_DAILY + 3; n++) {
      await putTake(service, n);
      expect(await backUpDaily(folder, day(n))).not.toBeNull();
      expect(await backUpDaily(folder, new Date(day(n).getTime() + 3_600_000))).toBeNull();
    }
    const kept = dailyBackups(folder);
    expect(kept).toHaveLength(MOST_DAILY);
    expect(kept.at(-1)).toMatch(/daily-2027-01-17/);
    // A day on which nothing changed makes none.
    expect(await backUpDaily(folder, day(40))).toBeNull();
    await service.close();
  });

  it.each([
    ['that does not exist', () => join(folder, 'none'), /does not exist/],
    [
      'that is no database',
      () => {
        const file = join(folder, 'list.txt');
        writeFileSync(file, 'eggs, milk');
        return file;
      },
      /cannot be read as a database/,
    ],
    [
      'that is damaged',
      () => {
        const file = join(folder, 'damaged.sqlite');
        const data = readFileSync(databaseIn(folder));
        data.fill(0, 8 * 4096, 9 * 4096);
        writeFileSync(file, data);
        return file;
      },
      /is damaged/,
    ],
  ])('%s is not restored, and nothing is changed', async (_, make, message) => {
    await fill(folder, 4);
    const file = make();
    const before = contentsOf(folder);
    await expect(restore(folder, file)).rejects.toThrow(message);
    expect(contentsOf(folder)).toEqual(before);
  });

  it('of an older version is restored, and upgraded when it is opened', async () => {
    const old = freshFolder();
    await oldDatabase(old, 2, someTakes(2));
    await fill(folder, 1);
    await restore(folder, databaseIn(old));
    const service = await startService(folder);
    expect((await service.request.get('/api/takes')).body.items).toHaveLength(2);
    await service.close();
  });

  it('of nothing is refused', async () => {
    await expect(backUp(folder)).rejects.toThrow(/no database in/);
  });
});

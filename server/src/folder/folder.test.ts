/** The data folder: what can be wrong with it is said, and nothing in it is overwritten. */
import { createHash } from 'node:crypto';
import {
  copyFileSync,
  readFileSync,
  readdirSync,
  rmSync,
  statSync,
  truncateSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { makeDatabase, openDatabase } from '../store/database.ts';
import { demoTake, takeId, testRecording } from '../testing/documents.ts';
import { oldDatabase, someTakes } from '../testing/old-database.ts';
import { type Service, newFolder, startService } from '../testing/service.ts';
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
  salvage,
} from './index.ts';

let folder: string;
const more: string[] = [];
beforeEach(() => {
  folder = newFolder();
});
afterEach(() => {
  for (const one of [folder, ...more]) rmSync(one, { recursive: true, force: true });
});

const put = (service: Service, n: number) =>
  service.request
    .put(`/api/takes/${takeId(n)}`)
    .send(demoTake(n))
    .expect(201);

/** A studio of so many takes, closed again. */
async function filled(takes: number): Promise<void> {
  const service = await startService(folder);
  for (let n = 1; n <= takes; n++) await put(service, n);
  await service.close();
}

/** Of the database and its log; an empty log, and the index that readers share, hold nothing. */
const contents = () =>
  readdirSync(folder)
    .filter((name) => /^feldspar\.sqlite(-wal)?$/.test(name) && statSync(join(folder, name)).size > 0)
    .map(
      (name) =>
        `${name} ${createHash('sha256')
          .update(readFileSync(join(folder, name)))
          .digest('hex')}`,
    );

/** Opening says so, and leaves every byte of the database where it was. */
async function expectTrouble(kind: string, message: RegExp): Promise<void> {
  const before = contents();
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
  expect(contents()).toEqual(before);
}

const overwrite = (from: number, bytes: number) => {
  const data = readFileSync(databaseIn(folder));
  data.fill(0, from, from + bytes);
  writeFileSync(databaseIn(folder), data);
};

describe('a database that', () => {
  it('vanished is missed', async () => {
    await filled(2);
    rmSync(databaseIn(folder));
    await expectTrouble(
      'vanished',
      /held 2 takes, 0 plans and 0 players.*now there is nothing.*npm run restore/s,
    );
  });

  it('was emptied to nothing is missed', async () => {
    await filled(2);
    truncateSync(databaseIn(folder), 0);
    await expectTrouble('vanished', /held 2 takes/);
  });

  it('was overwritten with zeros is not taken for a new one', async () => {
    await filled(2);
    overwrite(0, statSync(databaseIn(folder)).size);
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
    await put(service, 1);
    await service.database.keeper.settle();
    copyFileSync(databaseIn(folder), join(folder, 'early'));
    await put(service, 2);
    await service.close();
    copyFileSync(join(folder, 'early'), databaseIn(folder));
    await expectTrouble('older', /there were 2 takes.*it holds 1 take,.*feldspar.sqlite-wal/s);
  });

  it('is of another studio is not taken over silently', async () => {
    await filled(1);
    const own = folder;
    folder = newFolder();
    more.push(own);
    await filled(2);
    copyFileSync(databaseIn(own), databaseIn(folder));
    await expectTrouble('older', /of another studio: this folder held 2 takes.*the file holds 1 take/);
  });

  it('was written by a newer version is left alone', async () => {
    await filled(1);
    const database = await openRaw(databaseIn(folder), 'write');
    await database.run("INSERT INTO SequelizeMeta (name) VALUES ('099-of-next-year')");
    await database.close();
    await expectTrouble('newer', /newer Feldspar.*099-of-next-year/);
  });

  it('has a damaged page is not opened', async () => {
    await filled(4);
    overwrite(8 * 4096, 4096);
    await expectTrouble('damaged', /damaged.*npm run restore.*npm run salvage/s);
  });

  it('has rows that point nowhere is not opened', async () => {
    await filled(1);
    const database = await openRaw(databaseIn(folder), 'write');
    await database.exec(`PRAGMA foreign_keys = OFF; UPDATE takes SET playerId = '${takeId(99)}'`);
    await database.close();
    await expectTrouble('damaged', /1 rows of “takes” point to rows that are gone/);
  });

  it('is held by another program is waited for, then said to be', async () => {
    await filled(1);
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
    await filled(2);
    writeFileSync(identityIn(folder), '{"format":');
    await (await openDatabase(folder)).close();
    expect(readIdentity(folder)).toMatchObject({ takes: 2, plans: 0, players: 0 });
  });
});

it('when nothing is written for a moment, the one file may be copied: everything is in it', async () => {
  const service = await startService(folder);
  for (let n = 1; n <= 3; n++) await put(service, n);
  await service.database.keeper.settle();
  const copy = newFolder();
  more.push(copy);
  copyFileSync(databaseIn(folder), databaseIn(copy));
  const database = await openDatabase(copy);
  expect(await database.models.takes.count()).toBe(3);
  await database.close();
  await service.close();
});

describe('a backup', () => {
  it('is made while the server writes, is whole, and is put back with what was there kept aside', async () => {
    const service = await startService(folder);
    await put(service, 1);
    const writing = Promise.all([2, 3, 4].map((n) => put(service, n)));
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
      await put(service, n);
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
    await filled(4);
    const file = make();
    const before = contents();
    await expect(restore(folder, file)).rejects.toThrow(message);
    expect(contents()).toEqual(before);
  });

  it('of an older version is restored, and upgraded when it is opened', async () => {
    const old = newFolder();
    more.push(old);
    await oldDatabase(old, 2, someTakes(2));
    await filled(1);
    await restore(folder, databaseIn(old));
    const service = await startService(folder);
    expect((await service.request.get('/api/takes')).body.items).toHaveLength(2);
    await service.close();
  });

  it('of nothing is refused', async () => {
    await expect(backUp(folder)).rejects.toThrow(/no database in/);
  });
});

describe('salvage', () => {
  it('saves every row that is not on a damaged page, says which are lost, and leaves the file as it was', async () => {
    await filled(30);
    const whole = await openRaw(databaseIn(folder), 'read');
    const [{ pages }] = await whole.all<{ pages: number }>(
      'SELECT page_count AS pages FROM pragma_page_count',
    );
    await whole.close();
    // In the middle of the takes, which were written last.
    for (const share of [0.5, 0.6, 0.7]) overwrite(Math.floor(share * pages) * 4096, 4096);
    const before = contents();
    const to = join(folder, 'saved.sqlite');
    const { saved, unreadable } = await salvage(databaseIn(folder), to, makeDatabase);
    expect(contents()).toEqual(before);
    const lost = unreadable.reduce((sum, { rows: [from, until] }) => sum + until - from + 1, 0);
    expect(unreadable.length).toBeGreaterThan(0);
    expect(saved.takes + lost).toBe(30);
    expect(saved.takes).toBeGreaterThan(20);
    const result = await openRaw(to, 'read');
    expect(await result.all('PRAGMA quick_check')).toEqual([{ quick_check: 'ok' }]);
    expect(await result.all('SELECT count(*) AS n FROM takes')).toEqual([{ n: saved.takes }]);
    await result.close();
    // What was saved is put in place as any backup is.
    await restore(folder, to);
    const service = await startService(folder);
    expect((await service.request.get('/api/takes?limit=100')).body.items).toHaveLength(saved.takes);
    await service.close();
  });

  const salvaged = () => salvage(databaseIn(folder), join(folder, 'saved.sqlite'), makeDatabase);
  /** Opened like any other, with so many takes. */
  async function expectGoodAgain(takes: number): Promise<void> {
    await restore(folder, join(folder, 'saved.sqlite'));
    const service = await startService(folder);
    expect((await service.request.get('/api/takes?limit=100')).body.items).toHaveLength(takes);
    // The whole take, not only its row in the list.
    expect((await service.request.get(`/api/takes/${takeId(1)}`)).body.hits).toEqual(demoTake(1).hits);
    await service.close();
  }

  it('saves every take of a file whose first page was overwritten', async () => {
    await filled(12);
    const players = await startService(folder);
    await players.request.put(`/api/players/${takeId(77)}`).send({ name: 'Mia', instrument: 'cello' });
    const recording = testRecording({ playerId: takeId(77) });
    await players.request.put(`/api/recordings/${recording.id}`).send(recording);
    await players.close();
    overwrite(0, 4096);
    expect(await salvaged()).toMatchObject({
      saved: { takes: 12, players: 1, recordings: 1 },
      unreadable: [],
    });
    await expectGoodAgain(12);
  });

  it('saves all of an older version’s file, which had no recordings yet', async () => {
    await oldDatabase(folder, 4, someTakes(3));
    expect(await salvaged()).toMatchObject({ saved: { takes: 3, recordings: 0 }, unreadable: [] });
  });

  it('saves what the log holds of a file whose first page was overwritten', async () => {
    const service = await startService(folder);
    for (let n = 1; n <= 5; n++) await put(service, n);
    const copy = newFolder();
    more.push(copy);
    // As a power cut leaves it: most of it in the log.
    for (const rest of ['', '-wal']) copyFileSync(databaseIn(folder) + rest, databaseIn(copy) + rest);
    await service.close();
    folder = copy;
    overwrite(0, 4096);
    expect((await salvaged()).saved.takes).toBe(5);
    await expectGoodAgain(5);
  });

  it('saves the takes on whole pages when the page that leads to them is gone', async () => {
    await filled(30);
    const database = await openRaw(databaseIn(folder), 'read');
    const [{ rootpage }] = await database.all<{ rootpage: number }>(
      "SELECT rootpage FROM sqlite_master WHERE name = 'takes'",
    );
    await database.close();
    overwrite((rootpage - 1) * 4096, 4096);
    const { saved, unreadable } = await salvaged();
    expect([saved.takes, unreadable]).toEqual([30, []]);
    await expectGoodAgain(30);
  });

  it('does not bring back what was deleted for good', async () => {
    await filled(6);
    const database = await openRaw(databaseIn(folder), 'write');
    await database.exec(`PRAGMA secure_delete = ON; DELETE FROM takes WHERE id = '${takeId(3)}'`);
    await database.close();
    overwrite(0, 4096);
    expect((await salvaged()).saved.takes).toBe(5);
  });

  it('says which take is lost in a file without its first page, when a page of its document is gone too', async () => {
    await filled(12);
    const data = readFileSync(databaseIn(folder));
    // A page that carries on a document begins with the number of the next one, which is small here.
    const pages = Array.from({ length: data.length / 4096 }, (_, n) => n);
    const carriesOn = pages.filter(
      (n) => data.readUInt32BE(n * 4096) < pages.length && data[n * 4096 + 4] > 0,
    );
    overwrite(carriesOn.at(-1)! * 4096, 4096);
    overwrite(0, 4096);
    const { saved, unreadable } = await salvaged();
    expect(saved.takes).toBe(11);
    expect(unreadable).toEqual([
      { table: 'takes', rows: [12, 12], reason: expect.stringMatching(/gone|not readable/) },
    ]);
  });

  it('lists a row whose document is broken, and saves the others', async () => {
    await filled(3);
    const database = await openRaw(databaseIn(folder), 'write');
    await database.run("UPDATE takes SET document = '{\"plan' WHERE id = ?", [takeId(2)]);
    await database.close();
    const { saved, unreadable } = await salvage(
      databaseIn(folder),
      join(folder, 'saved.sqlite'),
      makeDatabase,
    );
    expect(saved.takes).toBe(2);
    expect(unreadable).toEqual([{ table: 'takes', rows: [2, 2], reason: 'its document is not readable' }]);
  });
});

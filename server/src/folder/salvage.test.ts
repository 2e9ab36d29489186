/** What can be read of a damaged database is saved. */
import { copyFileSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { makeDatabase } from '../store/database.ts';
import { contentsOf, fill, overwrite, putTake } from '../testing/data-folder.ts';
import { demoTake, takeId, testRecording } from '../testing/documents.ts';
import { oldDatabase, someTakes } from '../testing/old-database.ts';
import { testFolders } from '../testing/folders.ts';
import { startService } from '../testing/service.ts';
import { databaseIn, openRaw, restore, salvage } from './index.ts';

const freshFolder = testFolders();
let folder: string;
beforeEach(() => {
  folder = freshFolder();
});

describe('salvage', () => {
  it('saves every row that is not on a damaged page, says which are lost, and leaves the file as it was', async () => {
    await fill(folder, 30);
    const whole = await openRaw(databaseIn(folder), 'read');
    const [{ pages }] = await whole.all<{ pages: number }>(
      'SELECT page_count AS pages FROM pragma_page_count',
    );
    await whole.close();
    // In the middle of the takes, which were written last.
    for (const share of [0.5, 0.6, 0.7]) overwrite(folder, Math.floor(share * pages) * 4096, 4096);
    const before = contentsOf(folder);
    const to = join(folder, 'saved.sqlite');
    const { saved, unreadable } = await salvage(databaseIn(folder), to, makeDatabase);
    expect(contentsOf(folder)).toEqual(before);
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
    await fill(folder, 12);
    const players = await startService(folder);
    await players.request.put(`/api/players/${takeId(77)}`).send({ name: 'Mia', instrument: 'cello' });
    const recording = testRecording({ playerId: takeId(77) });
    await players.request.put(`/api/recordings/${recording.id}`).send(recording);
    await players.close();
    overwrite(folder, 0, 4096);
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
    for (let n = 1; n <= 5; n++) await putTake(service, n);
    const copy = freshFolder();
    // As a power cut leaves it: most of it in the log.
    for (const rest of ['', '-wal']) copyFileSync(databaseIn(folder) + rest, databaseIn(copy) + rest);
    await service.close();
    folder = copy;
    overwrite(folder, 0, 4096);
    expect((await salvaged()).saved.takes).toBe(5);
    await expectGoodAgain(5);
  });

  it('saves the takes on whole pages when the page that leads to them is gone', async () => {
    await fill(folder, 30);
    const database = await openRaw(databaseIn(folder), 'read');
    const [{ rootpage }] = await database.all<{ rootpage: number }>(
      "SELECT rootpage FROM sqlite_master WHERE name = 'takes'",
    );
    await database.close();
    overwrite(folder, (rootpage - 1) * 4096, 4096);
    const { saved, unreadable } = await salvaged();
    expect([saved.takes, unreadable]).toEqual([30, []]);
    await expectGoodAgain(30);
  });

  it('does not bring back what was deleted for good', async () => {
    await fill(folder, 6);
    const database = await openRaw(databaseIn(folder), 'write');
    await database.exec(`PRAGMA secure_delete = ON; DELETE FROM takes WHERE id = '${takeId(3)}'`);
    await database.close();
    overwrite(folder, 0, 4096);
    expect((await salvaged()).saved.takes).toBe(5);
  });

  it('says which take is lost in a file without its first page, when a page of its document is gone too', async () => {
    await fill(folder, 12);
    const data = readFileSync(databaseIn(folder));
    // A page that carries on a document begins with the number of the next one, which is small here.
    const pages = Array.from({ length: data.length / 4096 }, (_, n) => n);
    const carriesOn = pages.filter(
      (n) => data.readUInt32BE(n * 4096) < pages.length && data[n * 4096 + 4] > 0,
    );
    overwrite(folder, carriesOn.at(-1)! * 4096, 4096);
    overwrite(folder, 0, 4096);
    const { saved, unreadable } = await salvaged();
    expect(saved.takes).toBe(11);
    expect(unreadable).toEqual([
      { table: 'takes', rows: [12, 12], reason: expect.stringMatching(/gone|not readable/) },
    ]);
  });

  it('lists a row whose document is broken, and saves the others', async () => {
    await fill(folder, 3);
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

/** Backups with the sounds of recordings: nothing that a copy names is lost, and what no copy names goes. */
import { pcmBytes, wavHeader } from '@feldspar/core/wav';
import { createHash } from 'node:crypto';
import {
  existsSync,
  mkdirSync,
  readFileSync,
  readdirSync,
  rmSync,
  statSync,
  utimesSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { demoTake, takeId, testRecording } from '../testing/documents.ts';
import { testFolders } from '../testing/folders.ts';
import { type Service, startService } from '../testing/service.ts';
import { MOST_DAILY, backUp, backUpDaily, backupsIn, restore } from './index.ts';

let folder: string;
let service: Service;
beforeEach(async () => {
  folder = freshFolder();
  service = await startService(folder);
});
afterEach(() => service.close());
// Declared after it: folders go when the service that lies in one is closed.
const freshFolder = testFolders();

/** A short sound; another number, another sound. */
function wavOf(n: number): { bytes: Buffer; hash: string; sound: ReturnType<typeof testRecording>['sound'] } {
  const samples = Float32Array.from({ length: 400 }, (_, i) => Math.sin(i * n) / 2);
  const form = { sampleRateHz: 8000, bits: 16 } as const;
  const bytes = Buffer.concat([wavHeader(samples.length, form), pcmBytes(samples, 16)]);
  return {
    bytes,
    hash: createHash('sha256').update(bytes).digest('hex'),
    sound: { sampleRateHz: 8000, durationS: 0.05, channels: 1, bytes: bytes.length },
  };
}

async function record(n: number): Promise<{ id: string; file: string }> {
  const { bytes, hash, sound } = wavOf(n);
  const recording = testRecording({ sound });
  await service.request.put(`/api/recordings/${recording.id}`).send(recording).expect(201);
  await service.request
    .put(`/api/recordings/${recording.id}/sound?from=0`)
    .set('Content-Type', 'application/octet-stream')
    .send(bytes)
    .expect(200);
  expect(existsSync(join(folder, 'sounds', `${hash}.wav`))).toBe(true);
  return { id: recording.id, file: `${hash}.wav` };
}
const removeSound = ({ id }: { id: string }) =>
  service.request.delete(`/api/recordings/${id}/sound`).expect(204);
const inFolder = (place: string) => (existsSync(place) ? readdirSync(place).sort() : []);

it('a backup holds the sounds it names; a sound that was thrown away since comes back with it', async () => {
  const [one, two] = [await record(1), await record(2)];
  const { file, sounds, missing } = await backUp(folder);
  expect({ sounds, missing }).toEqual({ sounds: 2, missing: [] });
  // On one disk it is the same file by another name.
  const copy = join(backupsIn(folder), 'sounds', one.file);
  expect(statSync(copy).ino).toBe(statSync(join(folder, 'sounds', one.file)).ino);
  await removeSound(one);
  expect(inFolder(join(folder, 'sounds'))).toEqual([two.file]);
  await service.close();

  expect(await restore(folder, file)).toMatchObject({ sounds: 2, missing: [] });
  service = await startService(folder);
  const { body } = await service.request.get(`/api/recordings/${one.id}/sound`).expect(200);
  expect(Buffer.from(body as Buffer)).toEqual(wavOf(1).bytes);
});

it('what was there before a restore is kept aside with its sounds, and is put back with them', async () => {
  const { file } = await backUp(folder);
  const later = await record(3);
  await service.close();
  const { aside } = await restore(folder, file);
  service = await startService(folder);
  // Nobody names it here now.
  expect(inFolder(join(folder, 'sounds'))).toEqual([]);
  await service.close();
  expect(await restore(folder, join(aside!, 'feldspar.sqlite'))).toMatchObject({ sounds: 1, missing: [] });
  service = await startService(folder);
  await service.request.get(`/api/recordings/${later.id}/sound`).expect(200);
});

it('in another place they lie beside the file; it is restored into an empty folder', async () => {
  const { file: name } = await record(4);
  const [elsewhere, fresh] = [freshFolder(), freshFolder()];
  const { file } = await backUp(folder, join(elsewhere, 'lessons.sqlite'));
  expect(readFileSync(join(elsewhere, 'sounds', name))).toEqual(wavOf(4).bytes);
  expect(await restore(fresh, file)).toMatchObject({ sounds: 1, aside: null });
  expect(inFolder(join(fresh, 'sounds'))).toEqual([name]);
});

it('one that is gone is named, and costs neither the backup nor the restore', async () => {
  const [one, two] = [await record(5), await record(6)];
  rmSync(join(folder, 'sounds', one.file));
  const { file, sounds, missing } = await backUp(folder);
  expect({ sounds, missing }).toEqual({ sounds: 1, missing: [one.file.slice(0, -4)] });
  await service.close();
  expect(await restore(folder, file)).toMatchObject({ sounds: 1, missing });
  service = await startService(folder);
  await service.request.get(`/api/recordings/${two.id}/sound`).expect(200);
});

it('with the last daily copy that names it a sound goes, and not before', async () => {
  const day = (n: number) => new Date(Date.UTC(2027, 0, n, 12));
  const put = (n: number) =>
    service.request
      .put(`/api/takes/${takeId(n)}`)
      .send(demoTake(n))
      .expect(201);
  const one = await record(7);
  const backedUp = () => inFolder(join(backupsIn(folder), 'sounds'));
  await backUpDaily(folder, day(1));
  await removeSound(one);
  for (let n = 2; n <= MOST_DAILY; n++) {
    await put(n);
    await backUpDaily(folder, day(n));
  }
  expect(backedUp()).toEqual([one.file]);
  writeFileSync(join(backupsIn(folder), 'sounds', 'notes.txt'), 'not ours');
  await put(99);
  await backUpDaily(folder, day(MOST_DAILY + 1));
  expect(backedUp()).toEqual(['notes.txt']);
});

it('where no folder for sounds can be made, the copy of the database counts, and each sound is told of', async () => {
  await record(6);
  const elsewhere = freshFolder();
  mkdirSync(elsewhere, { recursive: true });
  writeFileSync(join(elsewhere, 'sounds'), 'in the way');
  expect(await backUp(folder, join(elsewhere, 'lessons.sqlite'))).toMatchObject({
    sounds: 0,
    missing: [wavOf(6).hash],
  });
});

it('a copy of a sound that was broken off long ago goes with the next daily backup', async () => {
  const place = join(backupsIn(folder), 'sounds');
  mkdirSync(place, { recursive: true });
  const [old, fresh] = ['old.wav.unfinished', 'fresh.wav.unfinished'].map((name) => join(place, name));
  for (const file of [old, fresh]) writeFileSync(file, '');
  utimesSync(old, new Date(0), new Date(0));
  await record(8);
  await backUpDaily(folder, new Date(Date.now() + 2 * 86_400_000));
  expect(inFolder(place)).toEqual([`${wavOf(8).hash}.wav`, 'fresh.wav.unfinished']);
});

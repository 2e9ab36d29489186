/** Recordings over real HTTP, SQLite and files: kept, sent piece by piece, played from the middle, deleted and brought back. */
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { pcmBytes, wavHeader } from '@feldspar/core/wav';
import { playedStrokes, recordingOf } from '@feldspar/core/players';
import { type Recording, NO_EDITS } from '@feldspar/core/recordings';
import { testRecording as madeRecording } from './testing/documents.ts';
import { MOST_SOUND, type Service, startService } from './testing/service.ts';

let service: Service;
beforeAll(async () => {
  service = await startService();
});
afterAll(() => service.remove());

const samples = recordingOf(playedStrokes(16, 0.3, 2), 'clap');
const FILE = Buffer.concat([
  wavHeader(samples.length, { sampleRateHz: 48_000, bits: 16 }),
  pcmBytes(samples, 16),
]);
const HASH = createHash('sha256').update(FILE).digest('hex');

const SOUND = { sampleRateHz: 48_000, durationS: samples.length / 48_000, channels: 1, bytes: FILE.length };
const testRecording = (change: Partial<Recording> = {}) => madeRecording({ sound: SOUND, ...change });

const put = (document: Recording) => service.request.put(`/api/recordings/${document.id}`).send(document);
const piece = (id: string, from: number, bytes: Buffer, type = 'application/octet-stream') =>
  service.request.put(`/api/recordings/${id}/sound?from=${from}`).set('Content-Type', type).send(bytes);
const soundsOf = () => {
  const place = join(service.folder, 'sounds');
  return existsSync(place) ? readdirSync(place).sort() : [];
};

async function kept(change: Partial<Recording> = {}): Promise<Recording> {
  const document = testRecording(change);
  await put(document).expect(201);
  await piece(document.id, 0, FILE).expect(200);
  return document;
}

it('what is known of it is stored, changed, listed without its document, and given back as it was', async () => {
  const document = testRecording();
  await put(document).expect(201);
  const edited = { ...document, name: 'Kitchen, again', edits: { ...NO_EDITS, removed: [0.8] } };
  await put(edited).expect(200);
  const { body } = await service.request.get(`/api/recordings/${document.id}`).expect(200);
  expect(body).toEqual({ document: edited, hash: null, received: 0 });
  const list = await service.request.get('/api/recordings').expect(200);
  expect(list.body.items.find(({ id }: { id: string }) => id === document.id)).toMatchObject({
    name: 'Kitchen, again',
    strokes: 2,
    played: '',
    hash: null,
  });
});

it('its sound arrives in pieces, goes on where it was broken off, and is kept under its content’s hash', async () => {
  const document = testRecording();
  await put(document).expect(201);
  const cut = 100_000;
  expect((await piece(document.id, 0, FILE.subarray(0, cut)).expect(200)).body).toEqual({
    hash: null,
    bytes: FILE.length,
    received: cut,
  });
  // The answer got lost: the same again changes nothing.
  expect((await piece(document.id, 0, FILE.subarray(0, cut)).expect(200)).body.received).toBe(cut);
  const asked = await service.request.get(`/api/recordings/${document.id}/received`).expect(200);
  expect(asked.body.received).toBe(cut);
  expect((await piece(document.id, cut + 7, FILE.subarray(cut + 7)).expect(409)).body.detail).toMatch(
    /100000 bytes have arrived/,
  );
  expect((await piece(document.id, cut, FILE.subarray(cut)).expect(200)).body).toMatchObject({ hash: HASH });
  expect(soundsOf()).toContain(`${HASH}.wav`);
  expect((await piece(document.id, cut, FILE.subarray(cut)).expect(200)).body.hash).toBe(HASH);
});

it('it is given whole, and from the middle as a range asks', async () => {
  const { id } = await kept();
  const whole = await service.request
    .get(`/api/recordings/${id}/sound`)
    .buffer(true)
    .parse(bytesOf as never)
    .expect(200);
  expect(Buffer.compare(whole.body, FILE)).toBe(0);
  const part = await service.request
    .get(`/api/recordings/${id}/sound`)
    .set('Range', 'bytes=1000-1999')
    .buffer(true)
    .parse(bytesOf as never)
    .expect(206);
  expect(part.headers['content-range']).toBe(`bytes 1000-1999/${FILE.length}`);
  expect(Buffer.compare(part.body, FILE.subarray(1000, 2000))).toBe(0);
  await service.request.get(`/api/recordings/${id}/sound`).set('Range', `bytes=${FILE.length}-`).expect(416);
});

it('the same sound of two recordings is kept once, and goes with the last of them', async () => {
  const [first, second] = [await kept(), await kept({ name: 'The same once more' })];
  expect(soundsOf().filter((name) => name.startsWith(HASH))).toHaveLength(1);
  for (const { id } of [first, second])
    await service.request.delete(`/api/recordings/${id}/sound`).expect(204);
  const others = await service.request.get('/api/recordings?limit=100');
  for (const { id, hash } of others.body.items)
    if (hash) await service.request.delete(`/api/recordings/${id}/sound`).expect(204);
  expect(soundsOf().filter((name) => name.startsWith(HASH))).toEqual([]);
  await service.request.get(`/api/recordings/${first.id}/sound`).expect(404);
  // What was heard stays.
  await service.request.get(`/api/recordings/${first.id}`).expect(200);
});

it('deleted it lies in the bin with its sound, comes back with it, and is gone with it after thirty days', async () => {
  const { id } = await kept();
  await service.request.delete(`/api/recordings/${id}`).expect(204);
  await service.request.get(`/api/recordings/${id}`).expect(404);
  const bin = await service.request.get('/api/bin').expect(200);
  expect(bin.body.recordings.map((gone: { id: string }) => gone.id)).toContain(id);
  await service.bin.empty();
  await service.request.post(`/api/recordings/${id}/restore`).expect(204);
  await service.request.get(`/api/recordings/${id}/sound`).expect(200);
  await service.request.delete(`/api/recordings/${id}`).expect(204);
  await service.bin.empty(new Date(Date.now() + 31 * 86_400_000));
  await service.request.post(`/api/recordings/${id}/restore`).expect(404);
  expect(soundsOf().filter((name) => name.startsWith(HASH))).toEqual([]);
});

it('what belongs to nobody, as after a crash between two steps, is swept away', async () => {
  const { id } = await kept();
  writeFileSync(join(service.folder, 'sounds', `${'0'.repeat(64)}.wav`), 'x');
  writeFileSync(join(service.folder, 'sounds', `${crypto.randomUUID()}.part`), 'x');
  await service.bin.empty();
  expect(soundsOf()).toEqual([`${HASH}.wav`]);
  await service.request.get(`/api/recordings/${id}/sound`).expect(200);
});

describe('what is refused', () => {
  it('a picture named .wav, with the remedy; it can be sent anew', async () => {
    const picture = Buffer.concat([Buffer.from([0xff, 0xd8, 0xff, 0xe0]), Buffer.alloc(500, 7)]);
    const document = testRecording({
      sound: { sampleRateHz: 48_000, durationS: 1, channels: 1, bytes: picture.length },
    });
    await put(document).expect(201);
    expect((await piece(document.id, 0, picture).expect(422)).body.detail).toMatch(/no WAV file/);
    expect((await service.request.get(`/api/recordings/${document.id}/received`)).body.received).toBe(0);
  });

  it('more than the studio takes, more than was said, another media type, another recording’s id', async () => {
    const large = testRecording({
      sound: { sampleRateHz: 48_000, durationS: 1, channels: 1, bytes: MOST_SOUND + 1 },
    });
    await put(large).expect(201);
    await piece(large.id, 0, FILE).expect(413);
    const small = testRecording({ sound: { sampleRateHz: 48_000, durationS: 1, channels: 1, bytes: 50 } });
    await put(small).expect(201);
    await piece(small.id, 0, FILE).expect(422);
    await piece(small.id, 0, FILE, 'audio/wav').expect(415);
    await piece(crypto.randomUUID(), 0, FILE).expect(404);
    await service.request.put(`/api/recordings/${small.id}`).send(large).expect(422);
  });

  it('a deleted one is not brought back by an old window', async () => {
    const document = testRecording();
    await put(document).expect(201);
    await service.request.delete(`/api/recordings/${document.id}`).expect(204);
    await put(document).expect(410);
  });
});

it('the tempo curve of free playing; without a beat it says what to do', async () => {
  const hits = Array.from({ length: 60 }, (_, i) => ({ timeS: 1 + 0.6 * i + 0.004 * Math.sin(i * 1.7) }));
  const { body } = await service.request
    .post('/api/tempo-curve')
    .send({ hits, near: { bpm: '48', beat: '1/2' }, meter: { beats: 3, unit: '1/4' } })
    .expect(200);
  expect(body.tempo.bpm).toBeCloseTo(100, 0);
  expect(body).toMatchObject({ verdict: 'steady' });
  expect(body.beats).toHaveLength(60);
  const none = await service.request
    .post('/api/tempo-curve')
    .send({ hits: hits.slice(0, 2) })
    .expect(422);
  expect(none.body.detail).toMatch(/say the tempo/);
});

function bytesOf(response: unknown, done: (error: Error | null, body: Buffer) => void): void {
  const stream = response as NodeJS.ReadableStream;
  const pieces: Buffer[] = [];
  stream.on('data', (data: Buffer) => pieces.push(data));
  stream.on('end', () => done(null, Buffer.concat(pieces)));
}

/** Recordings sent to be heard: real files over real HTTP. */
import { readFileSync } from 'node:fs';
import { pathToFileURL } from 'node:url';
import { WavReader, wavHeader, pcmBytes } from '@feldspar/core/wav';
import { playedStrokes, recordingOf } from '@feldspar/core/players';
import { MOST_SOUND, type Service, startService } from './testing/service.ts';

let service: Service;
beforeAll(async () => {
  service = await startService();
});
afterAll(() => service.remove());

const RATE = 48_000;
const strokes = playedStrokes(16, 0.3, 2);
const fileOf = (samples: Float32Array) =>
  Buffer.concat([wavHeader(samples.length, { sampleRateHz: RATE, bits: 16 }), pcmBytes(samples, 16)]);
const claps = fileOf(recordingOf(strokes, 'clap'));

const send = (body: Buffer, query = '', type = 'audio/wav') =>
  service.request.post(`/api/onsets${query}`).set('Content-Type', type).send(body);

it('claps are heard where they are, to a tenth of a millisecond', async () => {
  const { body } = await send(claps).expect(200);
  expect(body).toMatchObject({
    sampleRateHz: RATE,
    kind: 'struck',
    durationS: expect.closeTo((claps.length - 44) / 2 / RATE, 6),
  });
  const found = body.onsets.map(({ timeS }: { timeS: number }) => timeS);
  expect(found).toEqual(strokes.map(({ timeS }) => expect.closeTo(timeS, 3)));
  const errors = strokes.map(({ timeS }, i) => Math.abs(found[i] - timeS)).sort((a, b) => a - b);
  expect(errors[errors.length >> 1]).toBeLessThan(1e-4);
});

it('they are heard as what is asked for', async () => {
  expect((await send(claps, '?kind=plucked').expect(200)).body.kind).toBe('plucked');
  expect((await send(claps, '?kind=hummed').expect(422)).body.detail).toMatch(/kind must be one of struck/);
});

it.each([
  [
    'a picture named .wav',
    Buffer.from([0xff, 0xd8, 0xff, 0xe0, ...new Array(60).fill(9)]),
    422,
    /no WAV file, whatever/,
  ],
  ['nothing', Buffer.alloc(0), 422, /empty/],
  ['a compressed file', (() => { const file = Buffer.from(claps); file.writeUInt16LE(85, 20); return file; })(), 422, /compressed/], // prettier-ignore
  ['more than the server takes', Buffer.concat([claps, Buffer.alloc(MOST_SOUND)]), 413, /Send a part of it/],
])('%s is refused with the reason and the remedy', async (_, file, status, detail) => {
  const answer = await send(file);
  expect([answer.status, answer.type]).toEqual([status, 'application/problem+json']);
  expect(answer.body.detail).toMatch(detail);
});

it('another media type is refused', async () => {
  await send(claps, '', 'audio/mpeg').expect(415);
});

it('silence has no onsets, and is no fault', async () => {
  expect((await send(fileOf(new Float32Array(RATE)))).body.onsets).toEqual([]);
});

it('a voice that counts aloud is told, and its onsets are not among the strokes', async () => {
  const rate = 22_050;
  const said = recordingOf([], 'clap', { rate, noiseDb: -62, tailS: 14 });
  const words = ['one', 'and', 'two', 'and', 'three', 'and', 'four', 'and'];
  Array.from({ length: 26 }, (_, n) => {
    const file = new URL(`../../core/sounds/count/${words[n % 8]}.wav`, pathToFileURL(__filename));
    const word = new WavReader().push(readFileSync(file));
    word.forEach((value, i) => (said[Math.round((0.3 + n / 2) * rate) + i] += value));
  });
  const file = Buffer.concat([wavHeader(said.length, { sampleRateHz: rate, bits: 16 }), pcmBytes(said, 16)]);
  const { body } = await send(file, '?kind=struck').expect(200);
  expect(body.onsets.length).toBeLessThanOrEqual(2);
  expect(body.voice).toEqual([{ fromS: expect.any(Number), toS: expect.any(Number) }]);
  expect(body.voice[0].fromS).toBeLessThan(1);
  expect(body.voice[0].toS).toBeGreaterThan(12.5);
  expect((await send(claps).expect(200)).body).not.toHaveProperty('voice');
});

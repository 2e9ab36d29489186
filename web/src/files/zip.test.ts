/** @jest-environment node */
import { fromBufferPromise, type ZipFile } from 'yauzl';
import { zipWriter } from './zip.ts';

it('an independent reader (yauzl) finds every file, whole, under its name', async () => {
  const pieces: Uint8Array[] = [];
  const zip = zipWriter((bytes) => pieces.push(bytes.slice()));
  const first = zip.file('Slow, quarter = 60.mid');
  first(Uint8Array.from([1, 2, 3]));
  first(Uint8Array.from([4]));
  first(null);
  const second = zip.file('Größer.wav');
  second(new Uint8Array(70_000).fill(7));
  second(null);
  zip.end();
  const read: ZipFile = await fromBufferPromise(Buffer.concat(pieces), { lazyEntries: true });
  const found: [string, Buffer][] = [];
  for await (const entry of read.eachEntry()) {
    const stream = await read.openReadStreamPromise(entry);
    const chunks: Buffer[] = [];
    for await (const chunk of stream) chunks.push(chunk as Buffer);
    found.push([entry.fileName, Buffer.concat(chunks)]);
  }
  expect(found.map(([name]) => name)).toEqual(['Slow, quarter = 60.mid', 'Größer.wav']);
  expect([...found[0][1]]).toEqual([1, 2, 3, 4]);
  expect(found[1][1].equals(Buffer.alloc(70_000, 7))).toBe(true);
});

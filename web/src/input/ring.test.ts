import { RingReader, RingWriter, makeRing } from './ring.ts';

const block = (from: number, length: number) => Float32Array.from({ length }, (_, i) => from + i);

it('gives what was written, in order, however often it is read, also across its end', () => {
  const { buffer } = makeRing(100);
  const [writer, reader] = [new RingWriter(buffer), new RingReader(buffer)];
  expect(reader.firstFrame).toBeNull();
  writer.begin(12_345);
  expect(reader.firstFrame).toBe(12_345);
  let next = 0;
  const seen: number[] = [];
  for (let round = 0; round < 40; round++) {
    for (let i = 0; i <= round % 7; i++) {
      writer.write(block(next, 64));
      next += 64;
    }
    seen.push(...reader.take());
  }
  expect(next).toBeGreaterThan(4096);
  expect(seen).toEqual([...block(0, next)]);
  expect(reader.take()).toHaveLength(0);
});

it('fills in what never came, and counts it', () => {
  const { buffer } = makeRing(100);
  const [writer, reader] = [new RingWriter(buffer), new RingReader(buffer)];
  writer.begin(0);
  writer.write(block(1, 2));
  writer.skip(3, 1);
  writer.write(block(6, 2));
  expect([...reader.take()]).toEqual([1, 2, 0, 0, 0, 6, 7]);
  expect(reader.lostBlocks).toBe(1);
});

it('says so when the oldest was overwritten', () => {
  const { buffer } = makeRing(100);
  const [writer, reader] = [new RingWriter(buffer), new RingReader(buffer)];
  writer.write(new Float32Array(1025));
  expect(() => reader.take()).toThrow('faster than it was heard');
});

import { cut, keep } from './ring.ts';

it('a ring holds the last samples, each at its index without the higher bits', () => {
  const ring = new Float32Array(8);
  const sound = Float32Array.from({ length: 21 }, (_, i) => i + 1);
  for (let at = 0; at < sound.length; at += 3) keep(sound.subarray(at, at + 3), ring, at);
  for (let i = 13; i < 21; i++) expect(ring[i & 7]).toBe(sound[i]);
});

it('takes as many at once as it holds', () => {
  const ring = new Float32Array(4);
  keep(Float32Array.from([1, 2, 3, 4]), ring, 6);
  expect([...ring]).toEqual([3, 4, 1, 2]);
});

it('gives back what it holds, over its edge too', () => {
  const ring = new Float32Array(8);
  const sound = Float32Array.from({ length: 19 }, (_, i) => i + 1);
  for (let at = 0; at < sound.length; at += 5) keep(sound.subarray(at, at + 5), ring, at);
  for (let first = 11; first <= 19; first++)
    for (let end = first; end <= 19; end++) expect(cut(ring, first, end)).toEqual(sound.slice(first, end));
});

import { loudestIn } from './loudest.ts';

// Eight of eleven samples are kept: those from 3 to 10, each as loud as its index.
const ring = new Float32Array(8);
for (let i = 0; i < 11; i++) ring[i & 7] = i % 2 === 0 ? i : -i;

it.each([
  [4, 6, 5],
  [9, 11, 10],
  [3.6, 5.4, 4],
  [8, Infinity, 10],
])('from %d to %d, the last of them left out: %d', (from, to, level) =>
  expect(loudestIn(ring, 11, from, to)).toBe(level),
);

it('only what is kept is looked at, and nothing is silent', () => {
  expect(loudestIn(ring, 11, -5, 4)).toBe(3);
  expect(loudestIn(ring, 11, 0, 2)).toBe(0);
  expect(loudestIn(ring, 11, 6, 6)).toBe(0);
});

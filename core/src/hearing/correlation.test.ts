import fc from 'fast-check';
import { slidingProducts } from './correlation.ts';

const noise = (length: number, seed: number) => {
  let state = seed;
  return Float32Array.from({ length }, () => {
    state = (state * 1_103_515_245 + 12_345) % 2_147_483_648;
    return state / 1_073_741_824 - 1;
  });
};

/** The definition: the sum of products, place by place. */
const byHand = (piece: Float32Array, sound: Float32Array, at: number) =>
  sound.reduce((sum, value, i) => sum + value * piece[at + i], 0);

test('the sliding product is the sum of products at every place', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 700 }),
      fc.integer({ min: 0, max: 5000 }),
      fc.integer({ min: 1, max: 1e6 }),
      (length, more, seed) => {
        const sound = noise(length, seed);
        const piece = noise(length + more, seed + 1);
        const products = slidingProducts(piece, sound);
        expect(products).toHaveLength(more + 1);
        for (let at = 0; at <= more; at += 1 + (more >> 5))
          expect(products[at]).toBeCloseTo(byHand(piece, sound, at), 3);
        expect(products[more]).toBeCloseTo(byHand(piece, sound, more), 3);
      },
    ),
    { numRuns: 40 },
  );
});

test('a stretch of places is that stretch of all of them', () => {
  const sound = noise(300, 5);
  const piece = noise(9000, 6);
  const all = slidingProducts(piece, sound);
  for (const [from, to] of [
    [0, 0],
    [100, 120],
    [2000, 8700],
  ])
    slidingProducts(piece, sound, from, to).forEach((value, i) =>
      expect(value).toBeCloseTo(all[from + i], 4),
    );
});

test('a sound longer than the piece is nowhere in it', () => {
  expect(slidingProducts(noise(10, 1), noise(11, 2))).toHaveLength(0);
});

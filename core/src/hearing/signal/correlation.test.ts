import fc from 'fast-check';
import { slidingLikeness, slidingProducts } from './correlation.ts';

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

test('likeness is that of two arrows: 1 where the piece is the sound, whatever its level, and -1 where it is turned over', () => {
  const raw = noise(500, 8);
  const power = Math.sqrt(raw.reduce((sum, value) => sum + value * value, 0));
  const sound = raw.map((value) => value / power);
  const piece = noise(6000, 9).map((value) => value / 1000);
  piece.set(
    sound.map((value) => 7 * value),
    700,
  );
  piece.set(
    sound.map((value) => -0.3 * value),
    3000,
  );
  const { likes, products } = slidingLikeness(piece, sound);
  expect(likes[700]).toBeCloseTo(1, 4);
  expect(products[700]).toBeCloseTo(7, 3);
  expect(likes[3000]).toBeCloseTo(-1, 4);
  // Elsewhere noise is like noise by chance alone: a normal of one in the root of 500.
  expect(Math.max(...likes.subarray(4000).map(Math.abs))).toBeLessThan(0.25);
  const part = slidingLikeness(piece, sound, 690, 710);
  expect(part.likes[10]).toBeCloseTo(1, 4);
  expect(slidingLikeness(noise(10, 1), noise(11, 2)).likes).toHaveLength(0);
});

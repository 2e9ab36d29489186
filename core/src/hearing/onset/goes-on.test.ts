import { goesOn } from './goes-on.ts';

/** A second at 1000 samples: loud up to the middle, then as much of it as said. */
const RATE = 1000;
const ringOf = (left: number) => Float32Array.from({ length: 1024 }, (_, i) => (i < 500 ? 0.8 : 0.8 * left));

it('goes on where so much of it is left, and no further', () => {
  expect(goesOn(ringOf(0.55), 1000, 500, RATE, 0.5)).toBe(true);
  expect(goesOn(ringOf(0.45), 1000, 500, RATE, 0.5)).toBe(false);
});

it('what is loud until 30 ms after it, or sounds again after 60 ms, has stopped all the same', () => {
  const [stopped, again] = [ringOf(0), ringOf(0)];
  stopped.fill(0.8, 500, 529);
  again.fill(0.8, 561);
  expect(goesOn(stopped, 1000, 500, RATE, 0.5)).toBe(false);
  expect(goesOn(again, 1000, 500, RATE, 0.5)).toBe(false);
});

it('what was loud more than 50 ms before it is not asked for', () => {
  const before = ringOf(0.1);
  before.fill(0.1, 449, 500);
  expect(goesOn(before, 1000, 500, RATE, 0.5)).toBe(true);
});

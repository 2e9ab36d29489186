import { ofPowerOne, powerOf } from './power.ts';

// Worked by hand: 3² + 4² = 5².
test('a sound is as loud as all others, and keeps its shape', () => {
  expect(powerOf(Float32Array.of(3, -4))).toBe(25);
  const one = ofPowerOne(Float32Array.of(3, -4));
  expect(one[0]).toBeCloseTo(0.6, 6);
  expect(one[1]).toBeCloseTo(-0.8, 6);
});

test('silence stays silence', () => {
  expect([...ofPowerOne(new Float32Array(2))]).toEqual([0, 0]);
});

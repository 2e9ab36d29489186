import { harmonics } from './harmonics.ts';

test('harmonics are the sines of the whole multiples of a phase, each softer than the one before', () => {
  for (const phase of [0, 0.1, 1, 3, Math.PI, 40, 2e4]) {
    const sines = [1, 2, 3, 4, 5].map((n) => 0.6 ** (n - 1) * Math.sin(n * phase));
    expect(harmonics(phase, 5, 0.6)).toBeCloseTo(
      sines.reduce((sum, value) => sum + value, 0),
      9,
    );
  }
});

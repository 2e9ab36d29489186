import { lowPassed } from './low-pass.ts';

const RATE = 48_000;
const sine = (hz: number) =>
  Float32Array.from({ length: RATE / 4 }, (_, i) => Math.sin((2 * Math.PI * hz * i) / RATE));
/** Away from the ends: whole periods of all of them. */
const middle = (samples: Float32Array) => samples.subarray(RATE / 20, (4 * RATE) / 20);
const levelDb = (samples: Float32Array) =>
  20 *
  Math.log10(
    Math.SQRT2 * Math.sqrt(middle(samples).reduce((sum, x) => sum + x * x, 0) / middle(samples).length),
  );

it.each([
  // Butterworth: |H|² = 1 / (1 + (f/fc)^4), twice (handbook formula).
  [50, 0],
  [500, -6.02],
  [4000, -72.2],
])('at %i Hz it is as loud as the formula says: %f dB', (hz, db) => {
  expect(Math.abs(levelDb(lowPassed(sine(hz), 500, RATE)) - db)).toBeLessThan(db < -60 ? 2 : 0.1);
});

it('nothing comes later than it was', () => {
  const from = sine(200);
  const to = lowPassed(from, 500, RATE);
  // What lags behind would be larger now before its crest, and smaller after it.
  const off = middle(to).map(
    (value, i) => value - middle(from)[i] * (levelDb(to) === 0 ? 1 : 10 ** (levelDb(to) / 20)),
  );
  expect(Math.max(...off.map(Math.abs))).toBeLessThan(0.002);
});

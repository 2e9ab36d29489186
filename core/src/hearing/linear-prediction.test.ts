import { chance } from '../players/index.ts';
import { LinearPrediction } from './linear-prediction.ts';

const ORDER = 16;
const LENGTH = 720;
const powerOf = (values: Float64Array) =>
  values.reduce((sum, value) => sum + value * value, 0) / values.length;

/** What is left of what comes after the samples that were learned from, as a power. */
function left(samples: Float64Array, order = ORDER): number {
  const prediction = new LinearPrediction(order, LENGTH);
  prediction.learn(samples, order);
  const errors = new Float64Array(samples.length - LENGTH - order);
  prediction.errors(samples, LENGTH + order, samples.length, errors);
  return powerOf(errors);
}
const soundOf = (value: (i: number) => number) =>
  Float64Array.from({ length: LENGTH + 400 }, (_, i) => value(i));
const noise = (seed: number) => {
  const random = chance(seed);
  return () => 2 * random() - 1;
};

it('partials that die away are foretold: of five, no more is left than a ten thousandth', () => {
  const partials = [0.031, 0.067, 0.12, 0.21, 0.33];
  const sound = soundOf((i) =>
    partials.reduce((sum, turns, k) => sum + (0.999 ** i * Math.sin(2 * Math.PI * turns * i)) / (k + 1), 0),
  );
  expect(left(sound) / powerOf(sound)).toBeLessThan(1e-4);
});

it('noise is not foretold: all of it is left', () => {
  const sound = soundOf(noise(3));
  expect(left(sound) / powerOf(sound)).toBeGreaterThan(0.9);
});

// x(n) = 1.6 x(n-1) - 0.9 x(n-2) + e(n): what is left of it is e, whose power is a third (uniform from -1 to 1).
it('of an autoregressive process what drives it is left', () => {
  const drive = noise(5);
  let [last, before] = [0, 0];
  const sound = soundOf(() => {
    [last, before] = [1.6 * last - 0.9 * before + drive(), last];
    return last;
  });
  expect(powerOf(sound)).toBeGreaterThan(2);
  expect(left(sound, 2)).toBeGreaterThan(0.9 / 3);
  expect(left(sound, 2)).toBeLessThan(1.1 / 3);
});

it('silence, and a sound that stands still, come to numbers', () => {
  expect(left(soundOf(() => 0))).toBe(0);
  expect(left(soundOf(() => 0.5))).toBeLessThan(0.01);
});

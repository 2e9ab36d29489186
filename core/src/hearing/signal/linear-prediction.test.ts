import { chance } from '../../players/index.ts';
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

// What comes of a single 1 is the weights: each is what a sample so long before counts.
function weightsOf(prediction: LinearPrediction, order: number): Float64Array {
  const weights = new Float64Array(order + 1);
  const one = new Float64Array(2 * order + 1);
  one[order] = 1;
  prediction.errors(one, order, one.length, weights);
  return weights;
}

// The normal equations (Makhoul 1975, eq. 17 and 20): what is left is like none of the samples before it.
it.each([1, 2, 5, 16, 39, 77])('the weights solve the normal equations: order %d', (order) => {
  const drive = noise(order);
  const samples = soundOf((i) => Math.sin(0.2 * i) + 0.5 * Math.sin(0.71 * i) + 0.1 * drive());
  const prediction = new LinearPrediction(order, LENGTH);
  prediction.learn(samples, order);
  const weights = weightsOf(prediction, order);
  const tapered = Float64Array.from(
    { length: LENGTH },
    (_, i) => samples[order + i] * Math.sin((Math.PI * (i + 0.5)) / LENGTH) ** 2,
  );
  const alike = (lag: number) =>
    tapered.reduce((sum, value, i) => sum + value * (tapered[i + Math.abs(lag)] ?? 0), 0);
  expect(weights[0]).toBe(1);
  for (let j = 1; j <= order; j++) {
    const sum = weights.reduce((all, weight, k) => all + weight * alike(j - k), 0);
    expect(Math.abs(sum)).toBeLessThan(1e-5 * alike(0));
  }
});

it.each([16, 17])('what is left of each sample is the same however many are asked for: order %d', (order) => {
  const sound = soundOf(noise(9));
  const prediction = new LinearPrediction(order, LENGTH);
  prediction.learn(sound, order);
  const weights = weightsOf(prediction, order);
  for (let count = 1; count <= 13; count++) {
    const errors = new Float64Array(count);
    prediction.errors(sound, 100, 100 + count, errors);
    errors.forEach((error, i) => {
      const defined = weights.reduce((sum, weight, k) => sum + weight * sound[100 + i - k], 0);
      expect(error).toBeCloseTo(defined, 12);
    });
  }
});

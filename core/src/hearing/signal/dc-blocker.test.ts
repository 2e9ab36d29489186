import { DcBlocker } from './dc-blocker.ts';

const RATE = 8000;
const sound = (seconds: number, at: (t: number) => number) =>
  Float32Array.from({ length: seconds * RATE }, (_, i) => at(i / RATE));
const heard = (samples: Float32Array, piece = 500) => {
  const blocker = new DcBlocker(RATE);
  const all = new Float32Array(samples.length);
  for (let at = 0; at < samples.length; at += piece)
    all.set(blocker.push(samples.subarray(at, at + piece)), at);
  return all;
};
const power = (samples: Float32Array) =>
  samples.reduce((sum, sample) => sum + sample * sample, 0) / samples.length;
const sine = (hz: number) => sound(2, (t) => Math.sin(2 * Math.PI * hz * t));

it('what is constant from the first sample on is never heard, what changes is gone after a moment', () => {
  expect(Math.max(...heard(sound(1, () => 0.3)))).toBeCloseTo(0, 7);
  const stepped = heard(sound(2, (t) => (t < 1 ? 0.3 : -0.2)));
  expect(stepped[RATE]).toBeCloseTo(-0.5, 2);
  expect(Math.abs(stepped[RATE + 0.3 * RATE])).toBeLessThan(1e-4);
});

it('a sound that begins with one loud sample is heard as it is a moment later', () => {
  const [begun, plain] = [sine(100), sine(100)];
  begun[0] = 0.9;
  expect(Math.abs(heard(begun)[80] - heard(plain)[80])).toBeLessThan(0.02);
});

it('at 5 Hz half of the power is left (a filter of first order), of the lowest string of a double bass nearly all', () => {
  expect(power(heard(sine(5)).subarray(RATE)) / 0.5).toBeCloseTo(0.5, 2);
  expect(power(heard(sine(41)).subarray(RATE)) / 0.5).toBeGreaterThan(0.97);
});

it('the pieces in which a sound comes change nothing', () => {
  expect(heard(sine(100), 333)).toEqual(heard(sine(100), 2000));
});

import { chance } from '../players/index.ts';
import { periodicityOf } from './periodicity.ts';

const RATE = 48_000;
const piece = (value: (t: number) => number) =>
  Float32Array.from({ length: 0.06 * RATE }, (_, i) => value(i / RATE));

it.each([82, 196, 440, 880])('a tone of %i Hz is periodic, also with overtones and under noise', (hz) => {
  const random = chance(hz);
  const tone = (t: number) => Math.sin(2 * Math.PI * hz * t) + 0.5 * Math.sin(6 * Math.PI * hz * t);
  expect(periodicityOf(piece(tone), RATE)).toBeGreaterThan(0.9);
  expect(
    periodicityOf(
      piece((t) => tone(t) + 0.5 * (2 * random() - 1)),
      RATE,
    ),
  ).toBeGreaterThan(0.7);
});

it('noise is not, nor is silence', () => {
  const random = chance(3);
  expect(
    periodicityOf(
      piece(() => 2 * random() - 1),
      RATE,
    ),
  ).toBeLessThan(0.4);
  expect(
    periodicityOf(
      piece(() => 0),
      RATE,
    ),
  ).toBeLessThan(0.1);
});

it('a low rumble is like itself a moment later, and still not periodic', () => {
  const random = chance(5);
  let low = 0;
  const rumble = piece(() => (low += 0.02 * (2 * random() - 1 - low)));
  expect(periodicityOf(rumble, RATE)).toBeLessThan(0.5);
});

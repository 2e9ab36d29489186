import { chance } from '../../players/index.ts';
import { beginNear } from './begin.ts';

const RATE = 44_100;
const AT = 8000;
const FORM = { share: 0.05, backS: 0.03, gapS: 0.008, aheadS: 0.012 };
const away = (seconds: number) => AT + Math.round(seconds * RATE);

/** A tone that swells within 50 ms from `AT` on, in a room so loud. */
function swelling(room: number, before: (i: number) => number = () => 0): Float32Array {
  const random = chance(4);
  return Float32Array.from({ length: 2 ** 14 }, (_, i) => {
    const t = (i - AT) / RATE;
    const tone = t < 0 ? 0 : 0.4 * Math.min(1, t / 0.05) * Math.sin(2 * Math.PI * 330 * t);
    return tone + before(i) + room * (2 * random() - 1);
  });
}
const beginOf = (samples: Float32Array, near: number, form = FORM) =>
  (beginNear(samples, samples.length, near, RATE, 0.4, form) - AT) / RATE;

it.each([-0.008, -0.002, 0, 0.005, 0.02])(
  'where it swells out of next to nothing it begins, though it was looked for %d s from there',
  (byS) => {
    const begun = beginOf(swelling(0.0002), away(byS));
    // A twentieth of it is there after 2.5 ms.
    expect(begun).toBeGreaterThan(0);
    expect(begun).toBeLessThan(0.004);
  },
);

it('it begins later where the room hides its beginning', () => {
  const begun = beginOf(swelling(0.01), away(0.02));
  expect(begun).toBeGreaterThan(0.003);
  expect(begun).toBeLessThan(0.012);
});

it.each([-0.005, 0.005])('what rings hides it: it begins where it was looked for, %d s from there', (byS) => {
  const ringing = swelling(0.0002, (i) => 0.2 * Math.sin(i / 20));
  expect(beginOf(ringing, away(byS))).toBeCloseTo(byS, 4);
});

it('nothing is looked for ahead where what rings could hide it, though it comes out of that', () => {
  const ringing = swelling(0.0002, (i) => 0.02 * Math.sin(i / 20));
  expect(beginOf(ringing, away(-0.002))).toBeCloseTo(-0.002, 4);
});

it('it is looked for so far back, and so far ahead', () => {
  const samples = swelling(0.0002);
  expect(beginOf(samples, away(-0.01), { ...FORM, aheadS: 0 })).toBeCloseTo(-0.01, 4);
  expect(beginOf(samples, away(0.04), { ...FORM, backS: 0.02 })).toBeGreaterThan(0.0199);
});

it('what sounds before it, with no long gap, is its beginning', () => {
  const tap = (i: number) => (i === away(-0.006) ? 0.1 : 0);
  const samples = swelling(0.0002, tap);
  expect(beginOf(samples, away(0.01))).toBeLessThan(0.004);
  expect(beginOf(samples, away(0.01))).toBeGreaterThan(0);
  expect(beginOf(samples, away(0.01), { ...FORM, gapS: 0.01 })).toBeCloseTo(-0.006, 4);
});

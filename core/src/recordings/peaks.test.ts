import fc from 'fast-check';
import { PeaksMaker, loudestIn, outline } from './peaks.ts';

const RATE = 8000;
const peaksOf = (samples: Float32Array, piece = samples.length) => {
  const maker = new PeaksMaker();
  for (let at = 0; at < samples.length; at += piece) maker.push(samples.subarray(at, at + piece));
  return maker.end(RATE);
};
/** Ten minutes with one loud sample. */
const click = new Float32Array(600 * RATE);
click[123_456] = 1;

it('a single loud sample is seen at every zoom, and at its place', () => {
  const peaks = peaksOf(click);
  for (const columns of [10, 100, 1000]) {
    const drawn = outline(peaks, 0, 600, columns);
    expect(drawn.findIndex(([, high]) => high > 0.9)).toBeLessThanOrEqual(
      Math.floor((123_456 / click.length) * columns) + 1,
    );
    // A pair of samples may lie over the border of two columns.
    expect(drawn.filter(([, high]) => high > 0.9).length).toBeGreaterThan(0);
  }
  const near = outline(peaks, 15, 16, 400);
  const seenS = 15 + near.findIndex(([, high]) => high > 0.9) / 400;
  expect(Math.abs(seenS - 123_456 / RATE)).toBeLessThan(256 / RATE);
  expect(loudestIn(peaks)).toBe(1);
});

it('what is drawn covers what is there, in pieces of any size', () => {
  fc.assert(
    fc.property(
      fc.array(fc.float({ min: -1, max: 1, noNaN: true }), { minLength: 1, maxLength: 3000 }),
      fc.integer({ min: 1, max: 700 }),
      (values, piece) => {
        const samples = Float32Array.from(values);
        const drawn = outline(peaksOf(samples, piece), 0, samples.length / RATE, 1);
        expect(peaksOf(samples, piece)).toEqual(peaksOf(samples));
        expect(drawn[0][1]).toBeCloseTo(Math.max(...values), 1);
        expect(drawn[0][0]).toBeCloseTo(Math.min(...values), 1);
      },
    ),
  );
});

it('outside of the sound there is nothing', () => {
  expect(outline(peaksOf(new Float32Array(1000).fill(0.5)), -2, -1, 3)).toEqual([
    [0, 0],
    [0, 0],
    [0, 0],
  ]);
  expect(loudestIn(peaksOf(new Float32Array(0)))).toBe(0);
});

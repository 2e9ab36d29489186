import { AT_ONCE, HalfRate } from './half-rate.ts';

const RATE = 48_000;
const tone = (hz: number, samples = 4096) =>
  Float32Array.from({ length: samples }, (_, i) => Math.sin((2 * Math.PI * hz * i) / RATE));

function halved(samples: Float32Array, piece = AT_ONCE): number[] {
  const half = new HalfRate();
  const all: number[] = [];
  for (let at = 0; at < samples.length; at += piece) all.push(...half.push(samples.subarray(at, at + piece)));
  return all;
}
/** Of a tone, from its power; away from the beginning. */
function amplitude(samples: readonly number[]): number {
  const settled = samples.slice(64);
  return Math.sqrt((2 * settled.reduce((sum, value) => sum + value * value, 0)) / settled.length);
}

it.each([100, 1000, 8000])('what lies low passes: %d Hz', (hz) =>
  expect(Math.abs(amplitude(halved(tone(hz))) - 1)).toBeLessThan(0.01),
);

it.each([16_000, 20_000])('what would be heard as something else does not: %d Hz', (hz) =>
  expect(amplitude(halved(tone(hz)))).toBeLessThan(0.01),
);

it('a sample at half the rate stands for one of the sound', () => {
  const sound = tone(700);
  const half = halved(sound);
  for (let i = 100; i < 200; i++) expect(half[i]).toBeCloseTo(sound[HalfRate.sampleOf(i)], 2);
});

it.each([1, 37, 128])('does not mind in which pieces the sound comes: of %i samples', (piece) => {
  expect(halved(tone(1234))).toHaveLength(tone(1234).length / 2);
  expect(halved(tone(1234), piece)).toEqual(halved(tone(1234)));
});

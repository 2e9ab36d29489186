import { HalfRate } from './half-rate.ts';

const RATE = 48_000;
const tone = (hz: number, samples = 4096) =>
  Float32Array.from({ length: samples }, (_, i) => Math.sin((2 * Math.PI * hz * i) / RATE));

function halved(samples: Float32Array, piece = samples.length): Float32Array {
  const half = new HalfRate();
  const ring = new Float32Array(samples.length / 2);
  for (let at = 0; at < samples.length; at += piece)
    half.through(samples, at, Math.min(samples.length, at + piece), ring, at);
  return ring;
}
/** Of a tone, from its power; away from the beginning. */
function amplitude(samples: Float32Array): number {
  const settled = samples.subarray(64);
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

it('does not mind in which pieces the sound comes', () => {
  expect(halved(tone(1234), 37)).toEqual(halved(tone(1234)));
});

import { AT_ONCE, HalfRate, type HalfRateForm } from './half-rate.ts';

const RATE = 48_000;
const tone = (hz: number, samples = 4096) =>
  Float32Array.from({ length: samples }, (_, i) => Math.sin((2 * Math.PI * hz * i) / RATE));

function halved(form: HalfRateForm, samples: Float32Array, piece = AT_ONCE): number[] {
  const half = new HalfRate(form);
  const all: number[] = [];
  for (let at = 0; at < samples.length; at += piece) all.push(...half.push(samples.subarray(at, at + piece)));
  return all;
}
/** Of a tone, from its power; away from the beginning. */
function amplitude(samples: readonly number[]): number {
  const settled = samples.slice(64);
  return Math.sqrt((2 * settled.reduce((sum, value) => sum + value * value, 0)) / settled.length);
}

it.each([
  ['steep', 100],
  ['steep', 1000],
  ['steep', 8000],
  ['gentle', 100],
  ['gentle', 6000],
] as const)('what lies low passes: %s, %d Hz', (form, hz) =>
  expect(Math.abs(amplitude(halved(form, tone(hz))) - 1)).toBeLessThan(0.01),
);

it.each([
  ['steep', 16_000],
  ['steep', 20_000],
  // It would be heard at 6 kHz, where what is left ends once it is halved again; then lower.
  ['gentle', 18_000],
  ['gentle', 20_000],
  ['gentle', 23_000],
] as const)('what would be heard as something else does not: %s, %d Hz', (form, hz) =>
  expect(amplitude(halved(form, tone(hz)))).toBeLessThan(0.01),
);

describe.each(['steep', 'gentle'] as const)('%s', (form) => {
  it('a sample at half the rate stands for one of the sound', () => {
    const sound = tone(700);
    const rate = new HalfRate(form);
    const half = halved(form, sound);
    for (let i = 100; i < 200; i++) expect(half[i]).toBeCloseTo(sound[rate.sampleOf(i)], 2);
  });

  it('what it leaves and what it takes away make up the whole', () => {
    const sound = tone(9000).map((value, i) => value + 0.3 * tone(2000)[i]);
    const half = new HalfRate(form);
    const left = half.push(sound.subarray(0, AT_ONCE));
    const away = half.takenAway();
    expect(away).toHaveLength(left.length);
    for (let i = 20; i < 900; i++) expect(left[i] + away[i]).toBeCloseTo(sound[half.sampleOf(i)], 6);
  });

  it.each([
    [1000, 0],
    [20_000, 1],
  ])('takes away what lies high, as loud as it was: %d Hz', (hz, level) => {
    const half = new HalfRate(form);
    half.push(tone(hz).subarray(0, AT_ONCE));
    expect(amplitude([...half.takenAway()])).toBeCloseTo(level, 1);
  });

  it.each([1, 37, 128])('does not mind in which pieces the sound comes: of %i samples', (piece) => {
    expect(halved(form, tone(1234))).toHaveLength(tone(1234).length / 2);
    expect(halved(form, tone(1234), piece)).toEqual(halved(form, tone(1234)));
  });
});

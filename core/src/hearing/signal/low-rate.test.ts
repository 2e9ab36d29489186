import { LowRate } from './low-rate.ts';

const RATE = 48_000;
const tone = (hz: number) =>
  Float32Array.from({ length: 8192 }, (_, i) => Math.sin((2 * Math.PI * hz * i) / RATE));

function lowered(samples: Float32Array, piece: number, low = new LowRate(RATE, 11_000)): number[] {
  const all: number[] = [];
  for (let at = 0; at < samples.length; at += piece) all.push(...low.push(samples.subarray(at, at + piece)));
  return all;
}

it.each([
  [44_100, 11_025],
  [48_000, 12_000],
  [96_000, 12_000],
  [16_000, 16_000],
  [8000, 8000],
])('of %i samples a second %i are left', (rate, wanted) =>
  expect(new LowRate(rate, 11_000).rate).toBe(wanted),
);

it('a sample stands for one of the sound', () => {
  const sound = tone(700);
  const low = new LowRate(RATE, 11_000);
  const all = lowered(sound, 2048, low);
  expect(all).toHaveLength(sound.length / 4);
  for (let i = 100; i < 200; i++) expect(all[i]).toBeCloseTo(sound[low.sampleOf(i)], 2);
});

it.each([8000, 14_000, 17_000, 20_000, 23_000])(
  'what lies too high is not heard as something else: %d Hz',
  (hz) => {
    const settled = lowered(tone(hz), 2048).slice(64);
    expect(Math.max(...settled.map(Math.abs))).toBeLessThan(0.01);
  },
);

it.each([1, 37, 128])('does not mind in which pieces the sound comes: of %i samples', (piece) =>
  expect(lowered(tone(1234), piece)).toEqual(lowered(tone(1234), 2048)),
);

it('what the last halving takes away is known beside what is left; where nothing is halved, nothing is', () => {
  const low = new LowRate(RATE, 11_000);
  const left = low.push(tone(9000).subarray(0, 2048));
  const away = low.takenAway()!;
  expect(away).toHaveLength(left.length);
  expect(Math.max(...left.slice(64).map(Math.abs))).toBeLessThan(0.01);
  expect(Math.max(...away.slice(64).map(Math.abs))).toBeGreaterThan(0.8);
  const same = new LowRate(8000, 11_000);
  same.push(tone(1000).subarray(0, 2048));
  expect(same.takenAway()).toBeNull();
});

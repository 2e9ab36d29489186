import { BandLevels } from './band-levels.ts';

const tone = (hz: number, rate: number) =>
  Float32Array.from({ length: Math.round(0.1 * rate) }, (_, i) => Math.sin((2 * Math.PI * hz * i) / rate));

describe.each([44_100, 96_000])('at %i Hz', (rate) => {
  it.each([
    // A frame is only a period or two of what is so low: some of it lies beside its band.
    [150, 0, 0.75],
    [560, 1, 0.75],
    [1200, 2, 0.95],
    [2600, 3, 0.95],
    [4700, 4, 0.95],
    [8000, 5, 0.95],
  ])('a tone of %i Hz lies in band %i', (hz, band, least) => {
    const powers = new BandLevels(rate).powersAt(0.05, tone(hz, rate));
    expect(powers).toHaveLength(6);
    const whole = powers.reduce((sum, power) => sum + power, 0);
    expect(powers[band] / whole).toBeGreaterThan(least);
  });
});

it('tells of no band that the sampling rate does not hold', () => {
  expect(new BandLevels(8000).count).toBe(5);
  expect(new BandLevels(22_050).count).toBe(6);
  expect(new BandLevels(6000).powersAt(0.05, tone(1200, 6000))).toHaveLength(4);
});

it('of a click, tells only near it; and takes what lies outside the piece for silence', () => {
  const levels = new BandLevels(44_100);
  const piece = new Float32Array(4410);
  piece[2205] = 1;
  const sum = (at: number) => levels.powersAt(at, piece).reduce((all, power) => all + power, 0);
  expect(sum(0.05)).toBeGreaterThan(0.1);
  expect(sum(0.05)).toBeGreaterThan(3 * sum(0.0515));
  for (const at of [-0.1, 0, 0.0465, 0.0535, 0.2]) expect(sum(at)).toBeCloseTo(0, 9);
});

it('every few milliseconds of a piece, from its beginning to beyond its end, tells the same', () => {
  const levels = new BandLevels(44_100);
  const piece = tone(1200, 44_100).map((value, i) => value * Math.exp(-i / 1000));
  const every = levels.powersEvery(0.003, 40, piece);
  expect(every).toHaveLength(6);
  for (let i = 0; i < 40; i++)
    expect(every.map((powers) => powers[i])).toEqual(levels.powersAt(i * 0.003, piece));
  expect(every[2][1]).toBeGreaterThan(100 * every[2][30]);
  expect(every[2][39]).toBe(0);
});

import { chance } from '../../players/index.ts';
import { HighPass } from '../signal/high-pass.ts';
import { KeptSound } from './kept-sound.ts';

const RATE = 8000;
const kept = (samples: Float32Array, piece = samples.length) => {
  const sound = new KeptSound(RATE, 1);
  for (let at = 0; at < samples.length; at += piece) sound.push(samples.subarray(at, at + piece));
  return sound;
};
const tone = (hz: number, level: number, seconds: number) =>
  Float32Array.from(
    { length: seconds * RATE },
    (_, i) => level * Math.sin((2 * Math.PI * hz * (i + 0.5)) / RATE),
  );

it('tells levels in dB of full level: of a sine its peak, and its power 3 dB under that', () => {
  const sound = kept(tone(500, 0.1, 1));
  expect(sound.samples).toBe(RATE);
  expect(sound.peakDb('whole', 4000, 0, 0.1)).toBeCloseTo(-20, 0);
  expect(sound.powerDb('whole', 4000, -0.1, 0.1)).toBeCloseTo(-23, 1);
});

it('what is low is not in what is high, and what is high is in both', () => {
  const low = kept(tone(200, 0.5, 1));
  expect(low.powerDb('high', 4000, 0, 0.1)).toBeLessThan(low.powerDb('whole', 4000, 0, 0.1) - 35);
  const high = kept(tone(3500, 0.5, 1));
  expect(high.powerDb('high', 4000, 0, 0.1)).toBeCloseTo(high.powerDb('whole', 4000, 0, 0.1), 0);
});

it('holds its last second, in whatever pieces it came', () => {
  const samples = new Float32Array(10 * RATE);
  samples[9.5 * RATE] = 0.5;
  const sound = kept(samples, 2048);
  expect(sound.samples).toBe(samples.length);
  expect(sound.loudestAt('whole', 9.4 * RATE, 9.6 * RATE)).toBe(9.5 * RATE);
  expect(kept(samples, 777).cut('whole', 9.5 * RATE, -0.01, 0.01)).toEqual(
    sound.cut('whole', 9.5 * RATE, -0.01, 0.01),
  );
  // It has ended there.
  expect(sound.cut('whole', 10 * RATE, -0.01, 0.01)).toHaveLength(80);
});

describe('what is high, made where it is looked at', () => {
  const random = chance(3);
  // A low tone, far louder, is all that the filter has to forget.
  const samples = tone(90, 0.9, 2).map((value) => value + 0.001 * (2 * random() - 1));
  const whole = new Float32Array(2 ** 14);
  new HighPass(2400, RATE).through(samples, 0, samples.length, whole, 0);

  it.each([
    ['onwards', [500, 5000, 9000, 15_000]],
    ['backwards', [15_000, 9100, 9000, 5000, 4090, 0]],
  ])('is what a filter makes of the whole sound: %s', (_, places) => {
    const sound = new KeptSound(RATE, 2);
    sound.push(samples);
    for (const at of places) {
      const high = sound.cut('high', at, 0, 0.1);
      high.forEach((value, i) => expect(value).toBeCloseTo(whole[at + i], 7));
    }
  });

  it('goes on where only its beginning had come when it was looked at', () => {
    const sound = new KeptSound(RATE, 2);
    sound.push(samples.subarray(0, 1100));
    expect(sound.cut('high', 1000, 0, 0.1)).toHaveLength(100);
    sound.push(samples.subarray(1100));
    const high = sound.cut('high', 1000, 0, 0.1);
    high.forEach((value, i) => expect(value).toBeCloseTo(whole[1000 + i], 7));
  });

  it('is of the last seconds, once earlier ones have gone', () => {
    const sound = new KeptSound(RATE, 0.5);
    sound.push(samples.subarray(0, 3000));
    sound.cut('high', 1000, 0, 0.2);
    sound.push(samples.subarray(3000, 6000));
    sound.push(samples.subarray(6000, 9000));
    const high = sound.cut('high', 7000, 0, 0.2);
    high.forEach((value, i) => expect(value).toBeCloseTo(whole[7000 + i], 7));
  });
});

import { chance } from '../../players/index.ts';
import { Periodicity } from './periodicity.ts';

const RATE = 48_000;
const piece = (value: (t: number) => number, lengthS = 0.06) =>
  Float32Array.from({ length: lengthS * RATE }, (_, i) => value(i / RATE));

const periodicityOf = (samples: Float32Array) => new Periodicity(RATE, 0.06).of(samples);
const glideCents = (samples: Float32Array) => new Periodicity(RATE, 0.08).glideCents(samples);

it.each([82, 196, 440, 880])('a tone of %i Hz is periodic, also with overtones and under noise', (hz) => {
  const random = chance(hz);
  const tone = (t: number) => Math.sin(2 * Math.PI * hz * t) + 0.5 * Math.sin(6 * Math.PI * hz * t);
  expect(periodicityOf(piece(tone))).toBeGreaterThan(0.9);
  expect(periodicityOf(piece((t) => tone(t) + 0.5 * (2 * random() - 1)))).toBeGreaterThan(0.7);
});

const noise = () => {
  const random = chance(3);
  return piece(() => 2 * random() - 1);
};
const silence = piece(() => 0);

it('noise is not, nor is silence', () => {
  expect(periodicityOf(noise())).toBeLessThan(0.4);
  expect(periodicityOf(silence)).toBeLessThan(0.1);
});

it('a low rumble is like itself a moment later, and still not periodic', () => {
  const random = chance(5);
  let low = 0;
  const rumble = piece(() => (low += 0.02 * (2 * random() - 1 - low)));
  expect(periodicityOf(rumble)).toBeLessThan(0.5);
});

describe('glide', () => {
  /** The pitch glides by so much from a quarter of the piece to three quarters of it. */
  const gliding = (hz: number, cents: number, lengthS = 0.08) => {
    const octavesASecond = cents / 1200 / (lengthS / 2);
    const random = chance(hz);
    return piece((t) => {
      const phase = (2 * Math.PI * hz * (2 ** (octavesASecond * t) - 1)) / (octavesASecond * Math.LN2);
      return Math.sin(phase) + 0.4 * Math.sin(2 * phase) + 0.02 * (2 * random() - 1);
    }, lengthS);
  };

  it.each([
    [100, 30],
    [100, -60],
    [220, 20],
    [350, -100],
    [100, 0.01],
    [220, 0.01],
    [523, 0.01],
  ])('of %i Hz by %d cents is told to 3 cents', (hz, cents) => {
    expect(Math.abs(glideCents(gliding(hz, cents))! - cents)).toBeLessThan(3);
  });

  // As a word does that is said with weight. Over 80 ms its higher partials come to lie across one another.
  it.each([100, -150, 200])('of a voice of 120 Hz by %d cents is told to a tenth', (cents) => {
    const octavesASecond = cents / 1200 / 0.04;
    const voice = piece((t) => {
      const phase = (2 * Math.PI * 120 * (2 ** (octavesASecond * t) - 1)) / (octavesASecond * Math.LN2);
      return [1, 2, 3, 4, 5, 6, 7, 8].reduce((sum, n) => sum + Math.sin(n * phase) / Math.sqrt(n), 0);
    }, 0.08);
    expect(Math.abs(glideCents(voice)! / cents - 1)).toBeLessThan(0.1);
  });

  it('from one note to another is a leap', () => {
    const leap = piece((t) => Math.sin(2 * Math.PI * (t < 0.04 ? 200 : 300) * t), 0.08);
    expect(glideCents(leap)).toBeNull();
  });

  it('of a piece that is cut short, as at the end of a sound, is told as well', () => {
    const whole = gliding(220, 100);
    expect(Math.abs(glideCents(whole.subarray(0, 0.06 * RATE))! - 75)).toBeLessThan(8);
    expect(glideCents(whole.subarray(0, 0.004 * RATE))).toBeNull();
  });

  it('noise has no pitch that could, nor has silence', () => {
    expect(glideCents(noise())).toBeNull();
    expect(glideCents(silence)).toBeNull();
  });
});

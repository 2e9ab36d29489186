import { READY_PLANS } from '../practice/index.ts';
import { compile } from '../plan/index.ts';
import { voiceSamples } from '../sound/index.ts';
import { ABOVE_HZ, highOf, highSounds, lowestHz, withoutLow } from './click-range.ts';
import { powerOf } from './power.ts';
import { clickSounds, lookedFor } from './click-voices.ts';

const RATE = 48_000;
const sine = (hz: number, length = 9600) =>
  Float32Array.from({ length }, (_, i) => Math.sin((2 * Math.PI * hz * i) / RATE));
/** Its power in the middle, where no end is near. */
const middle = (samples: Float32Array) =>
  powerOf(samples.subarray(3000, 6600)) / powerOf(sine(1000).subarray(3000, 6600));

it('what is low goes, what is high stays where and as loud as it was', () => {
  expect(middle(withoutLow(sine(50), 200, RATE))).toBeLessThan(1e-4);
  const high = sine(1600);
  const kept = withoutLow(high, 200, RATE);
  const off = high.map((value, i) => value - kept[i]);
  expect(middle(off)).toBeLessThan(1e-5);
});

it('at the frequency itself each of the two ways halves the power (Butterworth)', () => {
  expect(middle(highOf(sine(800), 800, RATE))).toBeCloseTo(0.5, 2);
  expect(middle(withoutLow(sine(800), 800, RATE))).toBeCloseTo(0.25, 2);
});

it('a wave that is cut in its middle leaves no step at its beginning', () => {
  const cut = sine(40).subarray(300);
  const loudest = Math.max(...withoutLow(cut, 300, RATE).subarray(0, 200).map(Math.abs));
  expect(loudest).toBeLessThan(0.15);
});

describe('the lowest of a click', () => {
  it('wood has nearly nothing below some hundred Hz, the low click is low itself, words are not looked for', () => {
    for (const accent of [true, false]) {
      const hz = lowestHz(`wood ${accent}`, RATE);
      expect(hz).toBeGreaterThan(150);
      expect(hz).toBeLessThan(400);
      // So little of it goes with what is lower.
      const whole = new Float32Array(9600);
      whole.set(voiceSamples('wood', accent, RATE), 1000);
      const low = withoutLow(whole, hz, RATE).map((value, i) => whole[i] - value);
      expect(powerOf(low)).toBeLessThan(1e-3 * powerOf(whole));
      expect(lowestHz(`low ${accent}`, RATE)).toBe(0);
    }
    expect(lowestHz('one false', RATE)).toBe(0);
  });

  it('at every rate of a recorder', () => {
    for (const rate of [22_050, 44_100, 96_000]) {
      expect(lowestHz('wood false', rate)).toBeGreaterThan(120);
      expect(lowestHz('wood false', rate)).toBeLessThan(400);
    }
  });
});

it('sounds that lie mostly high are looked for there', () => {
  const sounds = clickSounds(lookedFor(compile(READY_PLANS[3].plan)), RATE);
  const high = highSounds(sounds, RATE);
  expect([...high.keys()]).toEqual([...sounds.keys()]);
  for (const sound of high.values()) expect(powerOf(sound)).toBeCloseTo(1, 5);
  expect(highSounds(new Map([['low', sine(100, 576)]]), RATE).size).toBe(0);
  expect(ABOVE_HZ).toBeGreaterThan(lowestHz('wood true', RATE));
});

import { chance } from '../../players/index.ts';
import { HighPass } from './high-pass.ts';

const RATE = 48_000;

it.each([100, 200, 400])(
  'of a tone of %d Hz a Butterworth filter of second order at 200 Hz leaves as much',
  (hz) => {
    const tone = Float32Array.from({ length: RATE }, (_, i) => Math.sin((2 * Math.PI * hz * i) / RATE));
    const out = new Float32Array(2 ** 16);
    new HighPass(200, RATE).through(tone, 0, tone.length, out, 0);
    const power = out.subarray(RATE / 2, RATE).reduce((sum, value) => sum + value * value, 0) / (RATE / 2);
    // |H|² = 1 / (1 + (fc / f)⁴): Butterworth 1930; the bilinear transform bends nothing so far down.
    expect(2 * power).toBeCloseTo(1 / (1 + (200 / hz) ** 4), 3);
  },
);

it('through two at once the sound comes out as through each by itself', () => {
  const random = chance(4);
  const sound = Float32Array.from({ length: 5000 }, () => 2 * random() - 1);
  const cuts = [200, 3000];
  const alone = cuts.map((hz) => {
    const out = new Float32Array(8192);
    new HighPass(hz, RATE).through(sound, 0, sound.length, out, 0);
    return out;
  });
  const both = cuts.map(() => new Float32Array(8192));
  const [first, second] = cuts.map((hz) => new HighPass(hz, RATE));
  for (let at = 0; at < sound.length; at += 777)
    first.throughBoth(second, sound.subarray(at, at + 777), both[0], both[1], at);
  expect(both).toEqual(alone);
});

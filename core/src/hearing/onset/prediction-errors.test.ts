import { chance } from '../../players/index.ts';
import { strings } from '../../testing/strings.ts';
import { LowRate } from '../signal/low-rate.ts';
import { PredictionErrors } from './prediction-errors.ts';

const FORM = { leastHz: 11_000, orderS: 0.007, fromS: 0.06, everyS: 0.02 };

function risesOf(samples: Float32Array, rate: number) {
  const errors = new PredictionErrors(rate, FORM);
  const found = [];
  for (let at = 0; at < samples.length; at += 512) found.push(...errors.push(samples.subarray(at, at + 512)));
  return [...found, ...errors.end()].map(({ sample, ...rise }) => ({ ...rise, timeS: sample / rate }));
}
const noise = (rate: number, levelAt: (timeS: number) => number) => {
  const random = chance(4);
  return Float32Array.from({ length: 20 * rate }, (_, i) => levelAt(i / rate) * (2 * random() - 1));
};

describe.each([8000, 22_050, 44_100, 96_000])('at %i samples a second', (rate) => {
  it('noise comes to nothing, nor does silence, nor one after the other', () => {
    expect(
      risesOf(
        noise(rate, () => 0.1),
        rate,
      ),
    ).toEqual([]);
    expect(
      risesOf(
        noise(rate, () => 0),
        rate,
      ),
    ).toEqual([]);
    expect(
      risesOf(
        noise(rate, (timeS) => (timeS < 8 ? 0.1 : 0)),
        rate,
      ),
    ).toEqual([]);
  });

  it('noise that becomes louder by 6 dB is told once, and when', () => {
    const found = risesOf(
      noise(rate, (timeS) => (timeS < 7 ? 0.1 : 0.2)),
      rate,
    );
    expect(found).toHaveLength(1);
    expect(Math.abs(found[0].timeS - 7)).toBeLessThan(0.006);
    // Uniform noise of this level, less what was there before: a third of 0.2² - 0.1², as the level of a sine; at a lower rate so much less of it.
    const level =
      Math.sqrt((2 * (0.2 ** 2 - 0.1 ** 2)) / 3) * Math.sqrt(new LowRate(rate, 11_000).rate / rate);
    expect(found[0].level / level).toBeGreaterThan(0.7);
    expect(found[0].level / level).toBeLessThan(1.3);
  });

  it('a string that is plucked is told to a thousandth of a second', () => {
    const found = risesOf(strings(rate, 3, [{ timeS: 1, hz: 147, level: 0.1 }]), rate);
    expect(found).toHaveLength(1);
    expect(Math.abs(found[0].timeS - 1)).toBeLessThan(0.001);
  });
});

it('strings that ring, and swell into each other, go on as foretold', () => {
  const chord = [110, 110.7, 165, 220.9, 277, 330].map((hz) => ({ timeS: 0.5, hz, level: 0.05 }));
  expect(risesOf(strings(44_100, 4, chord), 44_100)).toHaveLength(1);
});

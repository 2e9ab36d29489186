import { chance } from '../../players/index.ts';
import { scored } from '../../testing/scored.ts';
import { strings } from '../../testing/strings.ts';
import { Ears, hear } from '../index.ts';
import { HighPass } from '../signal/high-pass.ts';

const times = (onsets: readonly { timeS: number }[]) => onsets.map(({ timeS }) => timeS);
/** A string every 0.8 s; and, between, what hisses. */
const STRINGS = Array.from({ length: 10 }, (_, i) => ({
  timeS: 0.5 + 0.8 * i,
  hz: 82 * 1.12 ** i,
  level: 0.15,
}));
/** Noise of the room. */
const ROOM = 0.005;
const HATS = STRINGS.slice(0, -1).flatMap(({ timeS }) => [timeS + 0.2, timeS + 0.4, timeS + 0.6]);

/** As a hi-hat is: noise above 8 kHz, dying away by half in 10 ms. */
function withHats(rate: number, hats: readonly number[]): Float32Array {
  const sound = strings(rate, 9, STRINGS, 0.001, ROOM);
  const random = chance(9);
  let hiss = Float32Array.from({ length: 2 ** 14 }, () => 2 * random() - 1);
  for (let pass = 0; pass < 4; pass++) {
    const higher = new Float32Array(hiss.length);
    new HighPass(8000, rate).through(hiss, 0, hiss.length, higher, 0);
    hiss = higher;
  }
  for (const timeS of hats) {
    const first = Math.ceil(timeS * rate);
    for (let k = 0; k < 0.08 * rate; k++) sound[first + k] += 0.04 * hiss[4000 + k] * 2 ** (-k / rate / 0.01);
  }
  return sound;
}

// What is foretold of the sound alone tells of none of these 27.
it.each([22_050, 44_100, 48_000, 96_000])(
  'hi-hats beside strings that ring are heard, and when: %i Hz',
  (rate) => {
    const { onsets } = hear(withHats(rate, HATS), rate, 'plucked');
    const truth = [...times(STRINGS), ...HATS].toSorted((a, b) => a - b);
    expect(scored(times(onsets), truth, 0.005)).toMatchObject({ missed: 0, extra: 0 });
  },
);

// A low string whose level goes up and down may seem to swell where a hi-hat sounds.
it('between strings they are heard as plucked where nobody says so', () => {
  const { kind, onsets } = hear(withHats(44_100, HATS), 44_100);
  expect(kind).toBe('plucked');
  expect(onsets).toHaveLength(STRINGS.length + HATS.length);
});

it('one that sounds with a string is no stroke of its own', () => {
  const near = STRINGS.map(({ timeS }, i) => timeS + [-0.03, 0.01, 0.03][i % 3]);
  expect(hear(withHats(44_100, near), 44_100, 'plucked').onsets).toHaveLength(STRINGS.length);
});

it('nor are two, one just before it and one just after it', () => {
  const near = STRINGS.flatMap(({ timeS }) => [timeS - 0.04, timeS + 0.04]);
  expect(hear(withHats(44_100, near), 44_100, 'plucked').onsets).toHaveLength(STRINGS.length);
});

it('they are the same in whatever pieces they come, in order, and soon', () => {
  const sound = withHats(44_100, HATS);
  const ears = new Ears(44_100, 'plucked');
  const told = [];
  for (let at = 0; at < sound.length; at += 100) {
    const now = ears.push(sound.subarray(at, at + 100));
    for (const { timeS } of now) expect(ears.heardS - timeS).toBeLessThan(0.1);
    told.push(...now);
  }
  told.push(...ears.end());
  expect(told).toEqual(hear(sound, 44_100, 'plucked').onsets);
});

it('one with which the sound ends is heard, too', () => {
  const sound = withHats(44_100, HATS).subarray(0, Math.round((HATS.at(-1)! + 0.03) * 44_100));
  const [last] = times(hear(sound, 44_100, 'plucked').onsets).slice(-1);
  expect(Math.abs(last - HATS.at(-1)!)).toBeLessThan(0.005);
});

it.each([8000, 22_050, 44_100])('a hiss that stays tells of nothing: %i Hz', (rate) => {
  const random = chance(3);
  const hiss = Float32Array.from({ length: 30 * rate }, () => 0.02 * (2 * random() - 1));
  expect(hear(hiss, rate, 'plucked').onsets).toEqual([]);
});

import { strings } from '../../testing/strings.ts';
import { scored } from '../../testing/scored.ts';
import { DyingAway } from './dying-away.ts';
import { hear } from '../index.ts';

const RATE = 44_100;
const pitch = (i: number) => 110 * 2 ** (((i * 5) % 12) / 12);

const APART_S = 0.5;
const DAMPED_AFTER_S = 0.32;
const QUIET = 0.00005;

/** In a quiet room each string is damped a while before the next is plucked: it dies away by half in so long. */
function damped(halfS: number): { sound: Float32Array; truthS: number[] } {
  const truthS = Array.from({ length: 24 }, (_, i) => 0.5 + APART_S * i);
  const sound = strings(RATE, 0.5 + APART_S * 24, [], 0, QUIET);
  truthS.forEach((timeS, i) => {
    const level = i % 2 === 1 ? 0.08 : 0.2;
    const note = strings(RATE, 2 * APART_S, [{ timeS: 0, hz: pitch(i), level }], 0.001, QUIET);
    const first = Math.round(timeS * RATE);
    for (let k = 0; k < note.length && first + k < sound.length; k++)
      sound[first + k] += note[k] * 2 ** (-Math.max(0, k - DAMPED_AFTER_S * RATE) / (halfS * RATE));
  });
  return { sound, truthS };
}

it.each([0.005, 0.01, 0.015])(
  'strings damped by half in %d s are heard once each, hardly ever once more as they are damped',
  (halfS) => {
    const { sound, truthS } = damped(halfS);
    const heardS = hear(sound, RATE, 'plucked').onsets.map(({ timeS }) => timeS);
    const { missed, extra } = scored(heardS, truthS, 0.01);
    expect(missed).toBe(0);
    expect(extra).toBeLessThanOrEqual(2);
  },
);

describe('nothing but dying away', () => {
  const loud = { rang: 0, level: 0.5, left: 0.5 };
  const after = (around: { rang: number; level: number; left: number }, riseDb: number, s = 0.2) => {
    const dyingAway = new DyingAway();
    expect(dyingAway.isAllAt(1, loud, 30)).toBe(false);
    return dyingAway.isAllAt(1 + s, around, riseDb);
  };

  it('is what becomes no louder and is soon gone, unless it rises by far', () => {
    expect(after({ rang: 0.3, level: 0.3, left: 0.1 }, 12)).toBe(true);
    expect(after({ rang: 0.3, level: 0.3, left: 0.15 }, 12)).toBe(false);
    expect(after({ rang: 0.3, level: 0.4, left: 0.1 }, 12)).toBe(false);
    expect(after({ rang: 0.3, level: 0.3, left: 0.1 }, 15)).toBe(false);
    expect(after({ rang: 0.3, level: 0.3, left: 0.04 }, 15)).toBe(true);
  });

  it('is what becomes no louder and is far under the loudest of late, unless it rises', () => {
    const faint = { rang: 0.1, level: 0.1, left: 0.1 };
    expect(after(faint, 7)).toBe(true);
    expect(after(faint, 9)).toBe(false);
    expect(after({ ...faint, level: 0.13 }, 7)).toBe(false);
    expect(after({ rang: 0.2, level: 0.2, left: 0.2 }, 7)).toBe(false);
    // What was loud long ago is forgotten.
    expect(after(faint, 7, 4)).toBe(false);
  });
});

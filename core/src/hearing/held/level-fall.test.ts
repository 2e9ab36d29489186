import { chance } from '../../players/index.ts';
import { LevelFalls } from './level-fall.ts';

const PIECE_S = 0.005;
const FELL_S = 0.5;

/** When levels that fell were told to have begun to, for a sound of so many dB at each moment; it begins after 50 ms of next to nothing. */
function told(dbAt: (timeS: number) => number, seconds = 1): number[] {
  const falls = new LevelFalls();
  const random = chance(2);
  const found: number[] = [];
  for (let piece = 0; piece * PIECE_S < seconds; piece++) {
    // A level is never quite the same twice.
    const db = (piece < 10 ? -90 : dbAt((piece + 0.5) * PIECE_S)) + 0.4 * (2 * random() - 1);
    const fall = falls.push(10 ** (db / 20));
    if (fall) found.push((piece - fall.ago) * PIECE_S);
  }
  return found;
}
/** From when it falls by 6 dB every 15 ms, as a note that is damped, down to the level of what goes on. */
const falls = (byDb: number, afterwards: (sinceS: number) => number) => (timeS: number) => {
  const sinceS = timeS - FELL_S;
  return sinceS < 0 ? -20 : Math.max(-20 - 400 * sinceS, -20 - byDb + afterwards(sinceS));
};

describe('a level that falls at once and goes on', () => {
  it.each([6, 8, 10])('by %d dB is told once, with when it began to fall', (byDb) => {
    const found = told(falls(byDb, () => 0));
    expect(found).toHaveLength(1);
    expect(Math.abs(found[0] - FELL_S)).toBeLessThan(0.004);
  });

  it('to a note that swells slowly is told', () => {
    const found = told(falls(10, (sinceS) => 50 * Math.min(0.16, sinceS)));
    expect(found).toHaveLength(1);
    expect(Math.abs(found[0] - FELL_S)).toBeLessThan(0.004);
  });
});

describe('nothing is told', () => {
  it.each([
    ['of what ends', falls(50, () => 0)],
    ['of what falls by little', falls(2.5, () => 0)],
    ['of what dies away in a room', falls(5, (sinceS) => -25 * sinceS)],
    [
      'of what has begun just before, louder',
      (t: number) => (t < FELL_S - 0.04 ? -70 : falls(6, () => 0)(t)),
    ],
    ['of what comes back at once: that begins by itself', falls(9, (sinceS) => (sinceS > 0.04 ? 9 : 0))],
    ['of what sways by 6 dB six times a second', (t: number) => -20 + 3 * Math.sin(12 * Math.PI * t)],
    [
      'of two tones that beat eight times a second',
      (t: number) => -20 + 20 * Math.log10(1e-3 + Math.abs(Math.cos(8 * Math.PI * t))),
    ],
    ['of what becomes softer by and by', (t: number) => -20 - 40 * t],
    ['of what is far under what was heard before', (t: number) => (t < 0.15 ? 20 : falls(6, () => 0)(t))],
  ])('%s', (_, dbAt) => {
    expect(told(dbAt)).toEqual([]);
  });
});

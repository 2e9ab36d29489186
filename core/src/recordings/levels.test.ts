import { Levels } from './levels.ts';

const RATE = 1000;
const levelsOf = (...parts: [seconds: number, level: number][]) => {
  const levels = new Levels(RATE);
  for (const [seconds, level] of parts) levels.push(new Float32Array(seconds * RATE).fill(level));
  return levels;
};

it('how loud it is, at a time or just after it', () => {
  const levels = levelsOf([0.5, 0.1], [0.5, 0.4]);
  expect([levels.at(0.2), levels.at(0.495), levels.at(0.7)]).toEqual([0.1, 0.4, 0.4].map(Math.fround));
  expect(levels.at(5)).toBe(0);
});

it('what becomes louder by so much swells there, and nowhere else', () => {
  const levels = levelsOf([0.5, 0.2], [0.5, 0.4]);
  expect([0.3, 0.46, 0.5, 0.54, 0.7].map((timeS) => levels.swells(timeS, 3))).toEqual([
    ...[false, true, true, true, false],
  ]);
  // Twice as loud is 6.02 dB.
  expect([6, 6.1].map((db) => levels.swells(0.5, db))).toEqual([true, false]);
  // From a silence, and out of one.
  expect(levelsOf([0.5, 0], [0.5, 0.01]).swells(0.5, 3)).toBe(true);
});

it('a tone goes on, a click does not, whatever comes next', () => {
  expect(levelsOf([0.5, 0], [0.5, 0.1]).lasts(0.5, 0.4)).toBe(true);
  expect(levelsOf([0.5, 0], [0.5, 0.1]).lasts(0.5, 0.6)).toBe(false);
  expect(levelsOf([0.5, 0], [0.1, 0.4], [0.06, 0.01], [0.5, 0.4]).lasts(0.5, 0.4)).toBe(false);
});

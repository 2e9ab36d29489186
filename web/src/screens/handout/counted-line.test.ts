import { Fraction } from '@feldspar/core/time';
import { countedLine } from './counted-line.ts';

const meter = (beats: number) => ({ beats, unit: new Fraction(1, 4) });

// As it is counted aloud (common practice, no source).
it.each([
  [4, 'e and a', [{ at: ['1/4', '3/4'] }], '1 2 3 4'],
  [4, 'e and a', [{ at: ['3/8'] }], '1 2 & 3 4'],
  [2, 'e and a', [{ at: ['5/16', '7/16'] }], '1 2 e a'],
  [3, 'la li', [{ at: ['1/3'] }], '1 2 la 3'],
  [4, 'and', [{ every: '1/4' }], '1 2 3 4'],
] as const)('a bar of %i by “%s”', (beats, system, clicks, line) => {
  expect(countedLine(meter(beats), system, clicks as never)).toBe(line);
});

import fc from 'fast-check';
import { onsetsToCsv, onsetsToLabels, readOnsets } from './onset-lists.ts';

const onsets = fc.array(
  fc.record(
    {
      timeS: fc.integer({ min: 0, max: 7_200_000_000 }).map((us) => us / 1e6),
      strength: fc.constantFrom(0.25, 0.5, 1),
    },
    { requiredKeys: ['timeS'] },
  ),
  { minLength: 1, maxLength: 40 },
);

/** In order of strength; those without one come first. */
const strengths = (list: readonly { strength?: number }[]) =>
  list.map(({ strength = -1 }) => strength).sort((a, b) => a - b);

it('what is written is read back, to the microsecond', () => {
  fc.assert(
    fc.property(onsets, (list) => {
      const inOrder = [...list].sort((a, b) => a.timeS - b.timeS);
      const times = inOrder.map(({ timeS }) => expect.closeTo(timeS, 6));
      expect(readOnsets(onsetsToLabels(inOrder)).map(({ timeS }) => timeS)).toEqual(times);
      const csv = readOnsets(onsetsToCsv(inOrder));
      expect(csv.map(({ timeS }) => timeS)).toEqual(times);
      // Of two at one moment either may come first.
      expect(strengths(csv)).toEqual(strengths(inOrder));
    }),
  );
});

// Common practice of label tracks: seconds, tabs, a second line of frequencies where a label has them.
it('label tracks as audio editors write them', () => {
  expect(readOnsets('0.500000\t0.500000\tone\n\\\t120.0\t480.0\n1.250000\t1.750000\theld\n')).toEqual([
    { timeS: 0.5, text: 'one' },
    { timeS: 1.25, endS: 1.75, text: 'held' },
  ]);
});

it('CSV with another heading, semicolons, quotes, a byte order mark, and times out of order', () => {
  expect(readOnsets('\uFEFFonset;level\r\n"2.5";0.1\r\n1,\r\n')).toEqual([
    { timeS: 1 },
    { timeS: 2.5, strength: 0.1 },
  ]);
});

it.each([
  ['hello\nworld', /Line 2 begins with “world”; a time in seconds/],
  ['1.0\n-2', /Line 2 begins with “-2”/],
  ['', /holds no times/],
  ['time\n', /holds no times/],
])('%j is refused with the line and what is expected', (text, message) => {
  expect(() => readOnsets(text)).toThrow(message);
});

it('whatever text it is given, it reads it or says why not', () => {
  fc.assert(
    fc.property(fc.string({ maxLength: 200 }), (text) => {
      try {
        for (const { timeS } of readOnsets(text)) expect(Number.isFinite(timeS)).toBe(true);
      } catch (error) {
        expect(error).toBeInstanceOf(RangeError);
      }
    }),
  );
});

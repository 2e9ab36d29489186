import jstat from 'jstat';
import fc from 'fast-check';
import { mean, median, percentile98, standardDeviation } from './index.ts';

const general = (jstat as unknown as { jStat: Record<string, (values: number[], flag?: boolean) => number> })
  .jStat;
const values = fc.array(fc.double({ min: -1e4, max: 1e4, noNaN: true }), { minLength: 2, maxLength: 60 });

it('property: mean, spread and median agree with a general statistics library (jstat)', () => {
  fc.assert(
    fc.property(values, (list) => {
      expect(mean(list)).toBeCloseTo(general.mean(list), 6);
      expect(standardDeviation(list)!).toBeCloseTo(general.stdev(list, true), 6);
      expect(median(list)).toBeCloseTo(general.median(list), 6);
    }),
  );
});

it('says nothing where there is nothing to say', () => {
  expect(standardDeviation([7])).toBeNull();
  expect(median([])).toBeNaN();
  expect(percentile98([])).toBe(0);
});

it('98 of the numbers 0 to 99 lie below 98', () => {
  expect(percentile98(Array.from({ length: 100 }, (_, i) => 99 - i))).toBe(98);
});

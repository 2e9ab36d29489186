import jstat from 'jstat';
import fc from 'fast-check';
import { TheilSenRegression } from 'ml-regression-theil-sen';
import { mean, median, percentile98, standardDeviation, studentInterval, theilSen } from './index.ts';

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

it('property: the robust line is that of a general regression library (ml-regression-theil-sen)', () => {
  // Of an even number of slopes the library takes one of the two in the middle; these lengths give an odd number.
  const ys = fc
    .constantFrom(3, 6, 7, 10, 11, 15, 22)
    .chain((n) => fc.array(fc.double({ min: -1e3, max: 1e3, noNaN: true }), { minLength: n, maxLength: n }));
  fc.assert(
    fc.property(ys, (list) => {
      const xs = list.map((_, i) => i);
      expect(theilSen(xs, list).slope).toBeCloseTo(new TheilSenRegression(xs, list).slope, 9);
    }),
  );
});

it('a point far off does not move the robust line', () => {
  const line = theilSen([0, 1, 2, 3, 4, 5, 6], [0, 2, 4, 99, 8, 10, 12]);
  expect(line).toEqual({ slope: 2, x: 3, y: 6 });
});

it('no pair far enough apart gives no slope', () => {
  expect(theilSen([0, 1], [0, 5], 10).slope).toBeNaN();
});

it('Student’s t, two-sided 95 %: 4.303 with 2, 2.228 with 10 degrees of freedom (handbook table)', () => {
  expect(studentInterval(0.95, 2)).toBeCloseTo(4.303, 3);
  expect(studentInterval(0.95, 10)).toBeCloseTo(2.228, 3);
});

import jstat from 'jstat';
import fc from 'fast-check';
import { leastSquares } from './index.ts';

interface Fitted {
  coef: number[];
  t: { se: number[]; sigmaHat: number };
}
/** A general statistics library's own regression, by matrices. */
const general = (jstat as unknown as { jStat: { models: { ols(ys: number[], xs: number[][]): Fitted } } })
  .jStat.models;

it('property: slope, intercept and the slope’s error are those of a general statistics package (jstat)', () => {
  const points = fc.array(
    fc.record({ x: fc.integer({ min: -200, max: 200 }), y: fc.integer({ min: -1000, max: 1000 }) }),
    { minLength: 4, maxLength: 40 },
  );
  fc.assert(
    fc.property(points, (list) => {
      const xs = list.map(({ x }) => x);
      fc.pre(new Set(xs).size > 2);
      const ys = list.map(({ y }) => y);
      const own = leastSquares(xs, ys)!;
      const { coef, t } = general.ols(
        ys,
        xs.map((x) => [1, x]),
      );
      expect(own.intercept).toBeCloseTo(coef[0], 5);
      expect(own.slope).toBeCloseTo(coef[1], 6);
      const student = (jstat as unknown as { jStat: { studentt: { inv(p: number, dof: number): number } } })
        .jStat.studentt;
      expect(own.slopeWithin).toBeCloseTo(student.inv(0.975, xs.length - 2) * t.se[1], 4);
    }),
  );
});

it('ten points of a handbook (Anscombe 1973, American Statistician 27, first set): slope 0.500, its standard error 0.118', () => {
  const xs = [10, 8, 13, 9, 11, 14, 6, 4, 12, 7, 5];
  const ys = [8.04, 6.95, 7.58, 8.81, 8.33, 9.96, 7.24, 4.26, 10.84, 4.82, 5.68];
  const line = leastSquares(xs, ys)!;
  expect(line.slope).toBeCloseTo(0.5, 3);
  expect(line.intercept).toBeCloseTo(3.0, 3);
  // t of 0.975 with 9 degrees of freedom is 2.262.
  expect(line.slopeWithin / 2.262).toBeCloseTo(0.118, 3);
});

it('says nothing of two points, or of points above each other', () => {
  expect(leastSquares([1, 2], [3, 4])).toBeNull();
  expect(leastSquares([5, 5, 5], [1, 2, 3])).toBeNull();
});

import { weekPoints } from './trend-line.ts';

const point = (day: string, mean: number) => ({ day, mean, sd: null, n: 1 });

it('is a point a week, the oldest first, with what its days leave open; up is better', () => {
  const points = [point('2026-11-10', 40), point('2026-11-24', 30), point('2026-11-28', 20)];
  const [older, now] = weekPoints({ figure: 'return', points, change: null }, '2026-11-28');
  expect(older).toEqual({ week: 2, value: -40, open: null });
  // Two days, 30 and 20: their standard error is 5.
  expect(now).toEqual({ week: 0, value: -25, open: expect.closeTo(1.96 * 5, 6) });
  expect(weekPoints({ figure: 'hold', points, change: null }, '2026-11-28')[1].value).toBe(25);
});

it('leaves out what is older than twelve weeks', () => {
  expect(
    weekPoints({ figure: 'hold', points: [point('2026-08-01', 4)], change: null }, '2026-11-28'),
  ).toEqual([]);
});

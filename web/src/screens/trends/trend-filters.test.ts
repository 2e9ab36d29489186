import { dayNumber } from '@feldspar/core/trends';
import { periodFrom, readGoal, readTempo, timeAxis, withinOf } from './trend-filters.ts';

const NOW = new Date('2026-11-28T12:00:00');

it('a time begins so many days ago; all of it has no beginning', () => {
  expect(periodFrom('weeks', NOW)).toBe('2026-10-31');
  expect(periodFrom('months', NOW)).toBe('2026-08-28');
  expect(periodFrom('all', NOW)).toBeUndefined();
});

it.each([
  ['family-5', { family: 5 }],
  ['b7a3c1de-0001-4f5d-9a10-5e1d5a000001', { plan: 'b7a3c1de-0001-4f5d-9a10-5e1d5a000001' }],
  ['anything', {}],
  ['family-five', {}],
])('%s is of %j', (what, expected) => expect(withinOf(what)).toEqual(expected));

it('tempos and goals of the address are numbers, or none', () => {
  expect(['92', ' 110.5 ', '', 'fast', '0', '5000', null].map(readTempo)).toEqual([
    92,
    110.5,
    null,
    null,
    null,
    null,
    null,
  ]);
  expect(readGoal('return', null)).toBe(30);
  expect(readGoal('offset', 'late')).toBe(0);
  expect(readGoal('tempo', null)).toBeNull();
  expect(readGoal('tempo', '120')).toBe(120);
});

it('the axis reaches from the first day that has something to today, in few marks', () => {
  const days = [{ day: '2026-10-01' }, { day: '2026-11-20' }];
  expect(timeAxis(days, undefined, NOW)).toEqual({
    from: dayNumber('2026-10-01'),
    to: dayNumber('2026-11-28'),
    step: 14,
  });
  // Nobody looks at ten empty weeks before the first take.
  expect(timeAxis(days, '2026-01-01', NOW).from).toBe(dayNumber('2026-09-24'));
  expect(timeAxis([], undefined, NOW).to - timeAxis([], undefined, NOW).from).toBe(7);
});

import type { PlanItem } from '@feldspar/core/wire';
import { fits } from '../../text/search.ts';
import { isFound, sorted } from './find-plans.ts';

const plan = (title: string, bpm: number, beat = '1/4'): PlanItem => ({
  ...{ id: title, title, trains: '', ready: false, revision: 1, sheet: false, unreadable: null },
  tempo: { bpm, beat },
});

it('every typed word must be there, whatever its case and accents', () => {
  expect(fits('', 'anything')).toBe(true);
  expect(fits('growing SIL', 'Growing silence')).toBe(true);
  expect(fits('cajon', 'For Cajón')).toBe(true);
  expect(fits('growing click', 'Growing silence')).toBe(false);
});

it('what a plan trains is looked through too', () => {
  expect(isFound('pulse', { title: 'Click on 4', trains: 'the inner pulse' })).toBe(true);
});

it('own plans by name know numbers, and by tempo what note is counted', () => {
  const plans = [plan('Take 10', 60, '1/2'), plan('take 9', 100), plan('Ärger', 50)];
  const titles = (order: 'newest' | 'title' | 'tempo') => sorted(plans, order).map(({ title }) => title);
  expect(titles('newest')).toEqual(['Take 10', 'take 9', 'Ärger']);
  expect(titles('title')).toEqual(['Ärger', 'take 9', 'Take 10']);
  expect(titles('tempo')).toEqual(['Ärger', 'take 9', 'Take 10']);
});

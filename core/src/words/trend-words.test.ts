import type { Trend } from '../trends/index.ts';
import { changeText, changeWords, trendHeadline } from './index.ts';

const points = Array.from({ length: 6 }, (_, i) => ({ day: `2026-11-0${i + 1}`, mean: 1, sd: null, n: 1 }));
const trend = (figure: Trend['figure'], from: number, to: number, within: number): Trend => ({
  ...{ figure, points },
  change: {
    ...{ from, to, change: to - from },
    ci95: [to - from - within, to - from + within],
    sure: Math.abs(to - from) > within,
  },
});

it.each([
  [trend('return', 41.2, 18, 8), 'It went from 41 to 18 ms: 23 less (15 to 31).'],
  [trend('hold', 4, 9.5, 2), 'It went from 4.0 to 9.5 beats: 5.5 more (3.5 to 7.5).'],
  [trend('offset', -20, 4, 6), 'It went from 20 ms early to 4 ms late: 24 later (18 to 30).'],
  [trend('offset', 3, -15, 6), 'It went from 3 ms late to 15 ms early: 18 earlier (12 to 24).'],
  [trend('tempo', 84, 104, 4), 'It went from 84 to 104 a minute: 20 more (16 to 24).'],
  [trend('spread', 20, 18, 6), 'No change that can be named: days differ more than weeks do.'],
  [
    { figure: 'spread' as const, points: points.slice(0, 3), change: null },
    'Too few days to say: 3 of five.',
  ],
  [{ figure: 'hold' as const, points: [], change: null }, 'No take says anything of it yet.'],
])('a change is named with its interval, or not at all', (of, expected) => {
  expect(changeWords(of)).toBe(expected);
});

it('in a line the same is said shortly', () => {
  expect(changeText(trend('return', 41.2, 18, 8))).toBe('41 to 18 ms, 23 less (15 to 31)');
  expect(changeText(trend('offset', -20, 4, 6))).toBe('20 ms early to 4 ms late, 24 later (18 to 30)');
  expect(changeText(trend('spread', 20, 18, 6))).toBe('');
});

it('the heading names the surest gain; what got worse, or is a matter of style, is none', () => {
  const gains = [trend('spread', 30, 20, 9), trend('return', 41, 18, 8), trend('offset', -30, 0, 2)];
  expect(trendHeadline(gains, 90, 12)).toBe('Error at the return: from 41 to 18 ms.');
  expect(trendHeadline([trend('return', 18, 41, 8)], 90.4, 12)).toBe('90 minutes on 12 days.');
  expect(trendHeadline([], 0.4, 1)).toBe('1 minute on one day.');
  expect(trendHeadline([], 0, 0)).toBe('Nothing was played in this time.');
});

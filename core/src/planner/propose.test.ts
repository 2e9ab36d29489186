import fc from 'fast-check';
import { readyPlanOf } from '../practice/index.ts';
import { clickRateFor } from '../reference/index.ts';
import { placementOfPlan } from '../practice/index.ts';
import { tempo, tempoName } from '../time/index.ts';
import {
  type Due,
  LONGEST_SLICE,
  type ProposedItem,
  oneClickAgenda,
  proposeAgenda,
  todaysTempo,
} from './index.ts';

const PLANS = ['Every beat', 'Backbeat click', 'One click a bar'].map((title, i): Due => ({
  planId: `b7a3c1de-000${i + 1}-4f5d-9a10-5e1d5a00000${i + 1}`,
  title,
  tempo: tempo(80 + 10 * i, '1/4'),
  reason: i === 0 ? 'present' : 'review',
}));
const said = (items: readonly ProposedItem[]) =>
  items.map(({ kind, minutes, due }) => (kind === 'break' ? `break ${minutes}` : `${due!.title} ${minutes}`));
const total = (items: readonly ProposedItem[]) => items.reduce((sum, { minutes }) => sum + minutes, 0);

it.each([
  [10, ['Every beat 10']],
  [20, ['Every beat 10', 'Backbeat click 10']],
  // A warm-up of five; a break once more than twenty-five are played.
  [45, ['Every beat 5', 'Every beat 12', 'break 5', 'Backbeat click 12', 'One click a bar 11']],
  [
    95,
    [
      ...['Every beat 5', 'Every beat 14', 'Backbeat click 14', 'break 5'],
      ...['One click a bar 13', 'Every beat 13', 'break 5', 'Backbeat click 13', 'One click a bar 13'],
    ],
  ],
])('%i minutes of rotation', (minutes, expected) => {
  expect(said(proposeAgenda({ minutes, breaks: true }, { purpose: 'rotation' }, PLANS))).toEqual(expected);
});

it('property: it fills the minutes, no slice bores, breaks stand between and are left out where they are not wanted', () => {
  const purposes = fc.constantFrom<'rotation' | 'depth'>('rotation', 'depth');
  fc.assert(
    fc.property(fc.integer({ min: 5, max: 240 }), purposes, fc.boolean(), (minutes, purpose, breaks) => {
      const items = proposeAgenda({ minutes, breaks }, { purpose }, PLANS);
      expect(total(items)).toBe(minutes);
      expect(Math.max(...items.map((item) => item.minutes))).toBeLessThanOrEqual(LONGEST_SLICE);
      expect(items.at(-1)!.kind).toBe('play');
      expect(items.some(({ kind }, i) => kind === 'break' && items[i + 1].kind === 'break')).toBe(false);
      if (!breaks) expect(items.some(({ kind }) => kind === 'break')).toBe(false);
      let played = 0;
      for (const item of items) {
        played = item.kind === 'break' ? 0 : played + item.minutes;
        if (breaks) expect(played).toBeLessThanOrEqual(45);
      }
    }),
  );
});

it('depth is one thing from several sides: slower, faster, with a silence, from off the beat', () => {
  const items = proposeAgenda({ minutes: 60, breaks: false }, { purpose: 'depth' }, PLANS.slice(1), 9);
  expect(items.slice(1).map(({ due }) => [due!.reason, due!.title, tempoName(due!.tempo)])).toEqual([
    ['present', 'Backbeat click', 'quarter = 90'],
    ['slower', 'Backbeat click', 'quarter = 81'],
    ['silence', 'Silence of 2 bars', 'quarter = 84'],
    ['faster', 'Backbeat click', 'quarter = 99'],
    ['elsewhere', 'The click as off-beat eighths', 'quarter = 90'],
    ['present', 'Backbeat click', 'quarter = 90'],
  ]);
  for (const { due } of items) expect(readyPlanOf(due!.planId)).not.toBeNull();
});

it.each([
  // Ten days, three of which it should stand already: the seventh root of 100/80 each day.
  [80, 100, 10, 83],
  [80, 100, 4, 100],
  [80, 100, 0, 100],
  [80, 100, 60, 80],
  [104, 100, 10, 100],
])('from %i to %i in %i days, today %i', (now, goal, days, expected) => {
  expect(todaysTempo(tempo(now, '1/4'), tempo(goal, '1/4'), days).bpm.valueOf()).toBe(expected);
});

it('property: walking day by day it arrives, never slower than the day before', () => {
  const cases = fc.tuple(
    fc.integer({ min: 40, max: 120 }),
    fc.integer({ min: 0, max: 60 }),
    fc.integer({ min: 4, max: 60 }),
  );
  fc.assert(
    fc.property(cases, ([from, more, days]) => {
      const goal = tempo(from + more, '1/4');
      let now = tempo(from, '1/4');
      for (let left = days; left >= 0; left--) {
        const next = todaysTempo(now, goal, left);
        expect(next.bpm.valueOf()).toBeGreaterThanOrEqual(Math.min(now.bpm.valueOf(), goal.bpm.valueOf()));
        now = next;
      }
      expect(now.bpm.equals(goal.bpm)).toBe(true);
    }),
  );
});

it('two hours from one click setting: its speed is never touched', () => {
  const items = oneClickAgenda(80);
  expect(total(items)).toBe(120);
  const placed = items.filter(({ kind }) => kind === 'play');
  expect(placed.length).toBeGreaterThanOrEqual(6);
  for (const { due } of placed) {
    const placement = placementOfPlan(due!.planId)!;
    expect(clickRateFor(placement, due!.tempo).valueOf()).toBe(80);
  }
  expect(items.filter(({ kind }) => kind === 'break').length).toBeGreaterThanOrEqual(2);
});

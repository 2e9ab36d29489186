/** What a teacher is told of a player, as a table of histories. Today is Saturday 28 November 2026. */
import { READY_PATHS } from '../paths/index.ts';
import { READY_PLANS, placementPlanId } from '../practice/index.ts';
import { placements } from '../reference/index.ts';
import type { TakeFigures } from '../take/index.ts';
import { dayNumber, dayOfNumber } from '../trends/index.ts';
import { type GivenWork, type SeenTake, URGENCY, playerWeek } from './index.ts';

const TODAY = '2026-11-28';
const GROWING = READY_PLANS[3];
const daysAgo = (n: number) => dayOfNumber(dayNumber(TODAY) - n);

interface Played {
  ago: number;
  bpm?: number;
  planId?: string;
  good?: number;
  early?: number;
  late?: number;
  uneven?: number;
  offsetMs?: number;
  returnMs?: number;
}
function take({
  ago,
  bpm = 92,
  planId = GROWING.id,
  good = 0,
  early = 0,
  late = 0,
  uneven = 0,
  ...more
}: Played): SeenTake {
  const figures: TakeFigures = {
    ...{ playedS: 120, spreadMs: 20, returns: 8, holdBeats: null, tempoPercent: 0 },
    ...{ offsetMs: more.offsetMs ?? 0, returnMs: more.returnMs ?? null },
    trials: { of: 'returns', good, early, late, uneven },
  };
  return { day: daysAgo(ago), tempo: { bpm, beat: '1/4' }, title: 'Growing silence', planId, figures };
}
const many = (n: number, of: Omit<Played, 'ago'>, every = 2) =>
  Array.from({ length: n }, (_, i) => take({ ...of, ago: 1 + every * i }));
const weekOf = (takes: SeenTake[], work: GivenWork[] = []) =>
  playerWeek({ takes, walked: null, work, today: TODAY });
const needOf = (takes: SeenTake[], work: GivenWork[] = []) => weekOf(takes, work).need;

const work = (state: 'late' | 'begun', until: string): GivenWork => ({
  ...{ id: 'a', unit: 'take', title: 'Halves and rests' },
  standing: { state, done: 2, of: 4, from: daysAgo(7), until, otherTempo: 0, held: false, before: null },
});

it('minutes fall on their days, from Monday on', () => {
  // Saturday: the Monday is five days ago.
  const { days, minutes, daysPractised } = weekOf([
    take({ ago: 0 }),
    take({ ago: 0 }),
    take({ ago: 5 }),
    take({ ago: 6 }),
  ]);
  expect(days.map(({ minutes: one }) => one)).toEqual([2, 0, 0, 0, 0, 4, 0]);
  expect(days[0].day).toBe('2026-11-23');
  expect([minutes, daysPractised]).toEqual([6, 2]);
});

it.each<[string, SeenTake[], GivenWork[], object]>([
  ['nobody who has played nothing is anything but new', [], [], { kind: 'new' }],
  ['ten days without a take', [take({ ago: 12, good: 8 })], [], { kind: 'away', since: daysAgo(12) }],
  [
    'late work stands before all else',
    many(12, { good: 4, early: 4 }),
    [work('late', daysAgo(1))],
    { kind: 'late', done: 2, of: 4 },
  ],
  ['work by tomorrow', [take({ ago: 1, good: 8 })], [work('begun', daysAgo(-1))], { kind: 'due' }],
  [
    'work by next week is not due yet',
    [take({ ago: 1, good: 8 })],
    [work('begun', daysAgo(-9))],
    { kind: 'nearly' },
  ],
  [
    'twelve takes that gain nothing',
    many(12, { good: 5, early: 5 }),
    [],
    { kind: 'stuck', takes: 12, since: daysAgo(23) },
  ],
  ['hurried nearly always', many(3, { good: 3, early: 6 }), [], { kind: 'hurries', below: null }],
  ['dragged nearly always', many(3, { good: 3, late: 6 }), [], { kind: 'drags' }],
  [
    'hurried only where it is slow',
    [...many(3, { good: 2, early: 8, bpm: 70 }), ...many(2, { good: 9, early: 1, bpm: 100 })],
    [],
    { kind: 'hurries', below: 100, steadyAt: 100 },
  ],
  [
    'dragged only where it is fast',
    [...many(3, { good: 2, late: 8, bpm: 140 }), ...many(2, { good: 9, late: 1, bpm: 100 })],
    [],
    { kind: 'drags', above: 100, steadyAt: 100 },
  ],
  [
    'a few good returns from the next step',
    [take({ ago: 1, good: 8 })],
    [],
    { kind: 'nearly', anotherDay: true },
  ],
])('%s', (_, takes, given, need) => {
  expect(needOf(takes, given)).toMatchObject(need);
});

it('a change that is sure is named, with whether it is for the better', () => {
  const takes = many(12, { good: 9, early: 1 }).map((one, i) => ({
    ...one,
    figures: { ...one.figures!, returnMs: 20 + 3 * i + (i % 2) },
  }));
  const { trend, need } = weekOf(takes);
  expect(trend.figure).toBe('return');
  expect(need).toMatchObject({ kind: 'changed', figure: 'return', better: true });
  const turned = takes.map((one, i) => ({ ...one, figures: takes[takes.length - 1 - i].figures }));
  expect(weekOf(turned).need).toMatchObject({ kind: 'changed', better: false });
});

describe('advice to somebody who is stuck', () => {
  const stuckOn = (of: Omit<Played, 'ago'>) => needOf(many(12, of));
  it.each([
    [
      'always early, from the middle on: slower',
      { good: 5, early: 5, bpm: 110 },
      { advice: 'slower', to: { bpm: '99', beat: '1/4' } },
    ],
    [
      'always late where it is slow: faster',
      { good: 5, late: 5, bpm: 60 },
      { advice: 'faster', to: { bpm: '66', beat: '1/4' } },
    ],
    ['to both sides: a magnifier', { good: 4, early: 3, late: 3 }, { advice: 'magnifier' }],
    ['scattered: a magnifier', { good: 4, early: 1, uneven: 5 }, { advice: 'magnifier' }],
    ['always 60 ms aside: the equipment', { good: 5, late: 5, offsetMs: 60 }, { advice: 'latency' }],
  ])('%s', (_, of, advice) => {
    expect(stuckOn(of)).toMatchObject({ kind: 'stuck', ...advice });
  });

  it('aside by something else each day is no equipment', () => {
    const takes = many(12, { good: 5, late: 5 }).map((one, i) => ({
      ...one,
      figures: { ...one.figures!, offsetMs: 60 + 40 * (i % 2) },
    }));
    expect(needOf(takes)).toMatchObject({ kind: 'stuck', advice: expect.not.stringMatching('latency') });
  });

  it('a place of a slow click that is never found: another place is worth a week', () => {
    const planId = placementPlanId(placements()[3]);
    expect(needOf(many(12, { good: 5, early: 5, planId, bpm: 32 }))).toMatchObject({ kind: 'stuck' });
  });
});

it('is told of what was played of late, not of the last take alone', () => {
  const stuckOn = many(12, { good: 5, early: 5 });
  expect(needOf([take({ ago: 0, good: 9, early: 1, planId: READY_PLANS[0].id }), ...stuckOn])).toMatchObject({
    kind: 'stuck',
    planId: GROWING.id,
  });
});

it('whoever gets better is not stuck, nor whoever holds', () => {
  const gaining = Array.from({ length: 12 }, (_, i) =>
    take({ ago: 1 + 2 * i, good: 9 - Math.floor(i / 2), early: 1 + Math.floor(i / 2) }),
  );
  expect(needOf(gaining).kind).not.toBe('stuck');
  expect(needOf(many(12, { good: 10 })).kind).not.toBe('stuck');
});

it('a path of which every step holds is done', () => {
  const { path } = READY_PATHS[0];
  const takes = path.steps.flatMap(({ planId, tempo }) =>
    [1, 2, 3, 4].map((ago) => ({ ...take({ ago, good: 10, planId }), tempo })),
  );
  const { need } = playerWeek({ takes, walked: path, work: [], today: TODAY });
  expect(need.kind).toBe('steady');
});

it('every kind of need has its place in the order', () => {
  expect(new Set(URGENCY).size).toBe(URGENCY.length);
  expect(URGENCY).toHaveLength(11);
});

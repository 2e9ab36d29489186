import { placementOf, clickRateFor } from '../reference/index.ts';
import { quartersPerMinute, tempo } from '../time/index.ts';
import { reasonOf } from '../words/index.ts';
import { FAMILIES, READY_PLANS, placementOfPlan, placementPlanId } from '../practice/index.ts';
import type { Trials } from '../timing/index.ts';
import { type PastTake, suggest } from './index.ts';

const OWN = '9b1c1b52-58a8-4c0a-8d3e-9e3f6f0a0001';
const none = { good: 0, early: 0, late: 0, uneven: 0 };
const past = (
  step: number | string,
  day: number,
  trials: Partial<Trials>,
  at: PastTake['tempo'] = { bpm: 84, beat: '1/4' },
): PastTake => ({
  planId: typeof step === 'number' ? READY_PLANS[step].id : step,
  tempo: at,
  day: `day ${day}`,
  figures: { trials: { of: 'returns', ...none, ...trials } },
});
const times = <Item>(n: number, item: Item): Item[] => Array.from({ length: n }, () => item);
const quarters = (takes: readonly PastTake[]) => {
  const { tempo: at } = suggest(takes);
  return at && quartersPerMinute(at).valueOf();
};

/** Newest first; what must come. */
const HISTORIES: [
  name: string,
  takes: PastTake[],
  step: number | string,
  does: string,
  quarter: number | null,
  said: RegExp,
][] = [
  ['nobody has played', [], 0, 'begin', null, /Begin with the full click/],
  [
    'a good player, on one day',
    times(3, past(3, 1, { good: 4 })),
    3,
    'stay',
    84,
    /12 of 12 returns held, on one day\. For the next step: one more good return on another day/,
  ],
  [
    'a good player, on the next day',
    [past(3, 2, { good: 4 }), ...times(3, past(3, 1, { good: 4 }))],
    4,
    'go on',
    84,
    /16 of 16 returns held, on two days/,
  ],
  [
    'a take turned round onto the click, after good ones',
    [past(1, 2, { why: 'turned round' }), ...times(3, past(1, 1, { of: 'bars', good: 16 }))],
    1,
    'stay',
    84,
    /the click became one/,
  ],
  ['cut short', [past(3, 1, { why: 'mostly missed' })], 3, 'stay', 84, /play it through once/],
  [
    'nine hurried takes and one steady one at a slower tempo',
    [past(3, 2, { good: 4 }, { bpm: 63, beat: '1/4' }), ...times(9, past(3, 1, { early: 4 }))],
    3,
    'stay',
    63,
    /4 of 4 returns held, on one day/,
  ],
  [
    'then held at the slower tempo on two days: the next step begins at that tempo, not at its own',
    [
      past(3, 3, { good: 4 }, { bpm: 63, beat: '1/4' }),
      past(3, 2, { good: 4 }, { bpm: 63, beat: '1/4' }),
      ...times(9, past(3, 1, { early: 4 })),
    ],
    4,
    'go on',
    63,
    /at the tempo that you held/,
  ],
  [
    'hurrying',
    [past(3, 1, { good: 1, early: 6 })],
    3,
    'slower',
    76,
    /1 of 7 returns held, on one day; the others early\. A tenth slower/,
  ],
  [
    'who drags at a slow tempo is sent faster',
    times(2, past(3, 1, { late: 5 }, { bpm: 60, beat: '1/4' })),
    3,
    'faster',
    66,
    /You drag at this tempo/,
  ],
  [
    'who drags at a fast one, slower',
    [past(3, 1, { late: 5 }, { bpm: 120, beat: '1/4' })],
    3,
    'slower',
    108,
    /the others late\. A tenth slower/,
  ],
  [
    'who hurries even where it is slow, to the step before',
    times(2, past(3, 1, { early: 5 }, { bpm: 60, beat: '1/4' })),
    2,
    'step back',
    60,
    /Take the step before it again/,
  ],
  [
    'who hurries as much where it is slower, faster than the fastest so far: slow tempos tempt',
    [past(3, 2, { early: 5 }, { bpm: 76, beat: '1/4' }), past(3, 1, { good: 1, early: 6 })],
    3,
    'faster',
    92,
    /Slower does not help: 0 of 5 returns held, on one day; the others early\. Slow tempos tempt to hurry/,
  ],
  [
    'where slower did help, slower again',
    [past(3, 2, { good: 8, early: 8 }, { bpm: 76, beat: '1/4' }), past(3, 1, { good: 0, early: 6 })],
    3,
    'slower',
    68,
    /8 of 16 returns held/,
  ],
  [
    'held neither nor lost for forty returns',
    times(16, past(3, 1, { good: 3, early: 1 })),
    3,
    'faster',
    92,
    /neither holds nor falls/,
  ],
  ['an own plan is gone on with', [past(OWN, 1, { good: 3 })], OWN, 'stay', 84, /3 of 3 returns held/],
  [
    'an own plan that holds',
    [past(OWN, 2, { good: 8 }), past(OWN, 1, { good: 8 })],
    OWN,
    'stay',
    84,
    /Make it harder/,
  ],
  ['not measured yet', [{ ...past(3, 1, {}), figures: null }], 3, 'stay', 84, /nothing to go by yet/],
];

describe('what comes next, by what was played', () => {
  it.each(HISTORIES)('%s', (_, takes, step, does, quarter, said) => {
    const suggestion = suggest(takes);
    const planId = typeof step === 'number' ? READY_PLANS[step].id : step;
    expect(suggestion).toMatchObject({ planId, does });
    expect(quarters(takes)).toBe(quarter);
    expect(reasonOf(suggestion)).toMatch(said);
  });

  it('in a family the next plan of the family comes, in its own beat', () => {
    const { plans } = FAMILIES.find(
      ({ plans: own }) =>
        own.length > 1 && !own.some(({ id }) => READY_PLANS.some((ready) => ready.id === id)),
    )!;
    const held = [past(plans[0].id, 2, { good: 9 }), past(plans[0].id, 1, { good: 9 })];
    expect(suggest(held)).toMatchObject({ planId: plans[1].id, does: 'go on' });
  });

  it('a tempo in another note is the same tempo', () => {
    const dotted = { bpm: 56, beat: '3/8' };
    const held = [past(3, 2, { good: 4 }, dotted), past(3, 1, { good: 4 }, { bpm: 84, beat: '1/4' })];
    expect(suggest(held).does).toBe('go on');
    expect(quartersPerMinute(tempo(dotted.bpm, dotted.beat)).valueOf()).toBe(84);
  });

  it('a re-heard click keeps its speed and moves to its next place', () => {
    const offBeat = placementOf('off-beat')!;
    const played = (day: number) =>
      past(placementPlanId(offBeat), day, { of: 'bars', good: 12 }, { bpm: 110, beat: '1/4' });
    const { planId, tempo: at, does } = suggest([played(2), played(1)]);
    const next = placementOfPlan(planId)!;
    expect([next.key, does]).toEqual(['last-sixteenth', 'go on']);
    expect(clickRateFor(next, at!).equals(110)).toBe(true);
  });
});

describe('overruled', () => {
  it('on, though it does not hold yet; and stay, though it does; and the reason says who said so', () => {
    const early = [past(3, 1, { early: 5 })];
    const on = suggest(early, 'go on');
    expect(on).toMatchObject({ planId: READY_PLANS[4].id, does: 'go on', overruled: true });
    expect(reasonOf(on)).toMatch(/^You said: on/);
    const holds = [past(3, 2, { good: 4 }), past(3, 1, { good: 4 })];
    const stay = suggest(holds, 'stay');
    expect(stay).toMatchObject({ planId: READY_PLANS[3].id, does: 'stay', overruled: true });
    expect(reasonOf(stay)).toMatch(/^You said: stay/);
    expect(suggest(holds, 'go on')).toMatchObject({ does: 'go on', overruled: false });
    expect([suggest(early).otherwise, suggest(holds).otherwise]).toEqual(['stay', 'stay']);
    // Behind the last step there is nothing to go on to.
    expect(suggest([past(OWN, 1, { good: 3 })]).otherwise).toBeNull();
    expect(suggest([past(3, 1, { good: 3 })]).otherwise).toBe('go on');
  });
});

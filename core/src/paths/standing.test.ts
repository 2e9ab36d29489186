import { READY_PLANS, silencePlanId } from '../practice/index.ts';
import type { TakeFigures } from '../take/index.ts';
import { tempoName } from '../time/index.ts';
import type { Trials } from '../timing/index.ts';
import { reasonOf } from '../words/index.ts';
import { type PastTake, type Path, type PathStep, standingOn, suggest } from './index.ts';

const PLANS = READY_PLANS.map(({ id }) => id);
const OWN = '9b1c1b52-58a8-4c0a-8d3e-9e3f6f0a0001';

const step = (
  plan: number,
  bpm: number,
  more: Partial<PathStep> = {},
  beat = '1/4',
): Omit<PathStep, 'key'> => ({
  planId: PLANS[plan],
  title: `plan ${plan}`,
  tempo: { bpm, beat },
  ...more,
});
const pathOf = (...steps: Omit<PathStep, 'key'>[]): Path => ({
  ...{ format: 'feldspar-path', version: 1, title: 'Mine', purpose: 'For the concert.' },
  steps: steps.map((one, i) => ({ key: `s${i}`, ...one })),
});

/** @param good of ten returns. */
const past = (
  plan: number | string,
  bpm: number,
  day: number,
  good = 10,
  more: Partial<TakeFigures & Trials> = {},
) => {
  const { why, errorsMs, ...figures } = more;
  return {
    planId: typeof plan === 'number' ? PLANS[plan] : plan,
    tempo: { bpm, beat: '1/4' },
    day: `2026-11-${String(day).padStart(2, '0')}`,
    figures: {
      ...{ playedS: 60, offsetMs: 0, spreadMs: 20, returnMs: 0, returns: 10, holdBeats: 4, tempoPercent: 0 },
      ...figures,
      trials: {
        ...{ of: 'returns', good, early: 10 - good, late: 0, uneven: 0 },
        ...(why ? { why } : {}),
        ...(errorsMs ? { errorsMs, toleranceMs: 30 } : {}),
      },
    },
  } satisfies PastTake;
};
const held = (plan: number, bpm: number, from: number) => [past(plan, bpm, from + 1), past(plan, bpm, from)];
const states = (path: Path, takes: PastTake[]) => standingOn(path, takes).steps.map(({ state }) => state);

const THREE = pathOf(step(0, 76), step(1, 98), step(2, 92));

describe('where somebody stands', () => {
  it.each<[string, Path, PastTake[], string[], number | null]>([
    ['nobody has played', THREE, [], ['present', 'ahead', 'ahead'], 0],
    ['one good day is not enough', THREE, [past(0, 76, 1)], ['present', 'ahead', 'ahead'], 0],
    ['two are', THREE, held(0, 76, 1), ['held', 'present', 'ahead'], 1],
    ['also at another tempo than the step names', THREE, held(0, 60, 1), ['held', 'present', 'ahead'], 1],
    [
      'not where the step is bound to its tempo',
      pathOf(step(0, 76, { atTempo: true }), step(1, 98)),
      held(0, 60, 1),
      ['present', 'ahead'],
      0,
    ],
    [
      'a faster one will do',
      pathOf(step(0, 76, { atTempo: true }), step(1, 98)),
      held(0, 90, 1),
      ['held', 'present'],
      1,
    ],
    [
      'where a plan is there twice, each step wants its own tempo',
      pathOf(step(1, 84), step(1, 110)),
      held(1, 84, 1),
      ['held', 'present'],
      1,
    ],
    [
      'who holds the faster one holds the slower one too',
      pathOf(step(1, 84), step(1, 110), step(0, 76)),
      held(1, 110, 1),
      ['held', 'held', 'present'],
      2,
    ],
    [
      'three days, where the step asks for three',
      pathOf(step(0, 76, { days: 3 }), step(1, 98)),
      held(0, 76, 1),
      ['present', 'ahead'],
      0,
    ],
    [
      'one day, where the step asks for one',
      pathOf(step(0, 76, { days: 1 }), step(1, 98)),
      [past(0, 76, 1)],
      ['held', 'present'],
      1,
    ],
    [
      'who went on all the same is there',
      THREE,
      [past(1, 98, 3, 3), past(0, 76, 1, 3)],
      ['begun', 'present', 'ahead'],
      1,
    ],
    [
      'a step far ahead, played on a whim, moves nobody',
      THREE,
      [past(2, 92, 3, 3)],
      ['present', 'ahead', 'begun'],
      0,
    ],
    [
      'who took the step before it again is at that',
      THREE,
      [past(0, 76, 4, 3), past(1, 98, 3, 3), past(0, 76, 1, 3)],
      ['present', 'begun', 'ahead'],
      0,
    ],
    [
      'a step left open is found again when the later ones hold',
      THREE,
      [...held(2, 92, 5), ...held(1, 98, 3)],
      ['present', 'held', 'held'],
      0,
    ],
    [
      'all hold',
      THREE,
      [...held(2, 92, 5), ...held(1, 98, 3), ...held(0, 76, 1)],
      ['held', 'held', 'held'],
      null,
    ],
    [
      'what was held stays held after a bad day',
      THREE,
      [past(0, 76, 9, 0), ...held(0, 76, 1)],
      ['held', 'present', 'ahead'],
      1,
    ],
    ['takes of other plans say nothing', THREE, held(4, 76, 1), ['present', 'ahead', 'ahead'], 0],
    [
      'nor does a take that turned round',
      THREE,
      [past(0, 76, 2, 10, { why: 'turned round' }), past(0, 76, 1)],
      ['present', 'ahead', 'ahead'],
      0,
    ],
  ])('%s', (_, path, takes, expected, present) => {
    expect(states(path, takes)).toEqual(expected);
    expect(standingOn(path, takes).present).toBe(present);
  });

  it('since which day, and what is drawn: the newest trials at that tempo, the oldest of them first', () => {
    const takes = [
      past(0, 76, 4, 10, { errorsMs: [5, 6] }),
      past(0, 76, 2, 10, { errorsMs: [3, 4] }),
      past(0, 76, 1, 10, { errorsMs: [1, 2] }),
    ];
    const [first] = standingOn(THREE, takes).steps;
    expect(first).toMatchObject({ heldSince: '2026-11-02', errorsMs: [1, 2, 3, 4, 5, 6], toleranceMs: 30 });
    expect(tempoName(first.at!)).toBe('quarter = 76');
  });

  it('goals are judged by the takes where they can be, and ticked by hand where not', () => {
    const goals = [
      { key: 'aloud', says: 'Count aloud' },
      { key: 'three', says: 'Three times', judged: { by: 'takes' as const, value: 3 } },
      { key: 'two', says: 'Two minutes', judged: { by: 'minutes' as const, value: 2 } },
      { key: 'even', says: 'Spread 15', judged: { by: 'spread' as const, value: 15 } },
      { key: 'alone', says: 'Eight alone', judged: { by: 'alone' as const, value: 8 } },
    ];
    const path = pathOf(step(0, 76, { goals }), step(1, 98, { goals: [goals[0]] }));
    const met = (takes: PastTake[], ticked: Parameters<typeof standingOn>[2] = []) =>
      standingOn(path, takes, ticked).steps[0].goals.flatMap(({ goal, met: is }) => (is ? goal.key : []));
    expect(met([])).toEqual([]);
    expect(met([past(0, 76, 1), past(0, 76, 1)])).toEqual(['two']);
    expect(met([past(0, 76, 1, 10, { spreadMs: 15, holdBeats: 8 })])).toEqual(['even', 'alone']);
    const stopped = { ...past(0, 76, 1), stopped: true };
    expect(met([stopped, past(0, 76, 1), past(0, 76, 1)])).toEqual(['two']);
    expect(met([past(0, 76, 2), past(0, 76, 1), past(0, 76, 1)])).toEqual(['three', 'two']);
    const at = '2026-11-03T10:00:00.000Z';
    expect(met([], [{ step: 's0', goal: 'aloud', at }])).toEqual(['aloud']);
    // That of another step is another goal.
    expect(met([], [{ step: 's1', goal: 'aloud', at }])).toEqual([]);
  });
});

describe('what comes next on a path', () => {
  const bound = pathOf(step(0, 90, { atTempo: true }), step(1, 98));
  const six = pathOf(step(0, 76), step(3, 84, {}, '1/8'));
  const lone = pathOf({ ...step(0, 70), planId: OWN, title: 'My own' }, step(2, 92));
  it.each<[string, Path, PastTake[], number, string, string, RegExp]>([
    [
      'the first step at its own tempo',
      THREE,
      [],
      0,
      'begin',
      'quarter = 76',
      /The first step of “Mine”\. For the concert/,
    ],
    [
      'takes of other plans change nothing',
      THREE,
      [past(4, 100, 1)],
      0,
      'begin',
      'quarter = 76',
      /first step/,
    ],
    [
      'the next step at the tempo that was held',
      THREE,
      held(0, 70, 1),
      1,
      'go on',
      'quarter = 70',
      /at the tempo that you held/,
    ],
    [
      'a step bound to its tempo goes on towards it',
      bound,
      held(0, 70, 1),
      0,
      'faster',
      'quarter = 77',
      /towards the tempo of this step/,
    ],
    ['and no further', bound, held(0, 85, 1), 0, 'faster', 'quarter = 90', /towards the tempo/],
    ['then on', bound, held(0, 90, 1), 1, 'go on', 'quarter = 90', /Take the next step/],
    [
      'where another note carries the beat, at its own',
      six,
      held(0, 76, 1),
      1,
      'go on',
      'eighth = 84',
      /It holds/,
    ],
    [
      'the same plan at its next tempo',
      pathOf(step(1, 84), step(1, 110)),
      held(1, 84, 1),
      1,
      'go on',
      'quarter = 110',
      /It holds/,
    ],
    [
      'a step that is held already is passed over',
      THREE,
      [...held(0, 76, 5), ...held(1, 98, 1)],
      2,
      'go on',
      'quarter = 76',
      /It holds/,
    ],
    [
      'an own plan is a step like any other',
      lone,
      [past(OWN, 70, 2), past(OWN, 70, 1)],
      1,
      'go on',
      'quarter = 70',
      /It holds/,
    ],
    [
      'who does not hold it slowly, the step before',
      THREE,
      [past(1, 70, 2, 2), past(0, 76, 1, 2)],
      0,
      'step back',
      'quarter = 70',
      /Take the step before it again/,
    ],
    [
      'all hold',
      pathOf(step(0, 76)),
      held(0, 76, 1),
      0,
      'stay',
      'quarter = 76',
      /Every step of “Mine” holds\. Choose another path/,
    ],
  ])('%s', (_, path, takes, index, does, at, said) => {
    const suggestion = suggest(takes, null, path);
    expect(suggestion).toMatchObject({ does, planId: path.steps[index].planId, on: { index } });
    expect(tempoName(suggestion.tempo!)).toBe(at);
    expect(reasonOf(suggestion)).toMatch(said);
  });

  it('after a warm-up on a step that holds, the open one comes again where it was left, with its own figures', () => {
    const takes = [past(0, 76, 4), past(1, 70, 3, 6), ...held(0, 76, 1)];
    const suggestion = suggest(takes, null, THREE);
    expect(suggestion).toMatchObject({
      planId: PLANS[1],
      does: 'resume',
      on: { index: 1 },
      evidence: { good: 6, early: 4 },
    });
    expect(tempoName(suggestion.tempo!)).toBe('quarter = 70');
    expect(reasonOf(suggestion)).toMatch(/^Back to what is open: 6 of 10 returns held/);
    // To stay would be the same; to go on would not.
    expect(suggestion.otherwise).toBe('go on');
    expect(suggest(takes, 'go on', THREE)).toMatchObject({ planId: PLANS[2], overruled: true });
    // Asked for more than a dozen nobody is encouraged.
    const far = [past(0, 76, 9), ...[8, 7, 6, 5].map((day) => past(1, 70, day, 3)), ...held(0, 76, 1)];
    expect(reasonOf(suggest(far, null, THREE))).toMatch(/the others early\.$/);
  });

  it('a silence on a path is a step: it does not grow by itself', () => {
    const path = pathOf({ ...step(0, 84), planId: silencePlanId(2), title: 'Two bars' }, step(1, 98));
    const takes = [past(silencePlanId(2), 84, 1)];
    expect(suggest(takes, null, path)).toMatchObject({ planId: silencePlanId(2), does: 'stay' });
    expect(suggest(takes)).toMatchObject({ planId: silencePlanId(3), does: 'longer' });
  });

  it('overruled, on to the next step; behind the last there is none', () => {
    const takes = [past(0, 76, 1, 2)];
    expect(suggest(takes, 'go on', THREE)).toMatchObject({
      planId: PLANS[1],
      overruled: true,
      on: { index: 1 },
    });
    const onward = [past(2, 92, 3), past(1, 98, 2), past(0, 76, 1)];
    expect(suggest(onward, null, THREE).otherwise).toBeNull();
  });
});

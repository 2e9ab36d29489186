import { compile, planFacts, planSchema } from '../plan/index.ts';
import { clickRateFor, placementOf } from '../reference/index.ts';
import { type LastTake, READY_PLANS, placementOfPlan, placementPlanId, suggest } from './index.ts';

const counts = { targets: 64, matched: 64, missed: 0, extra: 0 };
const last = (index: number, change: object) => ({
  planId: READY_PLANS[index].id,
  tempo: { bpm: 90, beat: '1/4' },
  summary: { verdict: 'unclear' as const, tempoPercent: null, counts, clickedSdMs: 40, ...change },
});

describe('ready plans', () => {
  it.each(READY_PLANS.map((ready) => [ready.plan.title, ready] as const))(
    '%s is a valid plan that compiles',
    (_, ready) => {
      expect(planSchema.parse(ready.plan)).toEqual(ready.plan);
      expect(planFacts(compile(ready.plan)).notes).toBeGreaterThan(40);
    },
  );

  it('leave the player alone for so many beats (hand-counted)', () => {
    const alone = READY_PLANS.map(({ plan }) => planFacts(compile(plan)).longestAlone.beats);
    // Growing silence: beat 4, then four silent bars. Thinning: from the last whole-note click to the next section.
    expect(alone).toEqual([1, 2, 4, 17, 4, 5]);
  });

  it('end with the click, or with a bar in which it has sounded', () => {
    for (const { plan } of READY_PLANS) expect(compile(plan).bars.at(-1)!.silent).toBe(false);
  });
});

describe('the next exercise', () => {
  it('begins at the beginning', () => {
    expect(suggest(null).planId).toBe(READY_PLANS[0].id);
    expect(suggest({ ...last(0, {}), planId: null }).planId).toBe(READY_PLANS[0].id);
  });

  it.each([
    ['secure on the full click', last(0, { clickedSdMs: 15 }), 1, /secure/],
    ['loose on the full click', last(0, {}), 0, /One more take/],
    ['steady alone', last(2, { verdict: 'steady' }), 3, /One click a bar is secure/],
    ['rushing', last(3, { verdict: 'rushing' }), 3, /hurried the last time/],
    ['cut short', last(3, { verdict: 'steady', counts: { ...counts, matched: 10 } }), 3, /cut short/],
    ['steady on the last', last(5, { verdict: 'steady' }), 5, /One more take/],
  ])('%s', (_, take, expected, reason) => {
    const suggestion = suggest(take);
    expect(suggestion.planId).toBe(READY_PLANS[expected].id);
    expect(suggestion.reason).toMatch(reason);
  });

  it('goes on at the tempo last played, a tenth slower after hurrying or dragging, afresh on a new plan', () => {
    const bpm = (take: Parameters<typeof suggest>[0]) => suggest(take).tempo?.bpm.valueOf();
    expect(bpm(last(3, {}))).toBe(90);
    expect(bpm(last(3, { verdict: 'dragging' }))).toBe(81);
    expect(bpm(last(3, { verdict: 'steady' }))).toBeUndefined();
    expect(bpm({ ...last(3, { verdict: 'rushing' }), tempo: { bpm: 31, beat: '1/4' } })).toBe(31);
  });
});

describe('after a re-heard click', () => {
  const offBeat = placementOf('off-beat')!;
  const played = (summary: Partial<LastTake['summary']>): LastTake => ({
    planId: placementPlanId(offBeat),
    tempo: { bpm: 110, beat: '1/4' },
    summary: {
      verdict: 'unclear',
      tempoPercent: null,
      counts: { targets: 64, matched: 64, missed: 0, extra: 0 },
      clickedSdMs: 12,
      ...summary,
    },
  });

  it('once locked the click keeps its speed and moves to its next place', () => {
    const { planId, tempo: at } = suggest(played({}));
    const next = placementOfPlan(planId)!;
    expect(next.key).toBe('last-sixteenth');
    expect(clickRateFor(next, at!).equals(110)).toBe(true);
  });

  it('not locked, or cut short, it stays', () => {
    for (const summary of [
      { clickedSdMs: 60 },
      { counts: { targets: 64, matched: 9, missed: 55, extra: 0 } },
    ])
      expect(suggest(played(summary)).planId).toBe(placementPlanId(offBeat));
  });
});

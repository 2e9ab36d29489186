import { compile, readPlan } from '../plan/index.ts';
import { everyPlacement, feltTempo, lengthOfSteps, placementOf } from '../reference/index.ts';
import { plan } from '../testing/plans.ts';
import { Fraction, tempo } from '../time/index.ts';
import { placementPlan, placementPlanId, placementPlanOf, playLength, stepsPlan } from './index.ts';

const ALL = everyPlacement();

describe('a placement as a plan', () => {
  it('every one has an id of its own, from which its plan comes back', () => {
    expect(new Set(ALL.map(placementPlanId)).size).toBe(ALL.length);
    for (const placement of ALL) {
      const id = placementPlanId(placement);
      expect(id).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-9[0-9a-f]{3}-[0-9a-f]{12}$/);
      expect(placementPlanOf(id)!.plan.title).toBe(`The click as ${placement.name}`);
    }
  });

  it.each([
    'b7a3c1de-1000-4f5d-9a10-0163' + '00000000',
    'b7a3c1de-1000-4f5d-9a10-020405000000',
    'b7a3c1de-1000-4f5d-9a10-020401090000',
    'b7a3c1de-1000-4f5d-9a10-010000000001',
    'b7a3c1de-0001-4f5d-9a10-5e1d5a000001',
    'de300000-000a-4000-8000-000100000000',
  ])('%s is none', (id) => expect(placementPlanOf(id)).toBeNull());

  it('is a plan like any other, whose clicks come at the speed that was given', () => {
    for (const placement of ALL) {
      const felt = feltTempo(placement, new Fraction(60));
      const document = placementPlan(placement, felt);
      expect(readPlan(document)).toEqual({ plan: document });
      const { bars, clicks } = compile(document);
      const heard = clicks.filter(({ bar }) => bars[bar].kind === 'play').map(({ timeS }) => timeS);
      for (let i = 1; i < heard.length; i++) expect(heard[i] - heard[i - 1]).toBeCloseTo(1, 6);
    }
  });

  it('the "and" of 2 in 5 clicks 2.1 s before the downbeat at 20 a minute', () => {
    const placement = placementOf('bar-5-2-and')!;
    const { bars, clicks } = compile(placementPlan(placement, feltTempo(placement, new Fraction(20))));
    const click = clicks.find(({ bar }) => bars[bar].number === 1)!;
    expect(bars[click.bar].endS - click.timeS).toBeCloseTo(2.1, 9);
  });
});

describe('a plan in steps', () => {
  const steps = [60, 75, 90].map((bpm) => tempo(bpm, '1/4'));

  it('plays its sections at each tempo in turn', () => {
    const row = stepsPlan(plan({ bars: 2 }), steps);
    expect(row.title).toBe('Test plan, quarter = 60 to quarter = 90');
    expect(row.sections.map(({ name, tempo: at }) => [name, at.bpm])).toEqual([
      ['quarter = 60', 60],
      ['quarter = 75', 75],
      ['quarter = 90', 90],
    ]);
    expect(compile(row).endS).toBeCloseTo(8 * (60 / 60 + 60 / 75 + 60 / 90), 9);
  });

  it('knows how long each play is, also where its sections differ in tempo', () => {
    const both = plan({ bars: 2 }, { bars: 2, tempo: { bpm: 200, beat: '1/4' } });
    expect(playLength(both).valueOf()).toBe(3);
    const row = [tempo(60, '1/4'), tempo(90, '1/4')];
    expect(lengthOfSteps(row, playLength(both))).toBeCloseTo(compile(stepsPlan(both, row)).endS, 9);
  });

  it('needs a tempo', () => expect(() => stepsPlan(plan(), [])).toThrow(/at least one/));
});

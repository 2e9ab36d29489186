import fc from 'fast-check';
import { READY_PATHS } from '../paths/index.ts';
import { readyPlanOf } from '../practice/index.ts';
import { compile, planTempo } from '../plan/index.ts';
import { plan, withCountIn } from '../testing/plans.ts';
import { Fraction } from '../time/index.ts';
import { MOST_IN_SET, pathSet, tempoSet } from './index.ts';

const PLAN = withCountIn(
  plan({ bars: 4, tempo: { bpm: 80, beat: '1/4' } }, { bars: 2, tempo: { bpm: 60, toBpm: 90, beat: '1/4' } }),
);
const rates = (from: number, to: number, count: number) =>
  tempoSet(PLAN, new Fraction(from), new Fraction(to), count).map(({ plan: one }) =>
    planTempo(one).bpm.valueOf(),
  );

describe('a plan at several tempos', () => {
  it('even steps of whole rates, the ends as they are, each named with its note', () => {
    const set = tempoSet(PLAN, new Fraction(60), new Fraction(120), 7);
    expect(set.map(({ name }) => name)).toEqual(
      [60, 70, 80, 90, 100, 110, 120].map((rate) => `quarter = ${rate}`),
    );
    // All of the plan moves with it, its ramp too: twice the tempo lasts half as long.
    const lengths = set.map(({ plan: one }) => compile(one).endS);
    expect(lengths[0]).toBeCloseTo(2 * lengths[6], 6);
  });

  it('downwards too, and no rate twice', () => {
    expect(rates(90, 80, 3)).toEqual([90, 85, 80]);
    expect(rates(80, 82, 7)).toEqual([80, 81, 82]);
    expect(rates(80, 80, 5)).toEqual([80]);
  });

  it('whatever is asked, they lie between the ends, in order', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 30, max: 200 }),
        fc.integer({ min: 30, max: 200 }),
        fc.integer({ min: 2, max: MOST_IN_SET }),
        (from, to, count) => {
          const made = rates(from, to, count);
          expect([made[0], made.at(-1)]).toEqual([from, to]);
          const sign = Math.sign(to - from) || 1;
          made.slice(1).forEach((rate, i) => expect(sign * (rate - made[i])).toBeGreaterThan(0));
        },
      ),
    );
  });

  it('one file is no set, nor are too many', () => {
    expect(() => rates(60, 120, 1)).toThrow(/from 2 to 24/);
    expect(() => rates(60, 120, 25)).toThrow(/from 2 to 24/);
  });
});

describe('a path as files', () => {
  const { path } = READY_PATHS.find((ready) => ready.path.title === 'Slow six')!;

  it('one a step, in order, at its tempo, whose name says the tempo with its note', () => {
    const set = pathSet(path, (id) => readyPlanOf(id)?.plan ?? null);
    expect(set.map(({ name }) => name).slice(0, 3)).toEqual([
      '1 Counted in eighths, eighth = 60',
      '2 A slow six, eighth = 72',
      '3 A slow six, eighth = 84',
    ]);
    expect(set.map(({ plan: of }) => of.sections[0].tempo.bpm)).toEqual(
      path.steps.map((step) => step.tempo.bpm),
    );
  });

  it('a step whose plan is gone is left out, and the others keep their numbers', () => {
    const [first] = path.steps;
    const set = pathSet(path, (id) => (id === first.planId ? null : readyPlanOf(id)!.plan));
    expect(set[0].name).toMatch(/^2 /);
  });
});

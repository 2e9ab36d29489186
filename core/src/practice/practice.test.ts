import { compile, planFacts, planSchema } from '../plan/index.ts';
import { READY_PLANS } from './index.ts';

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

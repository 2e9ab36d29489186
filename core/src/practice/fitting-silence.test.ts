import { compile, planSchema } from '../plan/index.ts';
import { STEADY_PLAYER, chance, simulate } from '../players/index.ts';
import { type PastTake, suggest } from '../paths/index.ts';
import { measure } from '../timing/index.ts';
import { reasonOf, whySilence } from '../words/index.ts';
import {
  FITTING_SHARE,
  LONGEST_SILENCE,
  familyOf,
  firstSilence,
  nextSilence,
  offerSilence,
  readyPlanOf,
  silencePlan,
  silencePlanId,
  silentBarsOfPlan,
} from './index.ts';

const lengths = Array.from({ length: LONGEST_SILENCE }, (_, i) => i + 1);
const trials = (good: number, bad: number) =>
  ({ of: 'returns', good, early: bad, late: 0, uneven: 0 }) as const;

describe('a silence that fits', () => {
  it.each(lengths)('of %i bars: a valid plan, found by its id, with a return after every silence', (bars) => {
    const { id, plan } = silencePlan(bars);
    expect(planSchema.parse(plan)).toEqual(plan);
    expect(silentBarsOfPlan(id)).toBe(bars);
    expect(readyPlanOf(id)?.plan).toEqual(plan);
    expect(familyOf(id)?.name).toBe('Gaps');
    const timeline = compile(plan);
    expect(timeline.silentStretches.length).toBeGreaterThanOrEqual(3);
    for (const { firstBar, lastBar } of timeline.silentStretches) expect(lastBar - firstBar + 1).toBe(bars);
    expect(timeline.bars.at(-1)!.silent).toBe(false);
    const hits = timeline.targets.map(({ timeS }) => ({ timeS }));
    expect(measure(timeline, hits).trials).toMatchObject(trials(timeline.silentStretches.length, 0));
    // Nobody practises one length for more than three minutes or so.
    expect(timeline.endS).toBeLessThan(200);
  });

  it('other ids are none', () => {
    for (const id of [silencePlanId(0), silencePlanId(17), 'b7a3c1de-2000-4f5d-9a10-0000000000zz'])
      expect(silentBarsOfPlan(id)).toBeNull();
  });

  it('grows, stays and shrinks by the share of good returns, and never leaves its bounds', () => {
    expect(nextSilence(3, trials(8, 0))).toBe(4);
    expect(nextSilence(3, trials(6, 2))).toBe(3);
    expect(nextSilence(3, trials(4, 3))).toBe(2);
    expect(nextSilence(4, trials(1, 5))).toBe(2);
    expect(nextSilence(1, trials(0, 5))).toBe(1);
    expect(nextSilence(LONGEST_SILENCE, trials(5, 0))).toBe(LONGEST_SILENCE);
    expect(nextSilence(3, { ...trials(0, 0), why: 'interrupted' })).toBe(3);
  });

  it('is offered by the last one that was played, else by what other takes say is held', () => {
    const other = { planId: null, trials: null, holdBeats: 13 };
    const one = (bars: number, good: number, bad: number) => ({
      planId: silencePlanId(bars),
      trials: trials(good, bad),
      holdBeats: null,
    });
    expect(offerSilence([])).toEqual({ bars: 1, last: null, holdBeats: null });
    expect(whySilence(offerSilence([]))).toMatch(/^It begins with one bar/);
    expect(offerSilence([other])).toEqual({ bars: 3, last: null, holdBeats: 13 });
    expect(whySilence(offerSilence([other]))).toMatch(/You hold about 13 beats alone/);
    const played = offerSilence([other, one(2, 8, 0), one(9, 1, 7)]);
    expect(played).toMatchObject({ bars: 3, last: { bars: 2 } });
    expect(whySilence(played)).toBe('The last time 2 bars, 8 of 8 returns good.');
    expect(offerSilence([{ ...one(4, 0, 0), trials: null }]).bars).toBe(4);
  });

  it('begins with what is held, and with one bar where that is not known', () => {
    expect([firstSilence(null), firstSilence(3), firstSilence(13.5), firstSilence(900)]).toEqual([
      1, 1, 3, 16,
    ]);
  });

  it.each([
    ['very sure', 4, 0.7, 2, 12],
    ['sure', 6, 0.7, 1.2, 6],
    ['unsteady', 22, 0.8, 0.9, 1.5],
  ])(
    'a %s player (clock %d ms, tempo different by %d %%) comes to where about four returns in five are good',
    (_, clockSdMs, biasPercent, least, most) => {
      const random = chance(5);
      const shares: number[] = [];
      const lengthsPlayed: number[] = [];
      let bars = 2;
      for (let take = 0; take < 90; take++) {
        const timeline = compile(silencePlan(bars).plan);
        const tempoPercent = biasPercent * (2 * random() - 1);
        const report = measure(
          timeline,
          simulate(timeline, { ...STEADY_PLAYER, clockSdMs, tempoPercent }, take + 1),
        );
        const { good, early, late } = report.trials;
        if (take >= 20) {
          lengthsPlayed.push(bars);
          shares.push(good / (good + early + late));
        }
        bars = nextSilence(bars, report.trials);
      }
      const share = shares.reduce((a, b) => a + b, 0) / shares.length;
      const mean = lengthsPlayed.reduce((a, b) => a + b, 0) / lengthsPlayed.length;
      expect(mean).toBeGreaterThan(least);
      expect(mean).toBeLessThan(most);
      // Who does not hold one bar stays near it, and there it is as hard as it is.
      if (mean > 1.2) expect(Math.abs(share - FITTING_SHARE)).toBeLessThan(0.12);
      else expect(share).toBeLessThan(FITTING_SHARE);
    },
  );
});

describe('on the bench', () => {
  const past = (bars: number, good: number, bad: number): PastTake => ({
    planId: silencePlanId(bars),
    tempo: { bpm: 90, beat: '1/4' },
    day: 'day 1',
    figures: { trials: trials(good, bad) },
  });

  it.each([
    [past(2, 8, 0), 3, /Three bars of silence now: with two, 8 of 8 returns were good/],
    [past(3, 6, 2), 3, /Three bars again: 6 of 8 returns were good/],
    [past(3, 2, 6), 1, /One bar of silence now: with three, 2 of 8 returns were good/],
  ])('after a take the next one fits', (take, bars, said) => {
    const suggestion = suggest([take]);
    expect(suggestion.planId).toBe(silencePlanId(bars));
    expect(suggestion.tempo!.bpm.valueOf()).toBe(90);
    expect(reasonOf(suggestion)).toMatch(said);
  });
});

/** Tapping along: the constant offset, with an interval, or the reason why there is none. */
import { compile } from '../plan/index.ts';
import { STEADY_PLAYER, simulate } from '../players/index.ts';
import { plan } from '../testing/plans.ts';
import { constantOffset, measure } from './index.ts';

const timeline = compile(plan({ bars: 9 }));
const tapped = (traits: Partial<typeof STEADY_PLAYER>, seed: number) =>
  constantOffset(timeline, measure(timeline, simulate(timeline, { ...STEADY_PLAYER, ...traits }, seed)));

describe('the constant offset', () => {
  it('its interval holds the truth about 95 times in 100 (200 seeds, binomial bound of 3 sd)', () => {
    let [covered, given] = [0, 0];
    for (let seed = 1; seed <= 200; seed++) {
      const offset = tapped(
        { offsetMs: 42, clockSdMs: 8, handSdMs: 6, correction: 0.5, tempoPercent: 0 },
        seed,
      );
      if (offset.ms === null) continue;
      given++;
      if (offset.ci95[0] <= 42 && offset.ci95[1] >= 42) covered++;
    }
    expect(given).toBeGreaterThan(150);
    expect(covered / given).toBeGreaterThanOrEqual(0.95 - 3 * Math.sqrt((0.95 * 0.05) / given));
  });

  it('an exact player gives the exact figure', () => {
    const offset = tapped({ offsetMs: -25, clockSdMs: 0, handSdMs: 0 }, 1);
    expect(offset.ms).toBeCloseTo(-25, 6);
    expect(offset).toMatchObject({ n: 32, sdMs: expect.closeTo(0, 6) });
  });

  it('refuses too few bars, wandering taps and an interrupted sound, each with the remedy', () => {
    const report = measure(timeline, simulate(timeline, STEADY_PLAYER, 1));
    const early = { ...report, matches: report.matches.filter(({ target }) => target < 12) };
    expect(constantOffset(timeline, early)).toEqual({
      ms: null,
      why: expect.stringMatching(/at least 5 bars; there were 2/),
    });
    expect(tapped({ clockSdMs: 60, handSdMs: 30 }, 2)).toEqual({
      ms: null,
      why: expect.stringMatching(/wander by \d+ ms/),
    });
    const broken = { ...report, disturbances: [{ timeS: 4, lostMs: 60, bar: 2 }] };
    expect(constantOffset(timeline, broken)).toMatchObject({
      ms: null,
      why: expect.stringMatching(/interrupted/),
    });
  });
});

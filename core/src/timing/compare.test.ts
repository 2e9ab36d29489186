/** Take against take: intervals that hold what they promise, and no change claimed where there is none. */
import { compile } from '../plan/index.ts';
import { STEADY_PLAYER, simulate } from '../players/index.ts';
import { atLeast, atMost, trials } from '../testing/long.ts';
import { plan } from '../testing/plans.ts';
import { compareTakes, measure } from './index.ts';

const timeline = compile(plan({ bars: 32, silence: { sound: 2, silent: 2 } }));
const played = (traits: Partial<typeof STEADY_PLAYER>, seed: number) => ({
  report: measure(timeline, simulate(timeline, { ...STEADY_PLAYER, ...traits }, seed)),
  beatMs: 600,
});
const TAKES = trials(200);
const LEAST_COVERED = atLeast(TAKES, 0.95);

describe('take against take', () => {
  it('of the same player a change is claimed no more often than stated (binomial bound of 5 %)', () => {
    let [drift, spread] = [0, 0];
    for (let seed = 1; seed <= TAKES; seed++) {
      const comparison = compareTakes(played({}, seed), played({}, seed + 5000));
      if (comparison.drift!.change !== 'unclear') drift++;
      if (comparison.spread!.change !== 'unclear') spread++;
    }
    const bound = atMost(TAKES, 0.05);
    expect(drift).toBeLessThanOrEqual(bound);
    expect(spread).toBeLessThanOrEqual(bound);
  });

  it('the interval of the change of drift holds the truth about 95 times in 100', () => {
    let covered = 0;
    for (let seed = 1; seed <= TAKES; seed++) {
      const { drift } = compareTakes(
        played({ tempoPercent: 2 }, seed),
        played({ tempoPercent: 0.5 }, seed + 5000),
      );
      if (drift!.ci95[0] <= -1.5 && drift!.ci95[1] >= -1.5) covered++;
    }
    expect(covered).toBeGreaterThanOrEqual(LEAST_COVERED);
  });

  it('the interval of the change of steadiness likewise, of a player who does not drift', () => {
    let covered = 0;
    const even = { tempoPercent: 0 };
    for (let seed = 1; seed <= TAKES; seed++) {
      const { spread } = compareTakes(
        played({ ...even, clockSdMs: 20, handSdMs: 10 }, seed),
        played({ ...even, clockSdMs: 10, handSdMs: 5 }, seed + 5000),
      );
      if (spread!.ci95[0] <= 0.5 && spread!.ci95[1] >= 0.5) covered++;
    }
    expect(covered).toBeGreaterThanOrEqual(LEAST_COVERED);
  });

  it('says which way, and how much', () => {
    const [fast, even] = [
      played({ tempoPercent: 3, clockSdMs: 20 }, 1),
      played({ tempoPercent: 0.2, clockSdMs: 6 }, 2),
    ];
    const changes = ({ drift, spread }: ReturnType<typeof compareTakes>) => [drift!.change, spread!.change];
    expect(changes(compareTakes(fast, even))).toEqual(['nearer', 'steadier']);
    expect(changes(compareTakes(even, fast))).toEqual(['further', 'less steady']);
  });

  it('the same unsteadiness at half the tempo is judged by the beat', () => {
    const one = played({}, 3);
    expect(compareTakes(one, { ...one, beatMs: 1200 }).spread!.ratio).toBeCloseTo(0.5, 9);
  });

  it('two takes that say too little are not compared', () => {
    const short = compile(plan({ bars: 1 }));
    const report = measure(short, simulate(short, STEADY_PLAYER, 1));
    const comparison = compareTakes({ report, beatMs: 600 }, { report, beatMs: 600 });
    expect(comparison).toMatchObject({ drift: null, spread: null });
  });
});

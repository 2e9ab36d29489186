import { chance } from '../players/index.ts';
import { type Outcome, type StepTake, weigh } from './index.ts';

const take = (
  day: number,
  good: number,
  bad: number,
  which: 'early' | 'late' | 'uneven' = 'early',
): StepTake => ({
  day: `day ${day}`,
  trials: { of: 'returns', good, ...{ early: 0, late: 0, uneven: 0 }, [which]: bad },
});
const says = (day: number, why: 'turned round' | 'interrupted' | 'mostly missed'): StepTake => ({
  day: `day ${day}`,
  trials: { of: 'returns', good: 0, early: 0, late: 0, uneven: 0, why },
});

/** A normal deviate of Box and Muller turned into a share by the logistic curve: takes whose shares differ as days do. */
function playedUntilDecided(share: number, perTake: number, alike: number, seed: number) {
  const random = chance(7919 * seed + 13);
  // The first values of neighbouring seeds are alike.
  for (let i = 0; i < 50; i++) random();
  const takes: StepTake[] = [];
  let outcome: Outcome = 'undecided';
  while (outcome === 'undecided' && takes.length < 60) {
    const normal = Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
    const p = Math.max(0, Math.min(1, share + normal * Math.sqrt(alike * share * (1 - share))));
    const good = Array.from({ length: perTake }, () => (random() < p ? 1 : 0)).reduce<number>(
      (a, b) => a + b,
      0,
    );
    takes.unshift(take(Math.floor(takes.length / 3), good, perTake - good));
    ({ outcome } = weigh(takes));
  }
  return { outcome, takes: takes.length };
}

const PLAYERS = 400;
/** So many of them at most, where one in ten is allowed: three standard deviations of the binomial. */
const MOST = Math.floor(0.1 * PLAYERS + 3 * Math.sqrt(PLAYERS * 0.1 * 0.9));

describe('Wald’s test over a step (errors of 10 %: Wald 1945)', () => {
  it.each([4, 8, 15].flatMap((perTake) => [0, 0.08].map((alike) => [perTake, alike] as const)))(
    '%d trials a take, alike by %d: who holds 85 %% is let on, who holds 60 %% is not, nine times in ten',
    (perTake, alike) => {
      const of = (share: number) =>
        Array.from({ length: PLAYERS }, (_, i) => playedUntilDecided(share, perTake, alike, i));
      const count = (list: { outcome: Outcome }[], outcome: Outcome) =>
        list.filter((one) => one.outcome === outcome).length;
      const [holding, not, between] = [of(0.85), of(0.6), of(0.73)];
      expect(count(holding, 'does not hold')).toBeLessThanOrEqual(MOST);
      expect(count(holding, 'holds')).toBeGreaterThanOrEqual(PLAYERS - 1.5 * MOST);
      expect(count(not, 'holds')).toBeLessThanOrEqual(MOST);
      expect(count(not, 'does not hold')).toBeGreaterThanOrEqual(PLAYERS - 1.5 * MOST);
      // Between the two it may go either way, and does.
      expect(Math.min(count(between, 'holds'), count(between, 'does not hold'))).toBeGreaterThan(PLAYERS / 8);
      // Nobody is kept waiting: a take or two over two days for who holds it well.
      const mean = holding.reduce((sum, { takes }) => sum + takes, 0) / PLAYERS;
      expect(mean).toBeLessThan(8);
    },
  );

  it('seven good returns in a row are enough, on two days', () => {
    expect(weigh([take(2, 4, 0), take(1, 4, 0)]).outcome).toBe('holds');
    expect(weigh([take(1, 8, 0)])).toMatchObject({
      outcome: 'undecided',
      missing: { good: 1, anotherDay: true },
    });
    expect(weigh([take(1, 20, 0), take(1, 20, 0)]).outcome).toBe('undecided');
  });

  it('three bad ones in a row are enough to step back, on one day', () => {
    expect(weigh([take(1, 0, 3)]).outcome).toBe('does not hold');
    expect(weigh([take(1, 0, 2)]).outcome).toBe('undecided');
  });

  it('the newest day counts most', () => {
    const better = [take(2, 12, 1), take(1, 3, 5)];
    const worse = [take(2, 3, 5), take(1, 12, 1)];
    expect(weigh(better).missing.good).toBeLessThan(weigh(worse).missing.good);
  });

  it('undecided after forty trials, another tempo is to be tried', () => {
    const between = Array.from({ length: 15 }, (_, i) => take(i >> 2, 3, 1));
    expect(weigh(between).outcome).toBe('other tempo');
  });

  it('a take that was turned round, interrupted or mostly missed is evidence of that and of nothing else', () => {
    const good = [take(2, 4, 0), take(1, 4, 0)];
    for (const why of ['turned round', 'interrupted', 'mostly missed'] as const)
      expect(weigh([says(2, why), ...good])).toEqual({ ...weigh(good), newestSays: why });
  });

  it('what is missing is what then is enough', () => {
    for (const takes of [[take(1, 4, 1)], [take(2, 3, 1), take(1, 4, 1)], [take(1, 1, 0)]]) {
      const { missing } = weigh(takes);
      // Played on another day, one a take, as the rule asks for them.
      const more = Array.from({ length: missing.good }, () => take(3, 1, 0));
      const after = weigh([...more, ...takes]);
      expect(after.missing.good).toBeLessThanOrEqual(1);
    }
  });
});

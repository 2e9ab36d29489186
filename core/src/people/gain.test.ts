/** Stuck or not, of seeded players: of those who truly gain at most one in twenty is called stuck; of those who do not four in five within twelve takes. */
import { STEADY_PLAYER, chance } from '../players/index.ts';
import { ALL_READY_PLANS } from '../practice/index.ts';
import { measureTake, simulatedTake } from '../take/index.ts';
import type { Trials } from '../timing/index.ts';
import { gainOf } from './index.ts';

const TAKES = 12;
const PLAYERS = 1500;

/** Takes whose chance of a good trial goes from one share to another; each take has a day of its own. */
function history(random: () => number, from: number, to: number, trials: number): Trials[] {
  const odds = (share: number) => Math.log(share / (1 - share));
  const normal = () => Array.from({ length: 12 }, random).reduce((a, b) => a + b, -6);
  return Array.from({ length: TAKES }, (_, i) => {
    const today = odds(from) + ((odds(to) - odds(from)) * i) / (TAKES - 1) + 0.4 * normal();
    const share = 1 / (1 + Math.exp(-today));
    const good = Array.from({ length: trials }, random).filter((one) => one < share).length;
    return { of: 'returns', good, early: trials - good, late: 0, uneven: 0 };
  });
}
/** Of a hundred such players, how many are called stuck at any time within twelve takes. */
function stuckOf(from: number, to: number, trials: number, seed: number): number {
  const random = chance(7919 * seed);
  for (let i = 0; i < 20; i++) random();
  let stuck = 0;
  for (let n = 0; n < PLAYERS; n++) {
    const takes = history(random, from, to, trials);
    if (takes.some((_, i) => gainOf(takes.slice(0, i + 1)).outcome === 'no gain')) stuck++;
  }
  return (100 * stuck) / PLAYERS;
}
// Binomial, three standard errors of 5 in 100.
const LEEWAY = 1.7;

it.each([6, 8, 12, 20])('with %i trials a take, who truly gains is seldom called stuck', (trials) => {
  expect(stuckOf(0.3, 0.9, trials, trials)).toBeLessThanOrEqual(5);
  expect(stuckOf(0.4, 0.9, trials, trials + 1)).toBeLessThanOrEqual(5 + LEEWAY);
});

it.each([0.3, 0.5, 0.7])('who stays at %d good is called stuck within twelve takes', (share) => {
  for (const trials of [6, 8, 12])
    expect(stuckOf(share, share, trials, 100 * share + trials)).toBeGreaterThan(79);
});

it('few takes are not many, and what says nothing counts for nothing', () => {
  const poor: Trials = { of: 'returns', good: 4, early: 4, late: 0, uneven: 0 };
  expect(gainOf(Array(5).fill(poor)).outcome).toBe('undecided');
  expect(gainOf(Array(12).fill(poor))).toMatchObject({ outcome: 'no gain', takes: 12, good: 48, of: 96 });
  expect(gainOf(Array(12).fill({ ...poor, why: 'turned round' }))).toMatchObject({
    outcome: 'undecided',
    takes: 0,
  });
});

it.each([
  [0.02, 0.5],
  [0.05, 0.6],
])('nor is who gains from nearly nothing, %d to %d, called stuck; who stays there is', (from, to) => {
  for (const trials of [4, 8, 12]) {
    expect(stuckOf(from, to, trials, 50 + trials)).toBeLessThanOrEqual(5 + LEEWAY);
    // Four trials a take leave too much open of who hits hardly any.
    if (trials > 4) expect(stuckOf(from, from, trials, 70 + trials)).toBeGreaterThan(79);
  }
});

describe('players who are really simulated and measured', () => {
  const outcomes = (title: string, percent: (i: number) => number) => {
    const { plan } = ALL_READY_PLANS.find((one) => one.plan.title === title)!;
    return [1, 2, 3, 4, 5].map((seed) => {
      const takes = Array.from({ length: TAKES }, (_, i) => {
        const traits = { ...STEADY_PLAYER, tempoPercent: percent(i) };
        const seeds = {
          id: crypto.randomUUID(),
          startedAt: new Date(0),
          planId: null,
          playerId: null,
          seed: 100 * seed + i,
        };
        return measureTake(simulatedTake({ ...seeds, plan, traits })).report.trials;
      });
      return gainOf(takes).outcome;
    });
  };
  it.each(['One click a bar', 'Every seventh beat', 'Growing silence'])(
    '“%s”: who hurries by as much each time is stuck',
    (title) => {
      const wavering = (i: number) => 2.5 + [0.2, -0.3, 0.1, 0, -0.1, 0.3][i % 6];
      const stuck = outcomes(title, wavering).filter((one) => one === 'no gain').length;
      // Four returns a take, nearly all of them missed, leave more open.
      expect(stuck).toBeGreaterThanOrEqual(title === 'Growing silence' ? 2 : 4);
      // Who hurries less and less is not.
      expect(outcomes(title, (i) => 2.6 - 0.23 * i)).not.toContain('no gain');
    },
  );
});

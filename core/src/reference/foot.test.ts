import { TheilSenRegression } from 'ml-regression-theil-sen';
import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { footTempo, rateOfFoot } from './index.ts';

interface Tapper {
  periodMs: number;
  clockSdMs: number;
  handSdMs: number;
}

/** Self-paced taps after Wing and Kristofferson 1973: a wandering clock and a hand's delay. */
function taps(n: number, { periodMs, clockSdMs, handSdMs }: Tapper, seed: number): number[] {
  const random = xoroshiro128plus(seed);
  const uniform = () => uniformFloat64(random);
  const normal = () => Math.sqrt(-2 * Math.log(1 - uniform())) * Math.cos(2 * Math.PI * uniform());
  let clock = 1000;
  return Array.from({ length: n }, () => {
    clock += periodMs + clockSdMs * normal();
    return clock + handSdMs * normal();
  });
}

const STEADY: Tapper = { periodMs: 600, clockSdMs: 10, handSdMs: 5 };

it('twelve exact taps at 600 ms are 100 a minute, without uncertainty', () => {
  expect(footTempo(Array.from({ length: 12 }, (_, i) => 600 * i))).toEqual({
    taps: 12,
    doubled: 0,
    missed: 0,
    bpm: 100,
    plusMinus: 0,
    spreadPercent: 0,
    steadiness: 'steady',
  });
});

it('says nothing below three taps, no uncertainty below four', () => {
  expect(footTempo([])).toBeNull();
  expect(footTempo([0, 600])).toBeNull();
  expect(footTempo([0, 40, 80, 120])).toBeNull();
  expect(footTempo([5, 5, 5, 5])).toBeNull();
  expect(footTempo([0, 600, 1200])).toMatchObject({ bpm: 100, plusMinus: null, steadiness: null });
});

it('on clean taps it is the robust line of a general regression library (ml-regression-theil-sen)', () => {
  // Of an even number of slopes the library takes one of the two in the middle; these lengths give an odd number.
  for (const n of [3, 6, 7, 10, 11, 14, 15, 18, 19, 30]) {
    const ms = taps(n, STEADY, n);
    const line = new TheilSenRegression(
      ms.map((_, i) => i),
      ms,
    );
    expect(footTempo(ms)!.bpm).toBeCloseTo(60_000 / line.slope, 9);
  }
});

describe('missed and doubled taps, seeded', () => {
  it.each([
    ['a beat left out', (ms: number[]) => ms.filter((_, i) => i !== 5), { missed: 1, doubled: 0 }],
    [
      'two beats left out',
      (ms: number[]) => ms.filter((_, i) => i !== 4 && i !== 9),
      { missed: 2, doubled: 0 },
    ],
    [
      'a tap doubled',
      (ms: number[]) => ms.flatMap((t, i) => (i === 6 ? [t, t + 110] : [t])),
      { missed: 0, doubled: 1 },
    ],
    [
      'a bounce',
      (ms: number[]) => ms.flatMap((t, i) => (i === 3 ? [t, t + 45] : [t])),
      { missed: 0, doubled: 1 },
    ],
    [
      'a stray tap half way',
      (ms: number[]) => ms.flatMap((t, i) => (i === 6 ? [t, t + 300] : [t])),
      { missed: 0, doubled: 1 },
    ],
    [
      'one of each',
      (ms: number[]) => ms.flatMap((t, i) => (i === 3 ? [] : i === 8 ? [t, t + 150] : [t])),
      { missed: 1, doubled: 1 },
    ],
  ])('%s leaves the tempo where it was', (_, spoil, counts) => {
    for (let seed = 1; seed <= 40; seed++) {
      const clean = taps(14, STEADY, seed);
      const found = footTempo(spoil(clean))!;
      expect(found).toMatchObject(counts);
      expect(Math.abs(found.bpm / footTempo(clean)!.bpm - 1)).toBeLessThan(0.012);
    }
  });

  it('every slow and fast foot: 5 % left out and 5 % doubled, within 3 % of the truth', () => {
    for (const periodMs of [340, 500, 800, 1300, 2000]) {
      for (let seed = 1; seed <= 20; seed++) {
        const tapper = { periodMs, clockSdMs: 0.02 * periodMs, handSdMs: 6 };
        const random = xoroshiro128plus(seed);
        const ms = taps(24, tapper, seed).flatMap((t) => {
          const luck = uniformFloat64(random);
          return luck < 0.05 ? [] : luck < 0.1 ? [t, t + 100 + 0.15 * periodMs] : [t];
        });
        expect(Math.abs((footTempo(ms)!.bpm * periodMs) / 60_000 - 1)).toBeLessThan(0.03);
      }
    }
  });
});

it('the 95 % interval holds the truth in at least 92 % of trials, and is not idle either', () => {
  const trials = 400;
  for (const [n, tapper] of [
    [6, STEADY],
    [12, STEADY],
    [24, { periodMs: 600, clockSdMs: 18, handSdMs: 2 }],
    [12, { periodMs: 900, clockSdMs: 8, handSdMs: 12 }],
  ] as const) {
    let held = 0;
    let width = 0;
    for (let seed = 1; seed <= trials; seed++) {
      const { bpm, plusMinus } = footTempo(taps(n, tapper, seed))!;
      if (Math.abs(bpm - 60_000 / tapper.periodMs) <= plusMinus!) held++;
      width += plusMinus! / trials;
    }
    // Binomial: at a true 95 % fewer than 367 of 400 happen once in a thousand runs; the seeds are fixed.
    expect(held).toBeGreaterThanOrEqual(367);
    expect(width / (60_000 / tapper.periodMs)).toBeLessThan(0.06);
  }
});

it('says how steady the foot was', () => {
  const steadiness = (clockSdMs: number) =>
    footTempo(taps(24, { periodMs: 600, clockSdMs, handSdMs: 2 }, 7))!.steadiness;
  expect([steadiness(8), steadiness(36), steadiness(90)]).toEqual(['steady', 'a little uneven', 'uneven']);
});

it('after a long pause tapping begins anew', () => {
  const first = Array.from({ length: 8 }, (_, i) => 600 * i);
  const second = Array.from({ length: 6 }, (_, i) => 12_000 + 400 * i);
  expect(footTempo([...first, ...second])).toMatchObject({ taps: 6, bpm: 150 });
});

it('writes down no more digits than the taps carry', () => {
  const foot = { ...footTempo([0, 600, 1200])!, bpm: 99.64 };
  expect(rateOfFoot(foot).valueOf()).toBe(100);
  expect(rateOfFoot({ ...foot, plusMinus: 1.2 }).valueOf()).toBe(100);
  expect(rateOfFoot({ ...foot, plusMinus: 0.3 }).valueOf()).toBe(99.6);
});

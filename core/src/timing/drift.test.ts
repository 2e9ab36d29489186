import { atLeast, trials } from '../testing/long.ts';
import jstat from 'jstat';
import { seededNormal } from '../testing/takes.ts';
import { fitDrift, meanDrift, tempoPercent } from './index.ts';

/** One gap of a two-level player: n differences, drift b a beat, in parts of a beat. */
function gap(n: number, b: number, clockSd: number, handSd: number, seed: number) {
  const { normal } = seededNormal(seed);
  let hand = handSd * normal();
  const y = Array.from({ length: n }, () => {
    const next = handSd * normal();
    const change = b + clockSd * normal() + next - hand;
    hand = next;
    return change;
  });
  return { y, k: y.map(() => 1) };
}

describe('drift', () => {
  it('a noiseless player is read exactly', () => {
    const estimate = fitDrift([{ y: [-0.01, -0.02, -0.01, -0.01], k: [1, 2, 1, 1] }])!;
    expect(estimate.perBeat).toBeCloseTo(-0.01, 12);
    expect(estimate.ci95[0]).toBeCloseTo(-0.01, 5);
  });

  it('−1/51 of a beat a beat is 2 % fast (hand-worked: 1 / (1 − 1/51) = 51/50)', () => {
    expect(tempoPercent(-1 / 51)).toBeCloseTo(2, 12);
    expect(tempoPercent(1 / 49)).toBeCloseTo(-2, 12);
  });

  it('too few differences give no estimate rather than a guess', () => {
    expect(fitDrift([{ y: [0.01, 0.02], k: [1, 1] }])).toBeNull();
    expect(meanDrift([0.01, 0.02])).toBeNull();
  });

  it('the t distribution agrees with printed tables (Student t, 97.5 %: 12.706, 2.571, 2.228, 2.042)', () => {
    const t = [1, 5, 10, 30].map((dof) => jstat.jStat.studentt.inv(0.975, dof));
    [12.706, 2.571, 2.228, 2.042].forEach((expected, i) => expect(t[i]).toBeCloseTo(expected, 3));
  });

  it('the mean of the gaps with its t interval: 1, 2, 3 gives 2 ± 4.303/√3 (hand-worked)', () => {
    const { perBeat, ci95 } = meanDrift([1, 2, 3])!;
    expect(perBeat).toBe(2);
    expect(ci95[1]).toBeCloseTo(2 + 4.3027 / Math.sqrt(3), 3);
  });

  // With a true coverage of 93 % fewer have a chance below 1 in 1000, so the bound catches an over-confident interval and
  // spares an honest one.
  it.each([
    [8, 0.017, 0.008],
    [16, 0.017, 0.008],
    [32, 0.012, 0.012],
    [64, 0.017, 0.004],
  ])('its 95 % interval covers the truth: one gap of %d, clock %d, hand %d of a beat', (n, clock, hand) => {
    let covered = 0;
    const seeds = trials(300);
    for (let seed = 1; seed <= seeds; seed++) {
      const { ci95 } = fitDrift([gap(n, -0.01, clock, hand, seed)])!;
      if (ci95[0] <= -0.01 && -0.01 <= ci95[1]) covered++;
    }
    expect(covered).toBeGreaterThanOrEqual(atLeast(seeds, 0.93));
  });
});

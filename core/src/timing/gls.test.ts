import { chance } from '../players/index.ts';
import { type Run, fitGrid } from './gls.ts';

/** Differences of a player with a clock and a hand (standard deviations), in runs of 50 beats. */
function player(runs: number, clock: number, hand: number, seed: number): Run[] {
  const random = chance(seed);
  const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  return Array.from({ length: runs }, () => {
    const asides = Array.from({ length: 51 }, () => hand * normal());
    const y = asides.slice(1).map((aside, i) => aside - asides[i] + clock * normal());
    return { y, k: y.map(() => 1), x: [y.map(() => 1)] };
  });
}

const likeliest = (runs: readonly Run[]) =>
  fitGrid(runs)!.fits.reduce((best, fit) => (fit.weight > best.weight ? fit : best)).q;

// What is said of thousands of differences is first looked for in some of them; what is found is of all.
it('of very many differences the order of the runs does not matter, though the first tell something else', () => {
  const clock = player(100, 10, 0, 3);
  const hand = player(300, 0.5, 10, 4);
  const [forth, back] = [
    [...clock, ...hand],
    [...hand, ...clock],
  ];
  expect(likeliest(forth)).toBe(likeliest(back));
  const [one, other] = [fitGrid(forth)!, fitGrid(back)!];
  expect(one.fits.map(({ q }) => q)).toEqual(other.fits.map(({ q }) => q));
  one.fits.forEach((fit, i) => {
    expect(fit.beta[0]).toBeCloseTo(other.fits[i].beta[0], 9);
    expect(fit.weight).toBeCloseTo(other.fits[i].weight, 6);
  });
  // The first 4000 alone would say that there is no hand at all.
  expect(likeliest(clock)).toBeLessThan(0.05);
  expect(likeliest(forth)).toBeGreaterThan(0.2);
});

// q = σm² / (σc² + 2σm²), the definition.
it.each([
  [10, 0, 0],
  [10, 10, 1 / 3],
  [4, 10, 100 / 216],
])('a clock of %i and a hand of %i: q is %f', (clock, hand, q) => {
  expect(Math.abs(likeliest(player(200, clock, hand, 9)) - q)).toBeLessThan(0.03);
});

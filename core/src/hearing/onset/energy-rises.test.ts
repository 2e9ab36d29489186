import { chance } from '../../players/index.ts';
import { type EnergyRise, EnergyRises } from './energy-rises.ts';

const STEP_S = 0.0005;
/** So many steps of each of these powers, one after the other. */
const powers = (...stretches: [steps: number, power: number][]) =>
  stretches.flatMap(([steps, power]) => Array<number>(steps).fill(power));
const QUIET = powers([400, 0.001]);
const decibels = (db: number) => 0.001 * 10 ** (db / 10);

function risesOf(sound: readonly number[], rises = new EnergyRises(3, STEP_S)): EnergyRise[] {
  return [...sound.flatMap((power) => rises.push(power) ?? []), ...rises.end()];
}

it('what becomes louder does so at that step, by so many dB, and by so much', () => {
  const [rise, ...more] = risesOf([...QUIET, ...powers([400, decibels(6)])]);
  expect(more).toEqual([]);
  expect(rise.step).toBe(400);
  expect(rise.db).toBeCloseTo(6, 5);
  expect(rise.power).toBeCloseTo(decibels(6) - 0.001, 9);
});

it.each([
  ['by less than so much', powers([400, decibels(2.9)])],
  ['for a moment only', powers([3, decibels(6)], [400, 0.001])],
  ['over so long a time', Array.from({ length: 800 }, (_, i) => decibels(0.02 * i))],
])('what becomes louder %s does not rise', (_, sound) => expect(risesOf([...QUIET, ...sound])).toEqual([]));

it.each([
  ['near another one', 60, 7, [400]],
  ['near another one, but by much more', 88, 24, [400, 488]],
  ['that far from another one', 100, 7, [400, 500]],
])('what rises %s', (_, apart, thenDb, steps) => {
  const sound = [
    ...QUIET,
    ...powers([30, decibels(6)], [apart - 30, 0.001], [30, decibels(thenDb)], [400, 0.001]),
  ];
  expect(risesOf(sound).map(({ step }) => step)).toEqual(steps);
});

it('whoever asked for it may say that it is none; the next one may be one then', () => {
  const sound = [...QUIET, ...powers([10, decibels(9)], [40, decibels(3)], [100, decibels(12)])];
  const held: number[] = [];
  const rises = new EnergyRises(3, STEP_S, (_, db) => {
    held.push(db);
    return false;
  });
  expect(risesOf(sound, rises)).toEqual([]);
  expect(held).toHaveLength(1);
});

it('it is settled after so many steps, or at the end', () => {
  const rises = new EnergyRises(3, STEP_S);
  const sound = [...QUIET, ...powers([30, decibels(6)], [400, 0.001])];
  const at = sound.findIndex((power) => rises.push(power));
  expect(at - 400).toBe(rises.settlesAfter - 1);
  expect(rises.settledStep).toBe(400);
  expect(risesOf(sound.slice(0, 440)).map(({ step }) => step)).toEqual([400]);
});

it('the largest is known of what was not told, too', () => {
  const rises = new EnergyRises(9, STEP_S);
  expect(risesOf([...QUIET, ...powers([100, decibels(6)])], rises)).toEqual([]);
  expect(rises.largestOf((step) => Math.abs(step - 400) < 3)).toBeCloseTo(6, 5);
  expect(rises.largestOf((step) => Math.abs(step - 470) < 3)).toBeLessThan(1);
});

it('noise, however long, does not rise', () => {
  const random = chance(5);
  const noise = Array.from({ length: 200_000 }, () => 0.01 * (0.5 + random()));
  expect(risesOf(noise)).toEqual([]);
});

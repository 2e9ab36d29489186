import type { Path } from '@feldspar/core/paths';
import { freshKey, moved, withStep, withoutStep } from './edit-path.ts';

const step = (key: string) => ({
  key,
  planId: crypto.randomUUID(),
  title: key,
  tempo: { bpm: 80, beat: '1/4' },
});
const PATH: Path = {
  ...{ format: 'feldspar-path', version: 1, title: 'Mine', purpose: '' },
  steps: ['a', 'b', 'c'].map(step),
};
const order = ({ steps }: Path) => steps.map(({ key }) => key).join('');

it('a step is moved by one place, and stays at the ends', () => {
  expect(order(moved(PATH, 'b', -1))).toBe('bac');
  expect(order(moved(PATH, 'b', 1))).toBe('acb');
  expect(moved(PATH, 'a', -1)).toBe(PATH);
  expect(moved(PATH, 'c', 1)).toBe(PATH);
  expect(moved(PATH, 'nowhere', 1)).toBe(PATH);
});

it('changed or taken out the others stay what they are; the last one stays', () => {
  const changed = withStep(PATH, { ...PATH.steps[1], days: 3 });
  expect(changed.steps[1].days).toBe(3);
  expect(changed.steps[0]).toBe(PATH.steps[0]);
  expect(order(withoutStep(PATH, 'b'))).toBe('ac');
  const one = withoutStep(withoutStep(PATH, 'a'), 'b');
  expect(withoutStep(one, 'c')).toBe(one);
});

it('a new key is none that is there', () => {
  const keys = Array.from({ length: 200 }, () => freshKey(PATH.steps));
  expect(new Set(keys).size).toBe(200);
  expect(keys.every((key) => /^[a-z0-9-]{1,40}$/.test(key))).toBe(true);
});

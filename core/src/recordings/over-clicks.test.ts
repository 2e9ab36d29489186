import { isOverClick, knownSound } from './over-clicks.ts';

/** A click that is 0.5 at its loudest, and whose removal leaves a fiftieth of that. */
const known = knownSound({ sound: Float32Array.of(0, 0.5, -0.4, 0.1), left: 0.02 });
const at = (afterMs: number, strength: number, swells?: boolean) =>
  isOverClick({ timeS: 2 + afterMs / 1000, strength }, 2, known, swells);

it.each([
  ['as loud as the click, on it', 0, 0.5, 'stroke'],
  ['what its removal leaves', 1, 0.04, 'hidden'],
  ['no more than its removal leaves in a clear place', 1, 0.015, 'click'],
  ['what is left of its room', 120, 0.015, 'click'],
  ['what comes up where its known sound ends', 190, 0.01, 'click'],
  ['soft, but long after it', 220, 0.001, 'stroke'],
  ['weak, and told as early as ears look back', -15, 0.03, 'hidden'],
  ['a stroke that is early', -15, 0.1, 'stroke'],
] as const)('%s', (_, afterMs, strength, said) => expect(at(afterMs, strength)).toBe(said));

it('a tone that does not become louder at a click does not begin there', () => {
  expect(at(15, 0.3, false)).toBe('hidden');
  expect(at(15, 0.3, true)).toBe('stroke');
  expect(at(100, 0.3, false)).toBe('stroke');
});

it('where its sound is not known, only what lies on it is taken for it', () => {
  const unknown = (afterS: number) => isOverClick({ timeS: 2 + afterS, strength: 0.2 }, 2, undefined);
  expect([unknown(0.002), unknown(-0.006), unknown(0.006)]).toEqual(['hidden', 'stroke', 'stroke']);
});

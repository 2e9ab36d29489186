/** Two limbs on the accents of a line, and its inversion. */
import { plan } from '../testing/plans.ts';
import { type RhythmNote, compile, hasAccents, inverted, unison } from './index.ts';

const LINE: RhythmNote[] = [{ dur: '1/8', accent: true }, { dur: '1/8' }, { dur: '1/4', rest: true }];

it('the inversion strikes where nothing was accented; twice inverted it is the line again', () => {
  expect(inverted(LINE)).toEqual([{ dur: '1/8' }, { dur: '1/8', accent: true }, { dur: '1/4', rest: true }]);
  expect(inverted(inverted(LINE))).toEqual(LINE);
});

it('both limbs play the accents and nothing else', () => {
  const { targets } = compile(plan({ bars: 1, play: unison(LINE) }));
  expect(targets.map(({ voice, position }) => `${voice} ${position.toFraction()}`)).toEqual([
    'hand 0',
    'foot 0',
    'hand 1/2',
    'foot 1/2',
  ]);
  expect(hasAccents(LINE)).toBe(true);
  expect(hasAccents([{ dur: '1/4' }, { dur: '1/4', rest: true, accent: true }])).toBe(false);
});

it('line and inversion together are every note, none twice', () => {
  const places = (line: typeof LINE) =>
    compile(plan({ bars: 1, play: [unison(line)[0]] })).targets.map(({ position }) => position.toFraction());
  const both = [...places(LINE), ...places(inverted(LINE))].sort();
  expect(both).toEqual(['0', '1/2', '1/8', '5/8']);
});

/** Sheets for two limbs, and sheets of groups that run through the bars. */
import fc from 'fast-check';
import { compile } from '../plan/index.ts';
import { anySheet, sheetOfText } from '../testing/sheets.ts';
import {
  type GroupingIdea,
  barProblems,
  barsText,
  groupingSheet,
  invertedSheet,
  planOfSheet,
  realigningBars,
  writtenNotes,
} from './index.ts';

describe('two limbs', () => {
  const together = sheetOfText('e> e q> qr q~ | q> e e> h', {
    counted: '1/4',
    limbs: { voices: ['hand', 'foot'], backbeat: ['1/4', '3/4'] },
    rounds: 1,
  });
  const struck = (sheet: typeof together, voice: string) =>
    compile(planOfSheet(sheet))
      .targets.filter((target) => target.voice === voice)
      .map(({ bar, position }) => `${bar}: ${position.toFraction()}`);

  it('strike the accents together; rests, and what is held on into, are not struck', () => {
    expect(struck(together, 'hand')).toEqual(['1: 0', '1: 1/4', '2: 3/8']);
    expect(struck(together, 'foot')).toEqual(struck(together, 'hand'));
  });

  it('inverted in one step they strike everything else', () => {
    expect(struck(invertedSheet(together), 'hand')).toEqual(['1: 1/8', '1: 3/4', '2: 1/4', '2: 1/2']);
  });

  it('the click is a magnifier: half the counted note; the backbeat sounds in its places', () => {
    const { clicks } = compile(planOfSheet(together));
    const inBar = clicks.filter(({ bar }) => bar === 1);
    expect(inBar.filter(({ voice }) => voice === 'tick')).toHaveLength(8);
    expect(
      inBar.filter(({ voice }) => voice === 'snare').map(({ position }) => position.toFraction()),
    ).toEqual(['1/4', '3/4']);
  });

  it('a line without an accent is refused with the remedy', () => {
    expect(() => planOfSheet({ ...together, bars: sheetOfText('w').bars })).toThrow(
      /Accent at least one note/,
    );
  });

  it('property: inverted twice it is the sheet again, but for accents where nothing is struck', () => {
    fc.assert(
      fc.property(anySheet, (sheet) => {
        const turned = invertedSheet(sheet);
        const struckIn = (one: typeof sheet) =>
          writtenNotes(one).flatMap(({ note, continues }, i) =>
            note.rest || continues ? [] : [[i, Boolean(note.accent)] as const],
          );
        expect(invertedSheet(turned)).toEqual(sheet);
        struckIn(sheet).forEach(([i, accent], k) => expect(struckIn(turned)[k]).toEqual([i, !accent]));
      }),
    );
  });
});

describe('groups over the bars', () => {
  const frame = sheetOfText('w', { counted: '1/4' });
  const made = (idea: Partial<GroupingIdea>, change = {}) =>
    groupingSheet(
      { ...frame, ...change },
      { sticking: 'RLRRL', value: 'sixteenth', triplets: false, ...idea },
    );

  // Five and sixteen have no common divisor: five bars; common practice, no source.
  it('five sixteenths in 4/4 come back to 1 after five bars; the sixth begins with the group', () => {
    const { sheet } = made({});
    expect(sheet!.bars).toHaveLength(6);
    expect(barProblems(sheet!)).toEqual([]);
    expect(barsText([sheet!.bars[0]])).toBe(
      's>:R s:L s:R s:R s:L s>:R s:L s:R s:R s:L s>:R s:L s:R s:R s:L s>:R',
    );
    expect(barsText([sheet!.bars[5]])).toBe('w>:R');
    expect(realigningBars(sheet!)).toEqual([5]);
  });

  it.each<[string, Partial<GroupingIdea>, object, number]>([
    ['seven sixteenths in 4/4', { sticking: 'RLRLRRL' }, {}, 7],
    ['seven triplets in 4/4', { sticking: 'RLRLRRL', value: 'eighth', triplets: true }, {}, 7],
    ['six triplets in 4/4', { sticking: 'RLLRRL', value: 'eighth', triplets: true }, {}, 1],
    ['five eighths in 3/4', { value: 'eighth' }, { meter: { beats: 3, unit: '1/4' } }, 5],
    ['three eighths in 6/8', { sticking: 'RLL', value: 'eighth' }, { meter: { beats: 6, unit: '1/8' } }, 1],
  ])('%s', (_, idea, change, bars) => {
    const { sheet } = made(idea, change);
    expect(sheet!.bars).toHaveLength(bars + 1);
    expect(barProblems(sheet!)).toEqual([]);
    expect(realigningBars(sheet!)).toEqual([bars]);
  });

  it.each<[string, Partial<GroupingIdea>, object, RegExp]>([
    ['a sticking of one', { sticking: 'R' }, {}, /2 to 32 letters/],
    [
      'notes that do not fill a bar',
      { value: 'quarter' },
      { meter: { beats: 7, unit: '1/8' } },
      /whole number/,
    ],
  ])('%s: refused with a reason', (_, idea, change, reason) => {
    expect(made(idea, change).problem).toMatch(reason);
  });
});

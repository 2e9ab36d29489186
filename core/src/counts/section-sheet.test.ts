/** Lengths of a plan as notes to read from: what stands there sounds as the plan does. */
import fc from 'fast-check';
import { type RhythmNote, compile, groupingRhythm } from '../plan/index.ts';
import { ALL_READY_PLANS } from '../practice/index.ts';
import { plan } from '../testing/plans.ts';
import { sheetOfText } from '../testing/sheets.ts';
import { LADDER, type Sheet, barProblems, barsText, planOfSheet, sectionSheets, soundings } from './index.ts';

const textOf = (rhythm: RhythmNote[], bars = 4, change = {}) => {
  const [sheet] = sectionSheets(plan({ bars, play: [{ rhythm, ...change }] }));
  return sheet && barsText(sheet.bars);
};
const heard = (sheet: Sheet) =>
  soundings(sheet).map(({ start, length, accent, sticking }) =>
    [start.toFraction(), length.toFraction(), accent, sticking ?? ''].join(' '),
  );

it.each<[string, RhythmNote[], string]>([
  ['one bar that comes round', [{ dur: '1/2' }, { dur: '1/4', rest: true }, { dur: '1/4' }], 'h qr q'],
  ['a three over four, tied at the barline', [{ dur: '3/4', accent: true }], 'h.> q~> | h h~> | q h.>'],
  ['triplets', [{ dur: '1/12' }, { dur: '1/12' }, { dur: '1/12' }, { dur: '3/4' }], '3:2(e e e) h.'],
  ['a shuffle in triplets', [{ dur: '1/6' }, { dur: '1/12' }], '3:2(q e) 3:2(q e) 3:2(q e) 3:2(q e)'],
  [
    'quintuplets',
    [...Array.from({ length: 5 }, () => ({ dur: '1/20' })), { dur: '3/4' }],
    '5:4(s s s s s) h.',
  ],
])('%s', (_, rhythm, text) => {
  expect(textOf(rhythm)).toBe(text);
});

it('a grouping runs to where it comes together again, with its sticking', () => {
  const [sheet] = sectionSheets(
    plan({ bars: 20, play: [{ rhythm: groupingRhythm({ notes: 5, note: '1/16', sticking: 'RLRRL' }) }] }),
  );
  expect(sheet!.bars).toHaveLength(5);
  expect(sheet!.group).toBe(5);
  expect(heard(sheet!).slice(4, 7)).toEqual(['1/4 1/16 false L', '5/16 1/16 true R', '3/8 1/16 false L']);
});

it('who enters later rests until then', () => {
  expect(textOf([{ dur: '1' }], 4, { fromBar: 3 })).toBe('wr | wr | w');
});

it('nothing is written where the plan writes no rhythm, or where there is no sign for it', () => {
  expect(sectionSheets(plan())).toEqual([null]);
  expect(textOf([{ dur: '1/128' }])).toBeNull();
  // Thirds of a beat that no bar brings together.
  expect(textOf([{ dur: '1/12' }, { dur: '1/9' }])).toBeNull();
});

it('each ready plan with a written rhythm has its notes', () => {
  for (const { plan: ready } of ALL_READY_PLANS)
    ready.sections.forEach((section, i) => {
      if (!section.play.some(({ rhythm }) => rhythm)) return;
      const sheet = sectionSheets(ready)[i];
      expect([ready.title, sheet && barProblems(sheet)]).toEqual([ready.title, []]);
    });
});

/** What sounds, and for how long it is silent between: a sheet is played as its plan, and the plan read as a sheet. */
function expectSame(sheet: Sheet): void {
  const read = sectionSheets({ ...planOfSheet({ ...sheet, rounds: 1, limbs: undefined }) })[0];
  if (read === null) return;
  expect(barProblems(read)).toEqual([]);
  expect(heard(read)).toEqual(heard({ ...sheet, limbs: undefined }));
}

it.each(LADDER.map(({ sheet }) => [sheet.title, sheet] as const))(
  '%s reads as it was written',
  (_, sheet) => {
    expectSame(sheet);
  },
);

it('any sheet of whole beats reads as it was written', () => {
  const beat = fc.constantFrom(
    ...[
      'q',
      'q>',
      'qr',
      'q~',
      'e e',
      'er e>',
      's e.',
      'e. s',
      '3:2(e e e)',
      '3:2(q e)',
      '6:4(s s s s s s)',
      '5:4(s s s s s)',
    ],
  );
  const bar = fc.array(beat, { minLength: 4, maxLength: 4 }).map((beats) => beats.join(' '));
  fc.assert(
    fc.property(fc.array(bar, { minLength: 1, maxLength: 4 }), (bars) => {
      const sheet = sheetOfText(bars.join(' | '));
      expect(sectionSheets(planOfSheet({ ...sheet, rounds: 1 }))[0]).not.toBeNull();
      expectSame(sheet);
    }),
    { numRuns: 300 },
  );
});

it('what is read and what is asked for begin at the same moments', () => {
  const written = plan({
    bars: 8,
    play: [
      {
        rhythm: [
          { dur: '3/8' },
          { dur: '1/8', rest: true },
          { dur: '1/12' },
          { dur: '1/12' },
          { dur: '1/12' },
        ],
      },
    ],
  });
  const { targets, bars } = compile(written);
  const [sheet] = sectionSheets(written);
  const asked = targets
    .filter(({ bar }) => bar < sheet!.bars.length)
    .map(({ bar, position }) => position.add(bars[0].meter.unit.mul(4 * bar)).toFraction());
  expect(soundings(sheet!).map(({ start }) => start.toFraction())).toEqual(asked);
});

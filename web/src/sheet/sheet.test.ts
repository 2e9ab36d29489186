/** Writing a sheet: the edits, the ABC it is engraved from (read back by abcjs), and the plan that follows. */
import {
  type Sheet,
  type SheetItem,
  barsText,
  isTuplet,
  readBars,
  soundings,
  writtenNotes,
} from '@feldspar/core/counts';
import { sheetToAbc } from '@feldspar/core/formats';
import { compile, planSchema } from '@feldspar/core/plan';
import abcjs from 'abcjs';
import fc from 'fast-check';
import { changedNote, insertedAfter, movedNote, removed } from './sheet-edits.ts';
import { countSheet } from '@feldspar/core/counts';
import { scheduleOf } from '@feldspar/core/sound';
import { heardSheet } from './heard-sheet.ts';
import { resultsUnder } from './results-under.ts';
import { newSheetPlan, sheetOf, sheetProblems, withSheet } from './sheet-plan.ts';

function sheet(text: string, change: Partial<Sheet> = {}): Sheet {
  return { ...sheetOf(newSheetPlan())!, bars: readBars(text).bars!, ...change };
}
const textOf = ({ bars }: Sheet) => barsText(bars);

describe('the edits', () => {
  it('a note comes after the chosen one; a full bar begins a new one', () => {
    expect(textOf(insertedAfter(sheet('q q h'), 1, { value: 'eighth' }))).toBe('q q e h');
    expect(textOf(insertedAfter(sheet('q q h'), 2, { value: 'eighth' }))).toBe('q q h | e');
    expect(textOf(insertedAfter(sheet('h | h'), 0, { value: 'half' }))).toBe('h h | h');
    expect(textOf(insertedAfter(sheet('3:2(e e e) h.'), 1, { value: 'quarter' }))).toBe('3:2(e e e) q h.');
  });

  it('what is left empty goes, but for the last bar', () => {
    expect(textOf(removed(sheet('w | w'), 1))).toBe('w');
    expect(textOf(removed(sheet('3:2(e e e) h.'), 1))).toBe('3:2(e e) h.');
    expect(textOf(removed(removed(sheet('q'), 0), 0))).toBe('');
    expect(textOf(insertedAfter(removed(sheet('q'), 0), -1, { value: 'half' }))).toMatch(/^h/);
  });

  it('notes change, and change places over a barline', () => {
    expect(textOf(changedNote(sheet('q q h'), 1, { dots: 1, accent: true }))).toBe('q q.> h');
    expect(textOf(movedNote(sheet('q h. | w'), 1, 1))).toBe('q w | h.');
    expect(textOf(movedNote(sheet('q h.'), 0, -1))).toBe('q h.');
  });
});

describe('as ABC', () => {
  interface Parsed {
    el_type: string;
    duration: number;
    rest?: object;
    startTriplet?: number;
    gracenotes?: object[];
    decoration?: string[];
    pitches?: { startTie?: object }[];
  }
  const parse = (text: string) => {
    const [tune] = abcjs.parseOnly(text) as unknown as {
      warnings?: string[];
      lines: { staff?: { voices: Parsed[][] }[] }[];
    }[];
    return {
      warnings: tune.warnings ?? [],
      notes: tune.lines
        .flatMap((line) => line.staff?.[0].voices[0] ?? [])
        .filter(({ el_type }) => el_type === 'note'),
    };
  };

  const value = fc.constantFrom('whole', 'half', 'quarter', 'eighth', 'sixteenth', 'thirty-second');
  const note = fc.record(
    {
      value,
      dots: fc.constantFrom(1, 2),
      rest: fc.constant(true),
      accent: fc.constant(true),
      sticking: fc.constantFrom('R', 'L'),
    },
    { requiredKeys: ['value'] },
  );
  const tuplet = fc.constantFrom(
    ...['3:2(e e e)', '6:4(s s s s s s)', '5:4(s s s s s)', '7:4(s s er s s s s)'].map(
      (text) => readBars(text).bars![0].items[0],
    ),
  );

  it('property: an independent reader (abcjs) finds every note with its length, rests, accents and tuplets', () => {
    fc.assert(
      fc.property(
        fc.array(fc.array(fc.oneof(note, tuplet), { minLength: 1, maxLength: 6 }), {
          minLength: 1,
          maxLength: 6,
        }),
        (bars) => {
          const written = sheet('q', { bars: bars.map((items) => ({ items: items as SheetItem[] })) });
          const { notes, warnings } = parse(sheetToAbc(written));
          const wanted = writtenNotes(written);
          expect(warnings).toEqual([]);
          expect(notes.map(({ rest }) => Boolean(rest))).toEqual(wanted.map((one) => Boolean(one.note.rest)));
          notes.forEach((found, i) => {
            const item = written.bars[wanted[i].bar].items[wanted[i].item];
            // The reader gives the length as it is written, without the tuplet.
            const share = isTuplet(item) ? item.tuplet.notes / item.tuplet.inTimeOf : 1;
            expect(found.duration).toBeCloseTo(wanted[i].length.valueOf() * share, 9);
            expect(found.decoration?.includes('accent') ?? false).toBe(
              Boolean(wanted[i].note.accent) && !wanted[i].note.rest,
            );
          });
        },
      ),
      { numRuns: 60 },
    );
  });

  it('ties and grace notes too', () => {
    const { notes } = parse(sheetToAbc(sheet('h h~ | q {ee=1/8}h.')));
    expect(notes[1].pitches![0].startTie).toBeDefined();
    expect(notes[3].gracenotes).toHaveLength(2);
  });

  it('a title cannot break out of its line', () => {
    const text = sheetToAbc(sheet('w', { title: 'One\nK:D\n%%hidden' }));
    expect(text.split('\n').filter((line) => /^(K:|%%)/.test(line))).toEqual(['K:C']);
  });
});

describe('the plan of a sheet', () => {
  it('follows it, and carries it through the plan’s own check', () => {
    const plan = withSheet(newSheetPlan(), sheet('q. e h | w', { title: 'Dots' }));
    const parsed = planSchema.parse(JSON.parse(JSON.stringify(plan)));
    expect(sheetOf(parsed)).toEqual(sheetOf(plan));
    expect(parsed.title).toBe('Dots');
    expect(compile(parsed).targets).toHaveLength(4);
  });

  it('stays what it was while a bar has a wrong length', () => {
    const before = newSheetPlan();
    const after = withSheet(before, sheet('q q', { title: 'Short' }));
    expect(after.sections).toEqual(before.sections);
    expect(sheetProblems(sheetOf(after)!)).toEqual([
      { path: 'bars[0]', message: 'Bar 1: a half is missing.' },
    ]);
  });

  it('a plan of another kind, or with a broken sheet, has none', () => {
    expect(sheetOf({ ...newSheetPlan(), sheet: { format: 'other' } } as never)).toBeNull();
  });
});

describe('what was played, under the notes', () => {
  it('early, late, on it and missed; a grace note before its own; what was not reached is empty', () => {
    const played = sheet('q qr {e=1/8}h | w');
    const under = resultsUnder(
      soundings(played),
      4,
      {
        matches: [
          { target: 0, hit: 0, asynchronyMs: -42 },
          { target: 2, hit: 1, asynchronyMs: 8.2 },
        ],
        tolerance: { hitMs: 30, unisonMs: 20 },
      },
      3,
    );
    expect(under).toEqual([
      [{ text: '−42', kind: 'early' }],
      [],
      [
        { text: '×', kind: 'missed' },
        { text: '+8', kind: 'spoken' },
      ],
      [],
    ]);
  });
});

describe('what is heard', () => {
  const given = sheet('q e e hr | q~ q h', { tempo: { bpm: 60, beat: '1/4' } });
  const timeline = compile(withSheet(newSheetPlan(), given));
  const after = (what: Parameters<typeof heardSheet>[2]) =>
    scheduleOf(heardSheet(timeline, countSheet(given, 'e and a'), what))
      .filter(({ timeS, voice }) => timeS >= 4 - 1e-9 && voice !== 'wood')
      .map(({ timeS, voice }) => `${(timeS - 4).toFixed(1)} ${voice}`);

  it('the rhythm where it sounds', () => {
    expect(after('rhythm')).toEqual(['0.0 high', '1.0 high', '1.5 high', '4.0 high', '6.0 high']);
  });

  it('the count on every beat, whispered in the rests, and on the “and”', () => {
    expect(after('count')).toEqual([
      '0.0 one',
      '1.0 two',
      '1.5 and',
      '2.0 three',
      '3.0 four',
      '4.0 one',
      '5.0 two',
      '6.0 three',
      '7.0 four',
    ]);
    const whispered = scheduleOf(heardSheet(timeline, countSheet(given, 'e and a'), 'count')).filter(
      ({ voice, timeS }) => voice === 'three' && timeS < 8,
    );
    expect(whispered.at(-1)!.gain).toBeLessThan(0.5);
    expect(after('both')).toHaveLength(14);
  });
});

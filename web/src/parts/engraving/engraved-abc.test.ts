/** The ABC a sheet is engraved from, read back by the engraver (abcjs). */
import { type Sheet, type SheetItem, isTuplet, readBars, writtenNotes } from '@feldspar/core/counts';
import { sheetToAbc } from '@feldspar/core/formats';
import abcjs from 'abcjs';
import fc from 'fast-check';
import { newSheetPlan, sheetOf } from '../../data/sheet-plan.ts';

function sheet(text: string, change: Partial<Sheet> = {}): Sheet {
  return { ...sheetOf(newSheetPlan())!, bars: readBars(text).bars!, ...change };
}

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

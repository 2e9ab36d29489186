/** Verovio, an engraving program of others, reads what we write: every note is where it is written. */
import fc from 'fast-check';
import verovio from 'verovio';
import { LADDER, type Sheet, type SheetNote, isTuplet, writtenNotes } from '../counts/index.ts';
import { anySheet } from '../testing/sheets.ts';
import { Fraction } from '../time/index.ts';
import { sheetToAbc, sheetToMusicXml } from './index.ts';

let reader: InstanceType<typeof verovio.toolkit>;
beforeAll(async () => {
  await new Promise<void>((resolve) => (verovio.module.onRuntimeInitialized = resolve));
  reader = new verovio.toolkit();
});

/** Quarters from the start at which a note is written, as the other program finds them; ties are notes too. */
function foundIn(text: string): number[] {
  expect(reader.loadData(text)).toBeTruthy();
  return reader.renderToTimemap().flatMap(({ qstamp, on }) => (on ? [qstamp] : []));
}

/** The same as they are written: bars of a wrong length follow each other as they are. */
function writtenIn(sheet: Sheet): number[] {
  let at = new Fraction(0);
  return writtenNotes(sheet).flatMap(({ note, length }) => {
    const start = at;
    at = at.add(length);
    return note.rest ? [] : [start.mul(4).valueOf()];
  });
}

function expectSame(found: number[], sheet: Sheet) {
  const wanted = writtenIn(sheet);
  expect(found).toHaveLength(wanted.length);
  found.forEach((at, i) => expect(at).toBeCloseTo(wanted[i], 6));
}

/** Programs place grace notes each in its own way. */
function withoutGraces(sheet: Sheet): Sheet {
  const plain = (note: SheetNote): SheetNote => ({ ...note, grace: undefined });
  const bars = sheet.bars.map(({ items }) => ({
    items: items.map((item) => (isTuplet(item) ? { ...item, items: item.items.map(plain) } : plain(item))),
  }));
  return { ...sheet, bars };
}

const ready = LADDER.map(({ sheet }) => [sheet.title, withoutGraces(sheet)] as const);

it.each(ready)('MusicXML: %s', (_, sheet) => {
  expectSame(foundIn(sheetToMusicXml(sheet)), sheet);
  expect(reader.getLog()).toBe('');
});

/** Its reader of ABC leaves out what follows a rest in a tuplet; abcjs, which reads it, is asked by the web's tests. */
const hasRestInTuplet = ({ bars }: Sheet) =>
  bars.some(({ items }) => items.some((item) => isTuplet(item) && item.items.some(({ rest }) => rest)));

it.each(ready.filter(([, sheet]) => !hasRestInTuplet(sheet)))('ABC: %s', (_, sheet) => {
  expectSame(foundIn(sheetToAbc(sheet)), sheet);
});

it('property: any sheet as MusicXML', () => {
  fc.assert(
    fc.property(anySheet, (given) => {
      const sheet = withoutGraces(given);
      expectSame(foundIn(sheetToMusicXml(sheet)), sheet);
    }),
    { numRuns: 60 },
  );
});

it('grace notes are read as such', () => {
  const { sheet } = LADDER.find(({ sheet: { title } }) => title === 'Grace notes')!;
  expect(reader.loadData(sheetToMusicXml(sheet))).toBeTruthy();
  expect(reader.getLog()).toBe('');
});

/** A count sheet out as MusicXML and in again; files of others; files that mean harm. */
import fc from 'fast-check';
import { strToU8, zipSync } from 'fflate';
import { LADDER, type Sheet, type SheetItem, readBars } from '../counts/index.ts';
import { NOTE_BASES, type NoteBase } from '../time/index.ts';
import { readMusicXml, readMusicXmlFile, sheetToMusicXml, sheetToMxl } from './index.ts';

function sheet(text: string, change: Partial<Sheet> = {}): Sheet {
  return {
    format: 'feldspar-sheet',
    version: 1,
    title: 'Test sheet',
    meter: { beats: 4, unit: '1/4' },
    tempo: { bpm: 72, beat: '1/4' },
    counted: '1/8',
    bars: readBars(text).bars!,
    ...change,
  };
}

describe('out and in again', () => {
  it.each(LADDER.map((step) => [step.sheet.title, step.sheet] as const))('%s', (_, given) => {
    expect(readMusicXml(sheetToMusicXml(given))).toEqual({ sheet: given, lost: [] });
    expect(readMusicXmlFile(sheetToMxl(given))).toEqual({ sheet: given, lost: [] });
  });

  const value = fc.constantFrom(...(Object.keys(NOTE_BASES) as NoteBase[]));
  const dots = fc.constantFrom<1 | 2>(1, 2);
  const rest = fc.record({ value, dots, rest: fc.constant(true) }, { requiredKeys: ['value', 'rest'] });
  const struck = fc.record(
    {
      value,
      dots,
      tie: fc.constant(true),
      accent: fc.constant(true),
      sticking: fc.constantFrom('R', 'L'),
      grace: fc.record({
        values: fc.array(fc.constantFrom<NoteBase>('eighth', 'sixteenth'), { minLength: 1, maxLength: 3 }),
        takes: fc.constantFrom('1/16', '1/32', '1/64'),
        from: fc.constantFrom<'main' | 'before'>('main', 'before'),
      }),
    },
    { requiredKeys: ['value'] },
  );
  const note = fc.oneof(struck, rest);
  const tuplet = fc.record({
    tuplet: fc.constantFrom({ notes: 3, inTimeOf: 2 }, { notes: 6, inTimeOf: 4 }, { notes: 7, inTimeOf: 4 }),
    items: fc.array(note, { minLength: 1, maxLength: 7 }),
  });
  const bars = fc.array(
    fc.record({ items: fc.array(fc.oneof(note, tuplet), { minLength: 1, maxLength: 6 }) }),
    {
      minLength: 1,
      maxLength: 4,
    },
  );

  it('property: any sheet is the same again', () => {
    fc.assert(
      fc.property(bars, fc.boolean(), fc.constantFrom('1/4', '3/8', '1/16'), (items, pickup, counted) => {
        const given = sheet('q', {
          bars: items as { items: SheetItem[] }[],
          counted,
          ...(pickup ? { pickup } : {}),
        });
        expect(readMusicXml(sheetToMusicXml(given))).toEqual({ sheet: given, lost: [] });
      }),
      { numRuns: 60 },
    );
  });

  it('a title of signs and controls stays text', () => {
    const given = sheet('w', { title: 'A & B <c> "d" \u0001' });
    expect(readMusicXml(sheetToMusicXml(given)).sheet!.title).toBe('A & B <c> "d"');
  });
});

describe('files of others', () => {
  const score = (measures: string, more = '') =>
    `<score-partwise><movement-title>Song</movement-title>${more}<part id="P1">${measures}</part></score-partwise>`;
  const NOTE = '<pitch><step>C</step><octave>4</octave></pitch><duration>2</duration><voice>1</voice>';

  it('rhythm is read, and what a sheet cannot hold is listed', () => {
    const { sheet: read, lost } = readMusicXml(
      score(
        `<measure number="1"><attributes><divisions>2</divisions><time><beats>3</beats><beat-type>4</beat-type></time></attributes>
        <note>${NOTE}<type>quarter</type><lyric><text>la</text></lyric></note>
        <note><chord/>${NOTE}<type>quarter</type></note>
        <note>${NOTE}<type>quarter</type></note><note><rest/><duration>2</duration><voice>1</voice><type>quarter</type></note>
        <backup><duration>6</duration></backup><note><rest/><duration>6</duration><voice>2</voice></note></measure>
        <measure number="2"><note><rest measure="yes"/><duration>6</duration></note></measure>`,
      ) as string,
    ) as { sheet: Sheet; lost: string[] };
    expect(read.title).toBe('Song');
    expect(read.meter).toEqual({ beats: 3, unit: '1/4' });
    expect(read.bars).toEqual(readBars('q q qr | h.r').bars);
    expect(lost.sort()).toEqual(
      [
        'further voices',
        'notes of chords',
        'notes of further voices',
        'pitches (2 times)',
        'words under notes',
      ].sort(),
    );
  });

  it('a grace note without a time gets a sixteenth, and it is said', () => {
    const { sheet: read, lost } = readMusicXml(
      score(`<measure number="1"><note><grace slash="yes"/><voice>1</voice><type>eighth</type></note>
        <note><unpitched/><duration>4</duration><voice>1</voice><type>whole</type></note></measure>`),
    ) as { sheet: Sheet; lost: string[] };
    expect(read.bars[0].items[0]).toMatchObject({
      grace: { values: ['eighth'], takes: '1/16', from: 'before' },
    });
    expect(lost[0]).toMatch(/grace notes with no time/);
  });
});

describe('files that are broken, huge or hostile', () => {
  const zipped = (files: Record<string, string>) =>
    zipSync(Object.fromEntries(Object.entries(files).map(([name, text]) => [name, strToU8(text)])));
  const container = (path: string) =>
    `<container><rootfiles><rootfile full-path="${path}"/></rootfiles></container>`;

  it.each<[string, Uint8Array, RegExp]>([
    [
      'entities',
      strToU8('<!DOCTYPE x [<!ENTITY a "aaaa">]><score-partwise>&a;</score-partwise>'),
      /entities of its own/,
    ],
    ['not XML', strToU8('MThd something'), /not well-formed|empty/],
    ['cut in the middle', strToU8('<score-partwise><part id="P1"><measure>'), /not well-formed/],
    ['timewise', strToU8('<score-timewise/>'), /only partwise/],
    ['no part', strToU8('<score-partwise/>'), /no part/],
    ['deeply nested', strToU8('<a>'.repeat(5000)), /nested or long/],
    ['more than 20 MB', new Uint8Array(20_000_001), /larger than 20 MB/],
    [
      'a container that leads outside',
      zipped({ 'META-INF/container.xml': container('../../etc/passwd') }),
      /names no score/,
    ],
    [
      'a container without its score',
      zipped({ 'META-INF/container.xml': container('score.xml') }),
      /holds no score\.xml/,
    ],
    ['a zip without a container', zipped({ 'score.xml': '<score-partwise/>' }), /holds no META-INF/],
    [
      'a score that unpacks to 30 MB',
      zipped({ 'META-INF/container.xml': container('score.xml'), 'score.xml': ' '.repeat(30_000_000) }),
      /unpacks to more than 20 MB/,
    ],
    ['a broken zip', new Uint8Array([0x50, 0x4b, 3, 4, 9, 9, 9]), /cannot be read/],
  ])('%s: refused with a reason', (_, bytes, reason) => {
    expect(readMusicXmlFile(bytes).problem).toMatch(reason);
  });
});

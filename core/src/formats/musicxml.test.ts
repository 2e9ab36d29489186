/** A count sheet out as MusicXML and in again; files of others; files that mean harm. */
import fc from 'fast-check';
import { strToU8, zipSync } from 'fflate';
import { LADDER, type Sheet, readBars } from '../counts/index.ts';
import { anySheet, sheetOfText } from '../testing/sheets.ts';
import { readMusicXml, readMusicXmlFile, sheetToMusicXml, sheetToMxl } from './index.ts';

describe('out and in again', () => {
  it.each(LADDER.map((step) => [step.sheet.title, step.sheet] as const))('%s', (_, given) => {
    expect(readMusicXml(sheetToMusicXml(given))).toEqual({ sheet: given, lost: [] });
    expect(readMusicXmlFile(sheetToMxl(given))).toEqual({ sheet: given, lost: [] });
  });

  it('property: any sheet is the same again', () => {
    fc.assert(
      fc.property(anySheet, (given) => {
        expect(readMusicXml(sheetToMusicXml(given))).toEqual({ sheet: given, lost: [] });
      }),
      { numRuns: 100 },
    );
  });

  it('a title of signs and controls stays text', () => {
    const given = sheetOfText('w', { title: 'A & B <c> "d" \u0001' });
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

  it('a note without a value is written as notes tied, struck once', () => {
    const { sheet: read } = readMusicXml(
      score(`<measure number="1"><note><unpitched/><duration>5</duration><voice>1</voice></note></measure>`),
    );
    expect(read!.bars).toEqual(readBars('w~ q').bars);
  });

  it('a remark that is not ours is left alone', () => {
    const made = sheetToMusicXml(sheetOfText('w', { counted: '1/8' })).replace(
      /\{.*\}/,
      '{"counted":"none"}',
    );
    expect(readMusicXml(made).sheet!.counted).toBe('1/4');
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
    ['more than 4 MB', new Uint8Array(4_000_001), /larger than 4 MB/],
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
      /unpacks to more than 4 MB/,
    ],
    ['a broken zip', new Uint8Array([0x50, 0x4b, 3, 4, 9, 9, 9]), /cannot be read/],
  ])('%s: refused with a reason', (_, bytes, reason) => {
    expect(readMusicXmlFile(bytes).problem).toMatch(reason);
  });
});

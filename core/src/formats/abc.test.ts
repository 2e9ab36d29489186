/** A count sheet out as ABC and in again; tunes of others; texts that are none. */
import fc from 'fast-check';
import { strToU8, zipSync } from 'fflate';
import { LADDER, readBars } from '../counts/index.ts';
import { anySheet, sheetOfText } from '../testing/sheets.ts';
import { readAbc, readSheetFile, sheetToAbc, sheetToMusicXml, sheetToMxl } from './index.ts';

describe('out and in again', () => {
  it.each(LADDER.map((step) => [step.sheet.title, step.sheet] as const))('%s', (_, given) => {
    expect(readAbc(sheetToAbc(given))).toEqual({ sheet: given, lost: [] });
  });

  it('property: any sheet is the same again', () => {
    fc.assert(
      fc.property(anySheet, (given) => {
        expect(readAbc(sheetToAbc(given))).toEqual({ sheet: given, lost: [] });
      }),
      { numRuns: 100 },
    );
  });
});

describe('tunes of others', () => {
  const tune = (body: string, head = 'M:3/4\nL:1/8') => readAbc(`X:1\nT:Any tune\n${head}\nK:C\n${body}\n`);

  // Lengths, broken rhythm, tuplets with a default, and rests of bars: ABC standard 2.1, sections 4.3, 4.4, 4.5 and 4.13.
  it.each<[string, string, string]>([
    ['unit lengths', 'B2 B B4|B3 B B/B/ B|', 'q e h | q. e s s e'],
    ['broken rhythm', 'B>B B<B B2|', 'e. s s e. q'],
    ['a triplet, (3', '(3BBB B4|', '3:2(e e e) h'],
    ['rests, and one of two bars', 'z2 B4|Z2|', 'qr h | h.r | h.r'],
    ['a whole rest fills its bar', 'B6|z8|', 'h. | h.r'],
    ['ties over the barline', 'B2B4-|B6|', 'q h~ | h.'],
    ['a length that is no one note', 'B5 B|', 'h~ e e'],
  ])('%s', (_, body, wanted) => {
    expect(tune(body).sheet!.bars).toEqual(readBars(wanted).bars);
  });

  // ABC standard 2.1, section 4.13 (duplets, triplets, quadruplets, etc.): what (2 to (9 mean where no time is given; n is 3 in
  // compound meters and 2 in others.
  it.each([
    [2, 3, 3],
    [3, 2, 2],
    [4, 3, 3],
    [5, 2, 3],
    [6, 2, 2],
    [7, 2, 3],
    [8, 3, 3],
    [9, 2, 3],
  ])('(%i is that many in the time of %i, in compound meters of %i', (notes, simple, compound) => {
    const read = (meter: string) =>
      tune(`(${notes}${'B'.repeat(notes)}|`, `M:${meter}\nL:1/8`).sheet!.bars[0].items[0];
    expect(read('4/4')).toMatchObject({ tuplet: { notes, inTimeOf: simple } });
    expect(read('6/8')).toMatchObject({ tuplet: { notes, inTimeOf: compound } });
  });

  it('what a sheet cannot hold is listed', () => {
    const { sheet, lost } = tune(
      '"Am"[Ace]2 !fermata!c4|\nw:la la\n|:(B2 B2) "G"z2:|',
      'C:Somebody\nM:3/4\nL:1/8',
    );
    expect(sheet!.title).toBe('Any tune');
    expect(sheet!.meter).toEqual({ beats: 3, unit: '1/4' });
    expect(lost).toEqual(
      expect.arrayContaining([
        'credits and other header fields',
        'notes of chords',
        'chord symbols and remarks (2 times)',
        expect.stringMatching(/^pitches/),
        'ornaments and other signs',
        expect.stringMatching(/^words under notes/),
        'slurs',
        expect.stringMatching(/^repeats/),
      ]),
    );
  });

  it('a short first bar is a pickup; a second voice, a second tune and a new meter are named', () => {
    expect(tune('B2|B6|').sheet!.pickup).toBe(true);
    const { lost } = readAbc(
      'X:1\nT:Two\nM:3/4\nL:1/4\nV:1\nV:2\nK:G\n[V:1]BBB|[M:2/4]BB|\n[V:2]BBB|BB|\n\nX:2\nT:Other\nK:C\nB|\n',
    );
    expect(lost).toEqual(
      expect.arrayContaining(['1 more tunes', 'further voices', 'changes of meter', 'the key signature']),
    );
  });

  it('groups of a meter and a tempo on a dotted note', () => {
    const { sheet } = tune('B2B2B3|', 'M:(2+2+3)/8\nL:1/8\nQ:3/8=54');
    expect(sheet!.meter).toEqual({ beats: 7, unit: '1/8', groups: [2, 2, 3] });
    expect(sheet!.tempo).toEqual({ bpm: 54, beat: '3/8' });
  });
});

describe('which format a file is, its content says', () => {
  const given = sheetOfText('q q h', { counted: '1/4' });
  it.each([
    ['ABC', strToU8(sheetToAbc(given))],
    ['MusicXML', strToU8(sheetToMusicXml(given))],
    ['compressed MusicXML', sheetToMxl(given)],
  ])('%s', (_, bytes) => {
    expect(readSheetFile(bytes)).toEqual({ sheet: given, lost: [] });
  });
});

describe('texts that are broken, huge or hostile', () => {
  it.each<[string, string, RegExp]>([
    ['nothing', '', /neither MusicXML nor ABC/],
    ['a letter', 'Dear Sir or Madam', /neither MusicXML nor ABC/],
    ['a head without notes', 'X:1\nT:Empty\nK:C\n', /no notes/],
    ['too long', `X:1\nK:C\n${'B '.repeat(300_000)}`, /longer than 60 000/],
    ['more bars than a sheet has', `X:1\nM:1/4\nL:1/4\nK:C\n${'B|'.repeat(600)}`, /at most 512 bars/],
  ])('%s: refused with a reason', (_, text, reason) => {
    expect(readSheetFile(strToU8(text)).problem).toMatch(reason);
  });

  it('a zip that is no score', () => {
    expect(readSheetFile(zipSync({ 'a.txt': strToU8('X:1') })).problem).toMatch(/holds no META-INF/);
  });

  it('property: any text at all is read or refused, never thrown', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 60, unit: 'binary-ascii' }), (body) => {
        const { sheet, problem } = readAbc(`X:1\nK:C\n${body}`);
        expect(Boolean(sheet) !== Boolean(problem)).toBe(true);
      }),
      { numRuns: 200 },
    );
  });
});

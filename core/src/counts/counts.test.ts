/** Counting, on facts of common practice and against a general music-theory library. */
import durationValue from '@tonaljs/duration-value';
import fc from 'fast-check';
import { compile, planSchema } from '../plan/index.ts';
import { Fraction, type NoteBase, parseFraction } from '../time/index.ts';
import { anySheet, sheetOfText } from '../testing/sheets.ts';
import {
  type Sheet,
  barProblems,
  barsText,
  cheatGroups,
  cheatSheet,
  countSheet,
  planOfSheet,
  roundsOf,
  readBars,
  sheetSchema,
  soundings,
  worthText,
  writtenNotes,
} from './index.ts';

/** In 6/8, counted in eighths, unless it is said. */
const SIX = { meter: { beats: 6, unit: '1/8' }, tempo: { bpm: 60, beat: '1/8' } };
const sheet = (text: string, change: Partial<Sheet> = {}) => sheetOfText(text, { ...SIX, ...change });
const FOUR = { meter: { beats: 4, unit: '1/4' }, counted: '1/4', tempo: { bpm: 80, beat: '1/4' } };
const worths = (text: string, change: Partial<Sheet> = {}) =>
  countSheet(sheet(text, change), 'e and a').map(({ worth }) => worthText(worth));
const said = (
  text: string,
  change: Partial<Sheet> = {},
  system: Parameters<typeof countSheet>[1] = 'e and a',
) =>
  countSheet(sheet(text, change), system).map(({ counts }) =>
    counts
      .map(({ text: word, how }) => (how === 'spoken' ? word : how === 'held' ? `-${word}` : `(${word})`))
      .join(' '),
  );

describe('what a note is worth', () => {
  it('with the eighth as the beat: dotted eighth 1½, quarter 2, dotted quarter 3, half 4 (common practice)', () => {
    expect(worths('e. q q. h')).toEqual(['1½', '2', '3', '4']);
  });

  it('six sixteenths in the time of four are 2 eighths together (common practice)', () => {
    const notes = countSheet(sheet('6:4(s s s s s s) h'), 'la li');
    const group = notes.slice(0, 6).reduce((sum, { worth }) => sum.add(worth), new Fraction(0));
    expect(group.equals(2)).toBe(true);
    expect(worthText(notes[0].worth)).toBe('⅓');
    expect(cheatGroups(parseFraction('1/8')).find(({ name }) => /^6 sixteenths/.test(name))?.text).toBe('2');
  });

  // Gardner Read, Music Notation (2nd ed. 1979), the table of note values, and Elaine Gould, Behind Bars (2011), on dots: the
  // first adds half of the note, the second a quarter of it. Both from memory.
  it('the table for the quarter is that of the handbooks: whole 4, half 2, eighth ½; dots add half, then a quarter', () => {
    const table = new Map(cheatSheet(parseFraction('1/4')).map(({ name, text }) => [name, text]));
    expect([
      table.get('whole'),
      table.get('dotted half'),
      table.get('double-dotted half'),
      table.get('half'),
      table.get('eighth'),
      table.get('sixteenth'),
    ]).toEqual(['4', '3', '3½', '2', '½', '¼']);
  });

  it('lengths with dots agree with a general music-theory library (@tonaljs/duration-value)', () => {
    for (const value of ['whole', 'half', 'quarter', 'eighth', 'sixteenth', 'thirty-second']) {
      for (const dots of [0, 1, 2] as const) {
        const [written] = writtenNotes(
          sheet('q', { bars: [{ items: [{ value: value as NoteBase, dots }] }] }),
        );
        expect(written.length.valueOf()).toBeCloseTo(durationValue.get(value + '.'.repeat(dots)).value, 12);
      }
    }
  });

  it('worths are said as musicians write them', () => {
    const said = ['0', '1/2', '3/2', '7/4', '2/3', '4/3', '4/7', '11/7', '12'].map((text) =>
      worthText(new Fraction(text)),
    );
    expect(said).toEqual(['0', '½', '1½', '1¾', '⅔', '1⅓', '4/7', '1 4/7', '12']);
  });
});

describe('what is said', () => {
  it('a half is spoken and held, a rest whispered on every beat', () => {
    expect(said('h hr', FOUR)).toEqual(['1 -2', '(3) (4)']);
  });

  it('sixteenths, eighths and their rests', () => {
    expect(said('s s s s e er q. e', FOUR)).toEqual(['1', 'e', '&', 'a', '2', '(&)', '3 -4', '&']);
  });

  it('the same bar of 6/8 in eighths and in dotted quarters', () => {
    const bar = 'e. s e q e';
    expect(said(bar)).toEqual(['1 -2', '&', '3', '4 -5', '6']);
    expect(said(bar, { counted: '3/8' }, 'la li')).toEqual(['1', 'ta', 'li', '2', 'li']);
  });

  it('a tied note is spoken once, and held over the barline', () => {
    expect(said('h q q~ | h. q', FOUR)).toEqual(['1 -2', '3', '4', '-1 -2 -3', '4']);
  });

  it('a sextuplet in the time of four sixteenths, with the quarter as the beat', () => {
    expect(said('6:4(s s s s s s) h.', FOUR, 'la li').slice(0, 6)).toEqual([
      '1',
      'ta',
      'la',
      'ta',
      'li',
      'ta',
    ]);
  });

  it('own words; a place without a word is silent, not wrong', () => {
    expect(said('e e 5:4(s s s s s) h', FOUR, { '1/2': 'and', '1/5': 'ka' }).slice(0, 4)).toEqual([
      '1',
      'and',
      '2',
      'ka',
    ]);
    expect(countSheet(sheet('5:4(s s s s s) h', FOUR), 'e and a')[2].counts[0].text).toBeNull();
  });

  it('a pickup is counted from the end of its bar', () => {
    expect(said('q | w', { ...FOUR, pickup: true })).toEqual(['4', '1 -2 -3 -4']);
  });

  it('property: every counted beat that a bar covers is named exactly once', () => {
    const note = fc.constantFrom('w', 'h', 'q', 'e', 's', 'q.', 'er', 'qr', 'h~', 'q~');
    fc.assert(
      fc.property(fc.array(note, { minLength: 1, maxLength: 12 }), (words) => {
        const counted = countSheet(sheet(words.join(' '), FOUR), 'e and a');
        const beats = counted.flatMap(({ counts }) =>
          counts
            .filter(({ position }) => position.mod('1/4').equals(0))
            .map(({ position }) => position.toFraction()),
        );
        const end = counted.at(-1)!;
        const expected = end.position.add(end.length).div('1/4').ceil().valueOf();
        expect(beats).toHaveLength(expected);
        expect(new Set(beats).size).toBe(expected);
      }),
    );
  });
});

describe('what sounds', () => {
  const times = (text: string, change: Partial<Sheet> = {}) =>
    soundings(sheet(text, change)).map(({ start, length }) => `${start.toFraction()}+${length.toFraction()}`);

  it('a grace note given an eighth moves its main note by exactly that', () => {
    expect(times('h {e=1/8}h', FOUR)).toEqual(['0+1/2', '1/2+1/8', '5/8+3/8']);
  });

  it('taken from before it leaves its note and shortens the one that sounded', () => {
    expect(times('h {e<1/8}h', FOUR)).toEqual(['0+3/8', '3/8+1/8', '1/2+1/2']);
    expect(times('hr {e<1/8}h', FOUR)).toEqual(['3/8+1/8', '1/2+1/2']);
  });

  it('several share their time as they are written', () => {
    expect(times('{eq=3/16}w', FOUR)).toEqual(['0+1/16', '1/16+1/8', '3/16+13/16']);
  });

  it('time that is not there is not taken: something is left of the note that gives', () => {
    for (const text of ['{e=1/2}q q q q', 'q {e<1/2}q q q']) {
      const all = soundings(sheet(text, FOUR));
      for (const { length } of all) expect(length.gt(0)).toBe(true);
    }
    expect(times('{e<1/8}w', FOUR)).toEqual(['0+1']);
  });

  it('ties are one sound; a rest ends it', () => {
    expect(times('q~ q~ h | qr h.', FOUR)).toEqual(['0+1', '5/4+3/4']);
  });
});

describe('bars of a wrong length', () => {
  it('are named, with what is missing or too much', () => {
    expect(barProblems(sheet('h h | h q e | w q e', FOUR)).map(({ message }) => message)).toEqual([
      'Bar 2: an eighth is missing.',
      'Bar 3: a dotted quarter too much.',
    ]);
    expect(barProblems(sheet('q | w', { ...FOUR, pickup: true }))).toEqual([]);
    expect(barProblems(sheet('w | w q q q q q', FOUR))[0].message).toBe('Bar 2: 5 quarters too much.');
  });
});

describe('as a plan', () => {
  it('the click is on the counted note, the rhythm is what sounds, lengths are judged', () => {
    const plan = planOfSheet(
      sheet('q. {s=1/16}q. | qr e h~ | q. q.', {
        rounds: 1,
        bars: readBars('q. {s=1/16}q. | qr e q. | q. q.').bars!,
      }),
    );
    expect(planSchema.safeParse(plan).success).toBe(true);
    const { targets, clicks } = compile(plan);
    expect(clicks.filter(({ bar }) => bar === 1)).toHaveLength(6);
    expect(targets.map(({ bar, position }) => `${bar} ${position.toFraction()}`)).toEqual([
      '1 0',
      '1 3/8',
      '1 7/16',
      '2 1/4',
      '2 3/8',
      '3 0',
      '3 3/8',
    ]);
    expect(targets.every(({ hold }) => hold)).toBe(true);
  });

  it.each<[string, Partial<Sheet>, object, number]>([
    ['6/8 in dotted quarters has two beats', { counted: '3/8' }, { beats: 2, unit: '3/8' }, 2],
    ['6/8 in eighths has six', { counted: '1/8' }, { beats: 6, unit: '1/8' }, 1],
    ['4/4 in eighths has eight', { ...FOUR, counted: '1/8' }, { beats: 8, unit: '1/8' }, 1],
    ['6/8 in halves is as it is written', { counted: '1/2' }, { beats: 6, unit: '1/8' }, 1],
  ])('%s; short bars are counted in for two', (_, change, meter, bars) => {
    const plan = planOfSheet(sheet(change.meter ? 'w' : 'h.', change));
    expect(plan.sections[0].meter).toEqual(meter);
    expect(plan.countIn?.bars).toBe(bars);
  });

  it.each<[string, string, Partial<Sheet>, number]>([
    [
      'two notes in a bar come round until there are eight bars',
      'h. h.',
      { bars: readBars('q. q.').bars! },
      8,
    ],
    [
      'twelve notes in two bars are played twice',
      'e e e e e e',
      { bars: readBars('e e e e e e | e e e e e e').bars! },
      2,
    ],
    ['sixteen notes once', 'q', { bars: readBars('s s s s s s s s s s s s | q q q').bars! }, 2],
    ['eight bars once', 'q', { bars: readBars(Array(8).fill('h.').join(' | ')).bars! }, 1],
    ['as often as the player says', 'q. q.', { rounds: 3 }, 3],
    ['nothing but rests for eight bars', 'qr q', { bars: readBars('er er er er er er').bars! }, 8],
  ])('%s', (_, text, change, rounds) => {
    const written = sheet(text, change);
    expect(roundsOf(written)).toBe(rounds);
    expect(planOfSheet(written).sections[0].bars).toBe(rounds * written.bars.length);
  });

  it('each round is the same again, in the next bars', () => {
    const { targets } = compile(planOfSheet(sheet('q. q e', { rounds: 3 })));
    const places = targets.map(({ bar, position }) => `${bar} ${position.toFraction()}`);
    expect(places).toEqual(['1 0', '1 3/8', '1 5/8', '2 0', '2 3/8', '2 5/8', '3 0', '3 3/8', '3 5/8']);
  });

  it('of two limbs only the accents count', () => {
    const limbs = { voices: ['hand', 'foot'] as [string, string] };
    expect(roundsOf(sheet('e> e e e> e e', { limbs }))).toBe(8);
  });

  it('a sheet with a bar of a wrong length is refused, with the bar', () => {
    expect(() => planOfSheet(sheet('q. q', {}))).toThrow(/Bar 1: an eighth is missing/);
  });
});

describe('as text', () => {
  it.each([
    ['q q z', /“z” is no note/],
    ['3:2(e e e', /is no note/],
    ['1:2(e)', /a tuplet is 2 to 32 notes/],
    ['{e=0/8}q', /say what the grace notes take/],
    ['3:2()', /at least one note/],
  ])('%s is refused with the remedy', (text, message) => {
    expect(readBars(text).problem).toMatch(message);
  });

  it('property: written and read again it is the same, and fits the schema', () => {
    fc.assert(
      fc.property(anySheet, (document) => {
        expect(sheetSchema.parse(document)).toEqual(document);
        expect(readBars(barsText(document.bars)).bars).toEqual(document.bars);
      }),
    );
  });
});

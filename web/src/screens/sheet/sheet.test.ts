/** Writing a sheet: the edits, the plan that follows, what is heard, and what was played. */
import {
  LADDER,
  type Sheet,
  type SheetNote,
  barsText,
  countSheet,
  readBars,
  systemSchema,
  writtenNotes,
} from '@feldspar/core/counts';
import { compile, planSchema } from '@feldspar/core/plan';
import { scheduleOf } from '@feldspar/core/sound';
import { clickPlaceOf, clickPlaces } from './click-places.ts';
import { heardSheet, unspokenWords } from './heard-sheet.ts';
import { WORD_FIELDS, readWords, wordsText } from './own-words.ts';
import { playedNotes } from '../reading/played-notes.ts';
import { resultRows, resultsUnder } from '../reading/results-under.ts';
import {
  asTuplet,
  changed,
  clipOf,
  insertedAfter,
  moved,
  pasted,
  removed,
  withoutTuplet,
} from '../../data/sheet-edits.ts';
import { newSheetPlan, sheetOf, sheetProblems, withSheet } from '../../data/sheet-plan.ts';

function sheet(text: string, change: Partial<Sheet> = {}): Sheet {
  return { ...sheetOf(newSheetPlan())!, bars: readBars(text).bars!, rounds: 1, ...change };
}
const one = (index: number) => ({ from: index, to: index });
const textOf = ({ bars }: Sheet) => barsText(bars);

describe('the edits', () => {
  it('a note comes after the chosen one; a full bar begins a new one', () => {
    expect(textOf(insertedAfter(sheet('q q h'), 1, { value: 'eighth' }))).toBe('q q e h');
    expect(textOf(insertedAfter(sheet('q q h'), 2, { value: 'eighth' }))).toBe('q q h | e');
    expect(textOf(insertedAfter(sheet('h | h'), 0, { value: 'half' }))).toBe('h h | h');
    expect(textOf(insertedAfter(sheet('3:2(e e e) h.'), 1, { value: 'quarter' }))).toBe('3:2(e e e) q h.');
  });

  it('what is left empty goes, but for the last bar', () => {
    expect(textOf(removed(sheet('w | w'), one(1)))).toBe('w');
    expect(textOf(removed(sheet('3:2(e e e) h.'), one(1)))).toBe('3:2(e e) h.');
    expect(textOf(removed(sheet('q q | 3:2(e e e) q | w'), { from: 1, to: 5 }))).toBe('q | w');
    expect(textOf(removed(removed(sheet('q'), one(0)), one(0)))).toBe('');
    expect(textOf(insertedAfter(removed(sheet('q'), one(0)), -1, { value: 'half' }))).toBe('h');
  });

  it('notes change, one or several', () => {
    const dotted = (note: SheetNote): SheetNote => ({ ...note, dots: 1, accent: true });
    expect(textOf(changed(sheet('q q h'), one(1), dotted))).toBe('q q.> h');
    expect(textOf(changed(sheet('q 3:2(e e e) h'), { from: 0, to: 2 }, dotted))).toBe('q.> 3:2(e.> e.> e) h');
  });

  it('notes change places over a barline, alone or together', () => {
    expect(textOf(moved(sheet('q h. | w'), one(1), 1))).toBe('q w | h.');
    expect(textOf(moved(sheet('q h.'), one(0), -1))).toBe('q h.');
    expect(textOf(moved(sheet('q e s | h'), { from: 1, to: 2 }, 1))).toBe('q h e | s');
    expect(textOf(moved(sheet('q e s | h'), { from: 1, to: 2 }, -1))).toBe('e s q | h');
  });

  it('notes are copied with their barlines and tuplets, and put in as text is', () => {
    const from = sheet('q e e 3:2(e e e) q | h h');
    const clip = clipOf(from, { from: 4, to: 6 });
    expect(barsText(clip)).toBe('3:2(e e) q');
    expect(barsText(clipOf(from, { from: 6, to: 7 }))).toBe('q | h');
    expect(textOf(pasted(sheet('h | w'), 0, clip))).toBe('h 3:2(e e) q | w');
    expect(textOf(pasted(sheet('w | w'), 0, clipOf(from, { from: 6, to: 7 })))).toBe('w | q | h | w');
    expect(textOf(pasted(sheet('q h.'), 0, clipOf(from, { from: 6, to: 7 })))).toBe('q q | h h.');
  });

  it.each(LADDER.map((step) => [step.sheet.title, step.sheet] as const))(
    '%s: copied and put at its end it is there twice; taken away again it is as before',
    (_, given) => {
      const last = writtenNotes(given).length - 1;
      const clip = clipOf(given, { from: 0, to: last });
      expect(clip).toEqual(given.bars);
      const twice = pasted(given, last, clip);
      const notes = writtenNotes(given).map(({ note }) => note);
      expect(writtenNotes(twice).map(({ note }) => note)).toEqual([...notes, ...notes]);
      expect(removed(twice, { from: last + 1, to: 2 * last + 1 })).toEqual(given);
    },
  );

  it('notes become a tuplet, and plain again', () => {
    const triplet = asTuplet(sheet('e e e h.'), { from: 0, to: 2 }, { notes: 3, inTimeOf: 2 })!;
    expect(textOf(triplet)).toBe('3:2(e e e) h.');
    expect(textOf(withoutTuplet(triplet, 1))).toBe('e e e h.');
    expect(asTuplet(sheet('w | w'), { from: 0, to: 1 }, { notes: 3, inTimeOf: 2 })).toBeNull();
    expect(asTuplet(triplet, { from: 1, to: 3 }, { notes: 3, inTimeOf: 2 })).toBeNull();
  });
});

describe('own words', () => {
  const [two, three, four] = WORD_FIELDS;

  it('each field says its shares of the beat, and leaves the others', () => {
    const words = readWords({ '1/2': 'und' }, three, 'pa ti').value!;
    expect(words).toEqual({ '1/2': 'und', '1/3': 'pa', '2/3': 'ti' });
    expect(WORD_FIELDS.map((field) => wordsText(words, field))).toEqual(['und', 'pa ti', '']);
    expect(readWords(words, two, '  ').value).toEqual({ '1/3': 'pa', '2/3': 'ti' });
    expect(systemSchema.parse(readWords(words, four, 'é a').value)).toEqual({
      ...words,
      '1/4': 'é',
      '3/4': 'a',
    });
  });

  it('what is no word is refused with the remedy', () => {
    expect(readWords({}, two, 'and one').problem).toMatch(/one word/);
    expect(readWords({}, four, 'e').problem).toMatch(/two words.*“e a”/);
    expect(readWords({}, two, '1').problem).toMatch(/letters/);
  });
});

describe('where the click falls', () => {
  const given = sheet('q q h', { counted: '1/4' });
  it('is found by name, and said in words where it has none', () => {
    expect(clickPlaceOf(given).name).toBe('on every counted note');
    const between = clickPlaces(given).find(({ name }) => name === 'between the counted notes')!;
    expect(between.clicks).toEqual([{ every: '1/4', from: '1/8' }]);
    expect(clickPlaceOf({ ...given, clicks: between.clicks }).name).toBe(between.name);
    expect(clickPlaceOf({ ...given, clicks: [{ every: '3/8' }] }).name).toBe('every dotted quarter');
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

describe('what was played, note by note', () => {
  const read = (
    given: Sheet,
    hits: { timeS: number; lengthS?: number }[],
    matches: { target: number; hit: number; asynchronyMs: number }[],
    latencyMs = 0,
    targets = Infinity,
  ) => {
    const timeline = compile(withSheet(newSheetPlan(), given));
    const reached = { ...timeline, targets: timeline.targets.slice(0, targets) };
    return playedNotes(given, reached, { matches }, hits, latencyMs);
  };
  /** One bar of count-in at 60: the first note is at 4 s. */
  const slow = { tempo: { bpm: 60, beat: '1/4' }, rounds: 1 };

  it('early, late, on it and missed; a grace note before its own; what was not reached is empty', () => {
    const { notes } = read(
      sheet('q qr {e=1/8}h | w', slow),
      [{ timeS: 3.958 }, { timeS: 6.508 }],
      [
        { target: 0, hit: 0, asynchronyMs: -42 },
        { target: 2, hit: 1, asynchronyMs: 8.2 },
      ],
      0,
      3,
    );
    expect(notes.map((note) => resultsUnder(note, 30))).toEqual([
      [{ text: '−42', kind: 'early' }],
      [],
      [
        { text: '×', kind: 'missed' },
        { text: '+8', kind: 'spoken' },
      ],
      [],
    ]);
  });

  it('hits in a rest stand under it, latency taken off; others are more than there are notes', () => {
    const { notes, extra } = read(
      sheet('q qr h', slow),
      [{ timeS: 4 }, { timeS: 5.04 }, { timeS: 5.5 }, { timeS: 7 }],
      [{ target: 0, hit: 0, asynchronyMs: 0 }],
      50,
    );
    // With 50 ms taken off the second one is still in the note before the rest.
    expect(notes.map(({ inRest }) => inRest)).toEqual([0, 1, 0]);
    expect(extra).toBe(2);
    expect(resultsUnder(notes[1], 30)).toEqual([{ text: 'hit', kind: 'missed' }]);
  });

  it('a tied note is held through its written ones, one after another', () => {
    const { notes } = read(
      sheet('h h~ | q qr h', slow),
      [
        { timeS: 4, lengthS: 1.8 },
        { timeS: 6, lengthS: 2.5 },
        { timeS: 10, lengthS: 2.2 },
      ],
      [0, 1, 2].map((i) => ({ target: i, hit: i, asynchronyMs: 0 })),
    );
    expect(notes.map(({ held }) => held && Math.round(1000 * held) / 1000)).toEqual([0.9, 1, 0.5, null, 1.1]);
    const rows = resultRows(countSheet(sheet('h h~ | q qr h'), 'e and a'), notes);
    expect(rows[2]).toEqual({ bar: 2, name: 'held on quarter', count: '1', start: '', length: '50 %' });
    expect(rows[3]).toMatchObject({ name: 'quarter rest', start: 'silent' });
  });

  it('a note that grace notes take from is held whole when it is held for what is left', () => {
    const { notes } = read(
      sheet('q {e<1/8}h.', slow),
      [{ timeS: 4, lengthS: 0.5 }],
      [{ target: 0, hit: 0, asynchronyMs: 0 }],
    );
    expect(notes[0].held).toBe(1);
  });

  it('rounds stand together under their note: the mean, and how often it was missed', () => {
    const given = sheet('h h', { ...slow, rounds: 3 });
    const { notes } = read(
      given,
      [{ timeS: 4.01 }, { timeS: 6 }, { timeS: 8.03 }, { timeS: 12.02 }],
      [
        { target: 0, hit: 0, asynchronyMs: 10 },
        { target: 1, hit: 1, asynchronyMs: 0 },
        { target: 2, hit: 2, asynchronyMs: 30 },
        { target: 4, hit: 3, asynchronyMs: 20 },
      ],
    );
    expect(notes.map(({ starts }) => starts)).toEqual([
      [{ ms: 20, asked: 3, missed: 0 }],
      [{ ms: 0, asked: 3, missed: 2 }],
    ]);
    expect(resultsUnder(notes[1], 30)).toEqual([{ text: '· ×2', kind: 'spoken' }]);
    expect(resultRows(countSheet(given, 'e and a'), notes)[1].start).toBe('on it (2 of 3 missed)');
  });

  it('a hit in a rest of a later round stands under that rest', () => {
    const { notes } = read(sheet('h hr', { ...slow, rounds: 2 }), [{ timeS: 11 }], []);
    expect(notes.map(({ inRest }) => inRest)).toEqual([0, 1]);
  });

  it('two limbs stand beside each other under the accents they strike', () => {
    const { notes } = read(
      sheet('q> q h>', { ...slow, limbs: { voices: ['hand', 'foot'] } }),
      [{ timeS: 4 }, { timeS: 4.02 }],
      [
        { target: 0, hit: 0, asynchronyMs: 0 },
        { target: 1, hit: 1, asynchronyMs: 20 },
      ],
    );
    expect(notes.map(({ starts }) => starts.map(({ ms }) => ms))).toEqual([[0, 20], [], [null, null]]);
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

  it('says which words no voice knows', () => {
    expect(unspokenWords(countSheet(given, 'e and a'))).toEqual([]);
    expect(unspokenWords(countSheet(given, { '1/2': 'und' }))).toEqual(['“und”']);
  });

  it('two limbs as two drums, together', () => {
    const limbs = {
      ...given,
      bars: readBars('q> q q> q').bars!,
      limbs: { voices: ['hand', 'foot'] as [string, string] },
    };
    const struck = scheduleOf(
      heardSheet(compile(withSheet(newSheetPlan(), limbs)), countSheet(limbs, 'e and a'), 'rhythm'),
    ).filter(({ voice }) => voice === 'high' || voice === 'low');
    expect(struck.map(({ timeS, voice }) => `${timeS - 4} ${voice}`)).toEqual([
      '0 high',
      '0 low',
      '2 high',
      '2 low',
    ]);
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

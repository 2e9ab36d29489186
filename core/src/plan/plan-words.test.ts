import fc from 'fast-check';
import { Fraction } from '../time/index.ts';
import { plan } from '../testing/plans.ts';
import {
  compile,
  groupingOf,
  groupingRhythm,
  layerWords,
  lineWords,
  planFacts,
  problemWords,
  readPlan,
  readRhythm,
  realignsAfter,
  rhythmText,
  silenceWords,
  whereabouts,
} from './index.ts';

const FOUR = { beats: 4, unit: new Fraction(1, 4) };

describe('a plan’s parts in words', () => {
  it.each([
    [{ every: '5/4' }, 'every 5 quarters'],
    [{ every: '1/4', from: '1/8' }, 'every quarter, an eighth later'],
    [{ every: '1/4', from: '0' }, 'every quarter'],
    [{ at: ['3/4', '1/4'] }, 'on 2 and 4'],
    [{ at: ['3/8'] }, 'on 2&'],
    [{ at: ['0', '1/4', '1/2', '3/4'] }, 'on every quarter of the bar'],
    [
      { groove: 'drums', feel: 'half' as const, shift: '1/16', checkpoint: 2 },
      'drums, half time, a sixteenth later, a cymbal every 2 bars',
    ],
  ])('%j', (layer, words) => expect(layerWords(layer, FOUR)).toBe(words));

  it.each([
    [{ every: '1/4', fromBar: 5 }, 'every quarter, from bar 5'],
    [{ every: '1/4', from: '1/8', until: 3 }, 'every quarter, an eighth later, bars 1 to bar 3'],
    [{ free: '1/8' }, 'anything on eighths'],
    [{ rhythm: [{ dur: '1/4' }, { dur: '1/4', rest: true }] }, 'a rhythm of 1 note'],
    [
      { rhythm: groupingRhythm({ notes: 5, note: '1/16', sticking: '' }) },
      'groups of 5 sixteenths, the first accented',
    ],
  ])('%j', (line, words) => expect(lineWords(line, FOUR)).toBe(words));

  it.each([
    [undefined, 'none: it sounds throughout'],
    [{ sound: 2, silent: [1, 2] }, '2 bars with the click, then 1, 2 without'],
    [{ bars: 'xo' }, 'bars with, without'],
    [{ dropChance: 0.25 }, 'each click is left out by chance, 25 in 100'],
    [{ fadeDb: -3 }, '3 dB softer each bar'],
  ])('silence %j', (silence, words) => expect(silenceWords(silence)).toBe(words));
});

describe('where a problem lies', () => {
  it('names the section and the layer', () => {
    const result = readPlan(plan({}, { clicks: [{ at: ['5/4'] }] }));
    const [problem] = 'problems' in result ? result.problems : [];
    expect(problemWords(problem)).toBe(
      'Section 2, click 1: a click at 5/4 lies outside a bar of 4/4, which ends at 1',
    );
    expect(whereabouts(problem.path).section).toBe(1);
  });

  it.each([
    ['title', 'Title: x'],
    ['sections', 'X'],
    ['sections[0].meter.groups', 'Section 1, meter: x'],
    ['sections[3].play[1].rhythm[2].dur', 'Section 4, line to play 2: x'],
  ])('%s', (path, words) => expect(problemWords({ path, message: 'x' })).toBe(words));
});

describe('a rhythm as text', () => {
  it('is read with its marks', () => {
    expect(readRhythm('1/4>:R 1/8r 3/8_')).toEqual({
      rhythm: [
        { dur: '1/4', accent: true, sticking: 'R' },
        { dur: '1/8', rest: true },
        { dur: '3/8', hold: true },
      ],
    });
  });

  it.each(['', '1/4 x', '0', '0/4', '1/0', '1/4!', '-1/4'])('“%s” is refused with the remedy', (text) =>
    expect(readRhythm(text).problem).toMatch(/Write lengths like 1\/4/),
  );

  it('property: text and rhythm say the same', () => {
    const notes = fc.array(
      fc.record(
        {
          dur: fc.constantFrom('1/4', '3/8', '1/12', '2'),
          rest: fc.constant(true),
          accent: fc.constant(true),
          hold: fc.constant(true),
          sticking: fc.constantFrom('R', 'L', 'rl'),
        },
        { requiredKeys: ['dur'] },
      ),
      { minLength: 1, maxLength: 20 },
    );
    fc.assert(fc.property(notes, (rhythm) => expect(readRhythm(rhythmText(rhythm))).toEqual({ rhythm })));
  });
});

describe('groupings', () => {
  it('a grouping is known again; with a rest or a second accent it is another rhythm', () => {
    const grouping = { notes: 5, note: '1/16', sticking: 'RLRRL' };
    expect(groupingOf(groupingRhythm(grouping))).toEqual(grouping);
    expect(groupingOf([{ dur: '1/8', accent: true }])).toBeNull();
    expect(
      groupingOf([
        { dur: '1/8', accent: true },
        { dur: '1/8', accent: true },
      ]),
    ).toBeNull();
    expect(
      groupingOf([
        { dur: '1/8', accent: true },
        { dur: '1/8', rest: true },
      ]),
    ).toBeNull();
  });

  it.each([
    [5, '1/16', '1/4', 5],
    [5, '1/16', '1/2', 10],
    [5, '1/12', '1/4', 5],
    [5, '1/12', '1/2', 10],
    [7, '1/16', '1/4', 7],
    [7, '1/16', '1/2', 14],
    [3, '1/16', '1/4', 3],
    [4, '1/16', '1/4', 1],
  ])(
    '%d notes of %s over %s come back after %d quarters (common practice arithmetic)',
    (n, note, pulse, quarters) => {
      const after = realignsAfter(n, new Fraction(note), new Fraction(pulse));
      expect(after.div(1, 4).valueOf()).toBe(quarters);
    },
  );
});

describe('what the player owns', () => {
  const facts = (change: object) => planFacts(compile(plan({ bars: 4, ...change })));
  it.each([
    ['a click on every beat leaves nothing', {}, 0, 100],
    ['2 and 4 leave one and three', { clicks: [{ at: ['1/4', '3/4'] }] }, 0.5, 50],
    ['off-beats leave every beat', { clicks: [{ every: '1/4', from: '1/8' }] }, 1, 100],
    ['one a bar leaves three of four', { clicks: [{ at: ['0'] }] }, 0.75, 25],
    ['silent bars are owned whole', { silence: { bars: 'xo' } }, 0.5, 50],
    ['eighths give no more beats than quarters', { clicks: [{ every: '1/8' }, { at: ['0'] }] }, 0, 225],
  ])('%s', (_, change, owned, aMinute) => {
    expect(facts(change).ownedShare).toBeCloseTo(owned, 12);
    expect(facts(change).clicksPerMinute).toBeCloseTo(aMinute, 9);
  });
});

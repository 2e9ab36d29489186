import duration from '@tonaljs/duration-value';
import fc from 'fast-check';
import {
  Fraction,
  type NoteBase,
  lengthOf,
  nameOfLength,
  pluralOfLength,
  quartersPerMinute,
  saidIn,
  secondsOf,
  tempo,
} from '../time/index.ts';
import { barSeconds, midiMicroseconds, rateOf, readRate, tempoLasting, tempoProblem } from './index.ts';

const f = (text: string) => new Fraction(text);
const bpm = (from: string, rate: number | string, to: string) =>
  rateOf(f(to), tempo(rate, from)).bpm.toFraction();

const length = fc
  .tuple(fc.integer({ min: 1, max: 64 }), fc.integer({ min: 1, max: 96 }))
  .map(([n, d]) => new Fraction(n, d));
const rate = fc.integer({ min: 2, max: 1998 }).map((n) => new Fraction(n, 2));

describe('a rate of one note as the rate of another', () => {
  it.each([
    ['half = 100 is quarter = 200 is eighth = 400 (hand-worked)', '1/2', 100, '1/4', '200'],
    ['… eighth = 400', '1/2', 100, '1/8', '400'],
    ['6/8 with dotted quarter = 40 is eighth = 120 (hand-worked)', '3/8', 40, '1/8', '120'],
    ['dotted quarter = 110 is quarter = 165 (hand-worked)', '3/8', 110, '1/4', '165'],
    ['quarter triplet = 110 is quarter = 73 1/3 (hand-worked)', '1/6', 110, '1/4', '220/3'],
    ['double-dotted quarter = 64 is sixteenth = 448 (hand-worked)', '7/16', 64, '1/16', '448'],
    ['septuplet sixteenth = 420 is quarter = 60 (seven in a quarter)', '1/28', 420, '1/4', '60'],
  ])('%s', (_, from, given, to, wanted) => expect(bpm(from, given, to)).toBe(wanted));

  // MusicXML 4.0, <metronome>: beat-unit, beat-unit-dot and per-minute. Worked by its own definition of the dot.
  it.each([
    ['quarter', 0, 96, 'half', 0, '48'],
    ['quarter', 1, 60, 'eighth', 0, '180'],
    ['half', 1, 40, 'quarter', 0, '120'],
    ['eighth', 1, 120, 'sixteenth', 0, '360'],
    ['half', 2, 30, 'eighth', 0, '210'],
  ] as const)(
    'MusicXML beat-unit %s with %d dots, per-minute %d, is %s (%d dots) at %s a minute',
    (base, dots, perMinute, otherBase, otherDots, wanted) => {
      const from = lengthOf({ base, dots });
      const to = lengthOf({ base: otherBase, dots: otherDots });
      expect(rateOf(to, { bpm: new Fraction(perMinute), beat: from }).bpm.toFraction()).toBe(wanted);
    },
  );

  it('gives seconds and notes a second: sixteenths at quarter = 120 last 125 ms, 8 a second (hand-worked)', () => {
    const { seconds, perSecond } = rateOf(f('1/16'), tempo(120, '1/4'));
    expect([seconds.toFraction(), perSecond.toFraction()]).toEqual(['1/8', '8']);
  });

  it('property: there and back is exact for every pair of notes', () => {
    fc.assert(
      fc.property(rate, length, length, (given, from, to) => {
        const there = rateOf(to, { bpm: given, beat: from });
        expect(rateOf(from, { bpm: there.bpm, beat: to }).bpm.equals(given)).toBe(true);
      }),
    );
  });

  it('property: from the length of anything back to the tempo is exact', () => {
    fc.assert(
      fc.property(rate, length, length, length, (given, beat, what, other) => {
        const at = { bpm: given, beat };
        const back = tempoLasting(what, rateOf(what, at).seconds, other);
        expect(back.bpm.equals(saidIn(at, other).bpm)).toBe(true);
      }),
    );
  });
});

describe('lengths', () => {
  it('a bar of 4/4 at quarter = 100 lasts 2.4 s, eight of them 19.2 s (hand-worked)', () => {
    const bar = barSeconds({ beats: 4, unit: f('1/4') }, tempo(100, '1/4'));
    expect([bar.valueOf(), bar.mul(8).valueOf()]).toEqual([2.4, 19.2]);
  });

  it('a bar of 3/4 that lasts 2 s is quarter = 90 (hand-worked)', () => {
    expect(tempoLasting(f('3/4'), f('2'), f('1/4')).bpm.valueOf()).toBe(90);
  });

  it.each(['0', '-1'])('nothing lasts %s s', (seconds) => {
    expect(() => tempoLasting(f('1'), f(seconds), f('1/4'))).toThrow(/above 0/);
  });

  // Standard MIDI Files 1.0, Set Tempo: microseconds a quarter; 120 is 500 000 (07 A1 20), the default.
  it.each([
    ['1/4', 120, 500_000],
    ['1/4', 60, 1_000_000],
    ['1/4', 100, 600_000],
    ['3/8', 80, 500_000],
    ['1/2', 60, 500_000],
    ['1/4', 140, 428_571],
  ])('%s = %d is %d µs a quarter', (beat, given, wanted) => {
    expect(midiMicroseconds(tempo(given, beat))).toBe(wanted);
  });
});

// The table of relative values that opens every handbook of notation (e.g. Read, Music Notation, ch. 5; from memory).
it.each([
  ['whole', 0, 'half', 2],
  ['whole', 0, 'quarter', 4],
  ['whole', 0, 'eighth', 8],
  ['whole', 0, 'sixteenth', 16],
  ['whole', 0, 'thirty-second', 32],
  ['breve', 0, 'whole', 2],
  ['half', 1, 'quarter', 3],
  ['quarter', 1, 'eighth', 3],
  ['half', 2, 'eighth', 7],
  ['quarter', 2, 'sixteenth', 7],
] as const)('handbook: a %s with %d dots holds, in %ss, %d', (base, dots, part, count) => {
  expect(
    lengthOf({ base, dots })
      .div(lengthOf({ base: part }))
      .valueOf(),
  ).toBe(count);
});

describe('note values against a general music-theory library (tonal)', () => {
  const names: Record<NoteBase, string> = {
    breve: 'double whole',
    whole: 'whole',
    half: 'half',
    quarter: 'quarter',
    eighth: 'eighth',
    sixteenth: 'sixteenth',
    'thirty-second': 'thirty-second',
    'sixty-fourth': 'sixty-fourth',
  };
  const cases = (Object.keys(names) as NoteBase[]).flatMap((base) =>
    ([0, 1, 2] as const).map((dots) => [base, dots] as const),
  );
  it.each(cases)('%s with %d dots', (base, dots) => {
    const theirs = duration.get(names[base] + '.'.repeat(dots));
    expect(theirs.empty).toBe(false);
    // Their dotted fractions are [numerator, denominator] of a whole note.
    expect(lengthOf({ base, dots }).equals(new Fraction(theirs.fraction[0], theirs.fraction[1]))).toBe(true);
  });
});

it('names tuplets and plurals', () => {
  expect(nameOfLength(f('1/20'))).toBe('sixteenth quintuplet');
  expect(nameOfLength(f('1/28'))).toBe('sixteenth septuplet');
  expect([f('1/2'), f('1/4'), f('3/8'), f('1/12')].map(pluralOfLength)).toEqual([
    'halves',
    'quarters',
    'dotted quarters',
    'eighth triplets',
  ]);
});

it('property: tempos are compared by one note whatever they were entered in', () => {
  fc.assert(
    fc.property(rate, length, length, (given, from, to) => {
      const at = { bpm: given, beat: from };
      expect(quartersPerMinute(at).equals(quartersPerMinute(saidIn(at, to)))).toBe(true);
      expect(secondsOf(f('1/4'), at)).toBeCloseTo(60 / quartersPerMinute(at).valueOf(), 9);
    }),
  );
});

describe('a rate as people type it', () => {
  it.each([
    ['96', '96'],
    [' 72,5 ', '145/2'],
    ['72.', '72'],
    ['220/3', '220/3'],
  ])('reads "%s"', (text, wanted) => expect(readRate(text).bpm!.toFraction()).toBe(wanted));

  it.each([
    ['', /Nothing is typed\. Type a number from 1 to 999/],
    ['  ', /Nothing is typed/],
    ['0', /0 a minute never sounds/],
    ['0.0', /never sounds/],
    ['-5', /-5 is below zero/],
    ['−5', /below zero/],
    ['100000', /100000 a minute is too fast\. Type a number from 1 to 999/],
    ['0.5', /too slow/],
    ['1/0', /1\/0 divides by zero/],
    ['1/00', /divides by zero/],
    ['fast', /“fast” is not a number/],
    ['1e3', /not a number/],
    ['Infinity', /not a number/],
    ['12 or so, perhaps a little more', /“12 or so, p…” is not a number/],
  ])('refuses "%s" and says why', (text, problem) => {
    expect(readRate(text)).toEqual({ problem: expect.stringMatching(problem) });
  });

  it('reads other numbers in their own words', () => {
    const bars = (text: string) => readRate(text, { min: 1, max: 999 }, 'bars').problem;
    expect(bars('0')).toMatch(/0 bars is nothing/);
    expect(bars('1000')).toMatch(/1000 bars is too much\. Type a number from 1 to 999/);
  });

  it('judges a tempo by its quarter, whatever note it is said in', () => {
    expect(tempoProblem(tempo(400, '1/8'))).toBeNull();
    expect(tempoProblem(tempo(400, '1'))).toMatch(/whole = 400 is quarter = 1600; a tempo lies between/);
  });
});

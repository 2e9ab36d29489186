import fc from 'fast-check';
import {
  Fraction,
  barLength,
  commonBeats,
  fractionText,
  lengthOf,
  meterName,
  nameOfLength,
  parseFraction,
  ratioOf,
  saidIn,
  secondsAlong,
  secondsOf,
  tempo,
  tempoName,
} from './index.ts';

const length = fc
  .tuple(fc.integer({ min: 1, max: 64 }), fc.integer({ min: 1, max: 96 }))
  .map(([n, d]) => new Fraction(n, d));
const rate = fc.integer({ min: 10, max: 600 }).map((bpm) => new Fraction(bpm, 2));

describe('fractions in documents', () => {
  it.each(['0', '1/4', '3/8', '11/12', '5/4', '2'])('reads and writes %s', (text) => {
    expect(fractionText(parseFraction(text))).toBe(text);
  });

  it.each(['', '1/0', '-1/4', '0.25', '1/4 ', 'quarter', '1/2/3', '1234567', '٣/٤'])(
    'refuses "%s" and says how to write it',
    (text) => {
      expect(() => parseFraction(text)).toThrow(/fraction of a whole note; write it like "1\/4"/);
    },
  );
});

describe('note values (common Western notation; MusicXML 4.0 type, dot, time-modification)', () => {
  it.each([
    ['whole', 0, undefined, '1'],
    ['quarter', 0, undefined, '1/4'],
    ['quarter', 1, undefined, '3/8'],
    ['quarter', 2, undefined, '7/16'],
    ['eighth', 1, undefined, '3/16'],
    ['eighth', 0, { actual: 3, normal: 2 }, '1/12'],
    ['quarter', 0, { actual: 3, normal: 2 }, '1/6'],
    ['sixteenth', 0, { actual: 5, normal: 4 }, '1/20'],
    ['sixteenth', 0, { actual: 6, normal: 4 }, '1/24'],
  ] as const)('%s with %d dots, tuplet %j is %s', (base, dots, tuplet, expected) => {
    expect(fractionText(lengthOf({ base, dots, tuplet }))).toBe(expected);
  });

  it.each([
    ['3/8', 'dotted quarter'],
    ['7/16', 'double-dotted quarter'],
    ['1/12', 'eighth triplet'],
    ['1/6', 'quarter triplet'],
    ['5/4', '5/4 note'],
  ])('%s is called %s', (text, name) => {
    expect(nameOfLength(parseFraction(text))).toBe(name);
  });

  it('offers beats that all have a name', () => {
    for (const { name } of commonBeats()) expect(name).not.toMatch(/\d/);
  });
});

describe('meters', () => {
  it('a bar of 6/8 is three quarters long, 4/4 a whole, 2/2 a whole', () => {
    expect(fractionText(barLength({ beats: 6, unit: parseFraction('1/8') }))).toBe('3/4');
    expect(fractionText(barLength({ beats: 4, unit: parseFraction('1/4') }))).toBe('1');
    expect(fractionText(barLength({ beats: 2, unit: parseFraction('1/2') }))).toBe('1');
  });

  it('is named as it is written', () => {
    expect(meterName({ beats: 6, unit: parseFraction('1/8') })).toBe('6/8');
    expect(meterName({ beats: 2, unit: parseFraction('3/8') })).toBe('6/8 in 2');
  });
});

describe('tempo', () => {
  it('120 quarters a minute is 500 000 microseconds a quarter (Standard MIDI Files 1.0, default tempo)', () => {
    expect(secondsOf(parseFraction('1/4'), tempo(120, '1/4')) * 1e6).toBe(500_000);
  });

  it('half = 100 is quarter = 200 is eighth = 400 (hand-worked)', () => {
    const half = tempo(100, '1/2');
    expect(saidIn(half, parseFraction('1/4')).bpm.equals(200)).toBe(true);
    expect(saidIn(half, parseFraction('1/8')).bpm.equals(400)).toBe(true);
  });

  it('dotted quarter = 110 is quarter = 165; quarter triplet = 110 is quarter = 73 1/3 (hand-worked)', () => {
    expect(saidIn(tempo(110, '3/8'), parseFraction('1/4')).bpm.equals(165)).toBe(true);
    expect(saidIn(tempo(110, '1/6'), parseFraction('1/4')).bpm.equals('220/3')).toBe(true);
  });

  it('is named with its note', () => {
    expect(tempoName(tempo(84, '1/4'))).toBe('quarter = 84');
    expect(tempoName(tempo('220/3', '3/8'))).toBe('dotted quarter = 73.33');
  });

  it('property: said in another note and back is exactly the same', () => {
    fc.assert(
      fc.property(rate, length, length, (bpm, from, to) => {
        const there = saidIn({ bpm, beat: from }, to);
        expect(saidIn(there, from).bpm.equals(bpm)).toBe(true);
      }),
    );
  });

  it('property: seconds do not depend on the note a tempo is said in, and add up', () => {
    fc.assert(
      fc.property(rate, length, length, length, length, (bpm, beat, other, a, b) => {
        const at = { bpm, beat };
        const seconds = secondsOf(a, at) + secondsOf(b, at);
        expect(secondsOf(a.add(b), saidIn(at, other))).toBeCloseTo(seconds, 9);
      }),
    );
  });

  it('a steady stretch is the ratio; a ramp to the same tempo is that steady stretch', () => {
    const steady = secondsAlong(tempo(60, '1/4'), undefined, 4);
    expect(steady(1)).toBeCloseTo(4, 12);
    expect(secondsAlong(tempo(60, '1/4'), tempo(60, '1/4'), 4)(3)).toBeCloseTo(12, 12);
  });

  it('a ramp from 60 to 120 over four bars lasts 16 s × ln 2 (hand-worked integral)', () => {
    const along = secondsAlong(tempo(60, '1/4'), tempo(120, '1/4'), 4);
    expect(along(4)).toBeCloseTo(16 * Math.LN2, 12);
  });

  it('property: a ramp matches the sum of many small steady steps (midpoint rule)', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 30, max: 240 }),
        fc.integer({ min: 30, max: 240 }),
        fc.integer({ min: 1, max: 16 }),
        (from, to, whole) => {
          const along = secondsAlong(tempo(from, '1/4'), tempo(to, '1/4'), whole);
          const steps = 2000;
          let sum = 0;
          for (let i = 0; i < steps; i++) {
            const bpm = from + ((to - from) * (i + 0.5)) / steps;
            sum += ((whole / steps) * 4 * 60) / bpm;
          }
          expect(along(whole) / sum).toBeCloseTo(1, 5);
        },
      ),
    );
  });

  it('keeps numerator and denominator with the sign', () => {
    expect(ratioOf(new Fraction('-3/8'))).toEqual({ n: -3, d: 8 });
  });
});

import { type Section, type Silence, compile } from '@feldspar/core/plan';
import { Fraction, parseFraction } from '@feldspar/core/time';
import fc from 'fast-check';
import {
  freePoint,
  moved,
  type Place,
  painted,
  placesByHand,
  pointsOf,
  removed,
  silenceOf,
  silentBars,
  withAccent,
  withPlaces,
} from './hand.ts';

const FOUR = { beats: 4, unit: new Fraction(1, 4) };
const SEVEN = { beats: 7, unit: new Fraction(1, 8) };
const texts = (places: Place[] | null) => places?.map((place) => place.toFraction()) ?? null;
const places = (...list: string[]) => list.map(parseFraction);

const section = (change: Partial<Section> = {}): Section => ({
  bars: 8,
  meter: { beats: 4, unit: '1/4' },
  tempo: { bpm: 100, beat: '1/4' },
  clicks: [{ every: '1/4' }],
  play: [{ every: '1/4' }],
  ...change,
});
const timelineOf = (one: Section) =>
  compile({ format: 'feldspar-plan', version: 1, title: 'x', countIn: { bars: 0 }, sections: [one] });

describe('what can be set by hand', () => {
  it.each([
    ['places of the bar', { at: ['3/4', '1/4'] }, FOUR, ['1/4', '3/4']],
    ['every half, an eighth later', { every: '1/2', from: '1/8' }, FOUR, ['1/8', '5/8']],
    ['every quarter of 7/8: another place in each bar', { every: '1/4' }, SEVEN, null],
    ['every half, from the second bar on', { every: '1/2', from: '5/4' }, FOUR, null],
    ['a groove', { groove: 'drums and hat' }, FOUR, null],
    ['a rhythm with lengths', { rhythm: [{ dur: '1/1' }] }, FOUR, null],
  ])('%s', (_, part, meter, expected) => expect(texts(placesByHand(part, meter))).toEqual(expected));

  it('says the same as the words did, wherever it says anything', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 9 }),
        fc.integer({ min: 1, max: 12 }),
        fc.integer({ min: 0, max: 11 }),
        (beats, n, k) => {
          const layer = {
            every: new Fraction(1, 4 * n).mul(n > 6 ? n : 1).toFraction(),
            from: new Fraction(k, 48).toFraction(),
          };
          const byHand = placesByHand(layer, { beats, unit: new Fraction(1, 4) });
          fc.pre(byHand !== null);
          const meter = { beats, unit: '1/4' };
          const clicks = (one: object) =>
            timelineOf(section({ meter, bars: 2, clicks: [one] })).clicks.map(
              ({ bar, position }) => `${bar} ${position.toFraction()}`,
            );
          expect(clicks(withPlaces(layer, byHand!))).toEqual(clicks(layer));
        },
      ),
    );
  });
});

describe('the points', () => {
  it('are the grid, and what already lies between', () => {
    expect(texts(pointsOf({ beats: 2, unit: new Fraction(1, 4) }, 2, places('1/12', '1/4')))).toEqual([
      '0',
      '1/12',
      '1/8',
      '1/4',
      '3/8',
    ]);
  });

  it('lead to the next free one', () => {
    const points = pointsOf(FOUR, 1, []);
    const taken = places('0', '1/4');
    expect(freePoint(points, taken, new Fraction(0), 1)?.toFraction()).toBe('1/2');
    expect(freePoint(points, taken, new Fraction(1, 4), -1)).toBeNull();
  });
});

describe('a click', () => {
  it('is moved where nothing lies, and takes its accent along', () => {
    const layer = { at: ['0', '1/2'], accent: ['1/2'] };
    const [from, to] = places('1/2', '5/8');
    expect(withPlaces(layer, moved(places('0', '1/2'), from, to)!, { from, to })).toMatchObject({
      at: ['0', '5/8'],
      accent: ['5/8'],
    });
    expect(moved(places('0', '1/2'), new Fraction(0), new Fraction(1, 2))).toBeNull();
  });

  it('is taken away with its accent; the last one stays', () => {
    const from = new Fraction(1, 2);
    expect(
      withPlaces({ at: ['0', '1/2'], accent: ['1/2'] }, removed(places('0', '1/2'), from)!, { from }),
    ).toEqual({
      ...{ at: ['0'], accent: undefined, every: undefined, from: undefined },
    });
    expect(removed(places('1/4'), new Fraction(1, 4))).toBeNull();
  });

  it('is accented, and not accented again', () => {
    const once = withAccent({ at: ['0'] }, new Fraction(0));
    expect(once.accent).toEqual(['0']);
    expect(withAccent(once, new Fraction(0)).accent).toBeUndefined();
  });
});

describe('silent bars', () => {
  it('are said in the shortest way, and sound as they were painted', () => {
    fc.assert(
      fc.property(fc.array(fc.boolean(), { minLength: 1, maxLength: 24 }), (flags) => {
        const silence = silenceOf(flags);
        const one = section({ bars: flags.length, ...(silence ? { silence } : {}) });
        expect(silentBars(silence, timelineOf(one))).toEqual(flags);
      }),
    );
    expect(silenceOf([false, true, false, true])).toEqual({ bars: 'xo' });
    // Not "xox", which comes round unevenly and would go on otherwise in a longer section.
    expect(silenceOf([false, true, false, false])).toEqual({ bars: 'xoxx' });
    expect(silenceOf([false, false])).toBeUndefined();
  });

  it('are not painted where chance or a fade says them', () => {
    for (const silence of [{ dropChance: 0.4 }, { fadeDb: -3 }] as Silence[])
      expect(silentBars(silence, timelineOf(section({ silence })))).toBeNull();
  });

  it('are painted from one to the other, whichever way', () => {
    expect(painted([false, false, false, false], 2, 1, true)).toEqual([false, true, true, false]);
    expect(painted([true, true, true], 1, 1, false)).toEqual([true, false, true]);
  });
});

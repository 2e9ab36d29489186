import fc from 'fast-check';
import { Fraction, tempoName } from '../time/index.ts';
import {
  clickRateFor,
  acrossPlacements,
  clicksInCycle,
  everyPlacement,
  placementName,
  countIn,
  countedBar,
  feltTempo,
  onceABar,
  placementOf,
  secondsToDownbeat,
} from './index.ts';

const f = (text: string | number) => new Fraction(text);

describe('clicks at 110, never changed (common practice arithmetic)', () => {
  it.each([
    ['beat', 'quarter = 110', '0'],
    ['off-beat', 'quarter = 110', '1/8 3/8 5/8 7/8'],
    ['last-sixteenth', 'quarter = 110', '3/16 7/16 11/16 15/16'],
    ['second-triplet', 'quarter = 110', '1/12 1/3 7/12 5/6'],
    ['third-triplet', 'quarter = 110', '1/6 5/12 2/3 11/12'],
    ['backbeat', 'quarter = 220', '1/4 3/4'],
    ['dotted-in-3', 'quarter = 165', '0 3/8'],
    ['dotted-in-6', 'quarter = 165', '0 3/8 3/4 9/8'],
    // The sixteenth before one, in three: a pick-up.
    ['dotted-3-5', 'quarter = 165', '5/16 11/16'],
    ['dotted-3-1', 'quarter = 165', '1/16 7/16'],
    ['dotted-6-2', 'quarter = 165', '1/8 1/2 7/8 5/4'],
    ['dotted-4-0', 'quarter = 165', '0 3/8 3/4 9/8 3/2 15/8 9/4 21/8'],
    ['triplet-4-1', 'quarter = 73.33', '1/24 5/24 3/8 13/24 17/24 7/8'],
    ['quarter-triplet', 'quarter = 73.33', '0 1/6 1/3 1/2 2/3 5/6'],
    ['quarter-triplet-offset', 'quarter = 73.33', '1/12 1/4 5/12 7/12 3/4 11/12'],
  ])('as %s they feel like %s', (key, felt, positions) => {
    const placement = placementOf(key)!;
    expect(tempoName(feltTempo(placement, f(110)))).toBe(felt);
    const shown = clicksInCycle(placement).map((at) => at.toFraction());
    expect(shown.join(' ')).toBe(key === 'beat' ? '0 1/4 1/2 3/4' : positions);
  });

  it('quarter triplets are exactly 73 1/3', () => {
    expect(feltTempo(placementOf('quarter-triplet')!, f(110)).bpm.equals('220/3')).toBe(true);
  });
});

it('dotted quarters in four come round after three bars; in three and six each bar is alike', () => {
  expect(acrossPlacements({ dotted: 0, triplet: 0 }).map(({ name, bars }) => [name, bars])).toEqual([
    ['dotted quarters in 3', 1],
    ['dotted quarters in 6', 1],
    ['dotted quarters in 4', 3],
    ['quarter triplets', 1],
  ]);
  expect(acrossPlacements({ dotted: 5, triplet: 1 }).map(({ name }) => name)).toEqual([
    'dotted quarters in 3, five sixteenths later',
    'dotted quarters in 6, five sixteenths later',
    'dotted quarters in 4, five sixteenths later',
    'quarter triplets, a sixteenth triplet later',
  ]);
});

it('slow is what is felt slow, not a slow click', () => {
  const name = (rate: number) =>
    placementName(placementOf('dotted-in-3')!, feltTempo(placementOf('dotted-in-3')!, f(rate)));
  // The felt quarter is half as fast again as the click.
  expect(name(50)).toBe('dotted quarters in a slow 3');
  expect(name(60)).toBe('dotted quarters in 3');
});

describe('one click a bar at 20 a minute (common practice arithmetic)', () => {
  it.each([
    [4, 80],
    [3, 60],
    [5, 100],
    [6, 120],
    [2, 40],
  ])('in %d it gives a pulse of %d', (beats, pulse) => {
    expect(feltTempo(onceABar(beats, 1), f(20)).bpm.valueOf()).toBe(pulse);
  });

  it('as the "and" of 2 in 5 it falls 2.1 s before the next downbeat', () => {
    expect(secondsToDownbeat(onceABar(5, 2, 'and'), f(20)).valueOf()).toBe(2.1);
  });

  it.each([
    [4, 3, 'beat', 1.5],
    [4, 1, 'beat', 3],
    [2, 2, 'e', 1.125],
    [4, 4, 'let', 0.25],
  ] as const)('in %d on %d, %s: %d s before it', (n, k, part, seconds) => {
    expect(secondsToDownbeat(onceABar(n, k, part), f(20)).valueOf()).toBe(seconds);
  });

  it.each([
    [1, 1],
    [13, 1],
    [4, 0],
    [4, 5],
    [4, 1.5],
  ])('there is no bar of %d with a beat %d', (n, k) => {
    expect(() => onceABar(n, k)).toThrow(RangeError);
  });
});

describe('what to say', () => {
  it.each([
    ['bar-4-4-beat', 'four', 'one'],
    ['bar-5-2-and', 'and', 'three four five one'],
    ['bar-2-2-e', 'e', 'one'],
    ['bar-4-1-beat', 'one', 'two three four one'],
    ['off-beat', 'and', 'one'],
    ['last-sixteenth', 'a', 'one'],
    ['third-triplet', 'let', 'one'],
    ['backbeat', 'four', 'one'],
    ['dotted-in-3', 'and', 'three one'],
    ['dotted-3-5', 'a', 'one'],
    ['dotted-4-0', 'and', 'four one'],
  ])('%s: call the click "%s", then say %s', (key, call, then) => {
    expect(countIn(placementOf(key)!)).toEqual({ call, then: then.split(' ') });
  });

  it('counts a bar with its clicks', () => {
    const bar = countedBar(placementOf('dotted-in-3')!);
    expect(bar.map(({ text, click }) => (click ? text.toUpperCase() : text)).join(' ')).toBe(
      'ONE two AND three',
    );
  });
});

describe('every placement', () => {
  const all = everyPlacement();

  it('is found again by its key, and by no other', () => {
    expect(new Set(all.map(({ key }) => key)).size).toBe(all.length);
    for (const placement of all) expect(placementOf(placement.key)).toEqual(placement);
    for (const key of ['', 'nowhere', 'bar-4-5-beat', 'bar-1-1-beat', 'bar-4-1-z', 'bar-99-1-beat'])
      expect(placementOf(key)).toBeNull();
  });

  it('property: bars are alike, clicks come at the click’s speed, and the downbeat follows within a bar', () => {
    fc.assert(
      fc.property(fc.constantFrom(...all), fc.integer({ min: 10, max: 300 }), (placement, rate) => {
        const felt = feltTempo(placement, f(rate));
        const bar = placement.meter.unit.mul(placement.meter.beats).mul(placement.bars);
        const clicks = clicksInCycle(placement);
        expect(placement.every.mul(clicks.length).equals(bar)).toBe(true);
        const secondsApart = placement.every.div(felt.beat).mul(60).div(felt.bpm);
        expect(secondsApart.equals(f(60).div(rate))).toBe(true);
        expect(clickRateFor(placement, felt).equals(rate)).toBe(true);
        const wait = secondsToDownbeat(placement, f(rate));
        expect(wait.gt(0) && wait.lte(f(60).div(rate))).toBe(true);
      }),
    );
  });
});

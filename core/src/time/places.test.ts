import fc from 'fast-check';
import { Fraction, countedLengthName, placesText, readPlaces } from './index.ts';

const meter = (beats: number, unit = '1/4') => ({ beats, unit: new Fraction(unit) });
const read = (text: string, of = meter(4)) => {
  const { places, problem } = readPlaces(text, of);
  return places ? places.map((place) => place.toFraction()).join(' ') : problem;
};

describe('places of the bar as people say them (common practice, no source)', () => {
  it.each([
    ['2, 4', '1/4 3/4'],
    ['2 and 4', '1/4 3/4'],
    ['2 4 2', '1/4 3/4'],
    ['on 4 and 2', '1/4 3/4'],
    ['2&', '3/8'],
    ['2 and', '3/8'],
    ['2& 4&', '3/8 7/8'],
    ['2+, 4', '3/8 3/4'],
    ['the and of 2', '3/8'],
    ['the “and” of 2 and the e of 3', '3/8 9/16'],
    ['1e 1a', '1/16 3/16'],
    ['third triplet of 4', '11/12'],
    ['4 let', '11/12'],
    ['2 trip', '1/3'],
    ['all', '0 1/4 1/2 3/4'],
    ['11/24', '11/24'],
  ])('%s', (text, places) => expect(read(text)).toBe(places));

  it('beats are the meter’s own', () => {
    expect(read('4', meter(6, '1/8'))).toBe('3/8');
    expect(read('2&', meter(3, '1/2'))).toBe('3/4');
  });

  it.each([
    ['5', 'There is no beat 5 in 4/4; it has 1 to 4.'],
    ['0', 'There is no beat 0 in 4/4; it has 1 to 4.'],
    ['5/4', '5/4 lies outside a bar of 4/4.'],
    ['', 'No place is named. Name places like 2, 4 or 2&, or the and of 2.'],
    ['two', '“two” is no place. Name places like 2, 4 or 2&, or the and of 2.'],
    ['1/0', '“1/0” is no place. Name places like 2, 4 or 2&, or the and of 2.'],
    ['2.5', '“.” is no place. Name places like 2, 4 or 2&, or the and of 2.'],
  ])('refused with the remedy: %s', (text, problem) => expect(read(text)).toBe(problem));

  it('property: whatever places a bar has, their text reads back as the same places', () => {
    const bars = fc.record({
      beats: fc.integer({ min: 1, max: 16 }),
      unit: fc.constantFrom('1/4', '1/8', '1/2', '3/8', '1/5'),
      ticks: fc.uniqueArray(fc.integer({ min: 0, max: 479 }), { minLength: 1, maxLength: 9 }),
    });
    fc.assert(
      fc.property(bars, ({ beats, unit, ticks }) => {
        const of = meter(beats, unit);
        const places = ticks
          .sort((a, b) => a - b)
          .map((tick) => of.unit.mul(beats).mul(tick, 480))
          .map((place) => new Fraction(place));
        expect(read(placesText(places, of), of)).toBe(places.map((place) => place.toFraction()).join(' '));
      }),
    );
  });
});

it.each([
  ['5/4', '5 quarters', '5 quarters'],
  ['3/8', 'dotted quarter', 'a dotted quarter'],
  ['1/8', 'eighth', 'an eighth'],
  ['5/12', '5 eighth triplets', '5 eighth triplets'],
  ['2', '2 wholes', '2 wholes'],
  ['5/11', '5/11 note', 'a 5/11 note'],
])('a length of %s is said: %s', (length, name, articled) => {
  expect(countedLengthName(new Fraction(length))).toBe(name);
  expect(countedLengthName(new Fraction(length), true)).toBe(articled);
});

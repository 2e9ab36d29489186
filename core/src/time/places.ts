/**
 * Places of the bar as musicians say them: "2, 4", "2&", "the and of 2", "3e", "4 let", "2 and 4", "all"; also as a
 * fraction of a whole note, "11/12". Between two numbers "and" only joins them; after the last one it is a place.
 */
import { FRACTION_TEXT, Fraction, isFractionText, parseFraction, ratioOf } from './fraction.ts';
import { type Meter, barLength, meterName } from './meter.ts';
import { PARTS_OF_BEAT, type PartWord, syllableAt } from './syllables.ts';

export type ReadPlaces =
  { places: Fraction[]; problem?: undefined } | { places?: undefined; problem: string };

const IDLE = new Set([',', ';', 'the', 'on', 'beat', 'beats', 'of']);
/** "&" and "+" belong to the number before them, whatever follows. */
const ITS_AND = '&';
const REMEDY = 'Name places like 2, 4 or 2&, or the and of 2.';

/** The places in order, each once; or what is wrong and how to say it. */
export function readPlaces(text: string, meter: Meter): ReadPlaces {
  const plain = text
    .toLowerCase()
    .replace(/[“”"'’]/g, '')
    .replace(/\+/g, ITS_AND)
    .replace(/second triplet/g, 'trip')
    .replace(/third triplet/g, 'let');
  const tokens = plain.match(/\d+\/\d+|\d+|[a-z]+|\S/g) ?? [];
  const found = new Map<string, Fraction>();
  const bar = barLength(meter);
  let problem: string | null = null;
  const add = (place: Fraction, said: string) => {
    if (place.lt(bar)) found.set(place.toFraction(), place);
    else problem ??= `${said} lies outside a bar of ${meterName(meter)}.`;
  };
  const addBeat = (number: string, part?: PartWord) => {
    const beat = Number(number);
    if (beat < 1 || beat > meter.beats)
      problem ??= `There is no beat ${number.slice(0, 6)} in ${meterName(meter)}; it has 1 to ${meter.beats}.`;
    else add(meter.unit.mul(new Fraction(part ? PARTS_OF_BEAT[part] : 0).add(beat - 1)), number);
  };
  for (let i = 0; i < tokens.length; i++) {
    const token = tokens[i];
    const next = tokens[i + 1] ?? '';
    if (IDLE.has(token)) continue;
    if (token === 'all') for (let beat = 1; beat <= meter.beats; beat++) addBeat(String(beat));
    else if (FRACTION_TEXT.test(token) && token.includes('/')) {
      if (isFractionText(token)) add(parseFraction(token), token);
      else problem ??= `${token} is no place. ${REMEDY}`;
    } else if (/^\d+$/.test(token)) {
      const joins = next === 'and' && /^\d/.test(tokens[i + 2] ?? '');
      if (next === ITS_AND || (isPart(next) && !joins)) {
        // "the e of 3" after a number is a place of its own.
        if (tokens[i + 2] === 'of') addBeat(token);
        else {
          addBeat(token, next === ITS_AND ? 'and' : (next as PartWord));
          i++;
        }
      } else addBeat(token);
    } else if (isPart(token) && next === 'of' && /^\d+$/.test(tokens[i + 2] ?? '')) {
      addBeat(tokens[i + 2], token);
      i += 2;
    } else if (token !== 'and') problem ??= `“${token.slice(0, 12)}” is no place. ${REMEDY}`;
  }
  if (problem) return { problem };
  if (found.size === 0) return { problem: `No place is named. ${REMEDY}` };
  return { places: [...found.values()].sort((a, b) => a.compare(b)) };
}

/** As it may be typed: "1, 2&, 11/24"; `readPlaces` reads it back. */
export function placesText(places: readonly Fraction[], meter: Meter): string {
  return places.map((place) => placeName(place, meter)).join(', ');
}

/** "2", "2&", "3e", "4 let"; a place that nobody has a word for is its fraction. */
export function placeName(place: Fraction, { unit }: Pick<Meter, 'unit'>): string {
  const beat = place.div(unit).floor().valueOf() + 1;
  if (place.mod(unit).equals(0)) return String(beat);
  const word = syllableAt(place, unit);
  if (word === null) {
    const { n, d } = ratioOf(place);
    return `${n}/${d}`;
  }
  if (word === 'and') return `${beat}${ITS_AND}`;
  return word === 'e' || word === 'a' ? `${beat}${word}` : `${beat} ${word}`;
}

function isPart(token: string): token is PartWord {
  return token in PARTS_OF_BEAT;
}

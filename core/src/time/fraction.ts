/**
 * Exact positions and durations: fractions of a whole note, as `fraction.js` values.
 * In documents they are strings ("3/8"); a document never holds a floating-point position.
 */
import Fraction from 'fraction.js';

export { Fraction };

/** Six digits a side are more than any notation needs, and keep hostile input small. */
export const FRACTION_TEXT = /^\d{1,6}(\/[1-9]\d{0,5})?$/;

export function isFractionText(text: string): boolean {
  return FRACTION_TEXT.test(text);
}

/**
 * Reads "3/8" or "2" as an exact fraction of a whole note.
 * @throws RangeError when the text is not a non-negative fraction of whole numbers.
 */
export function parseFraction(text: string): Fraction {
  if (!isFractionText(text)) {
    throw new RangeError(`"${text}" is not a fraction of a whole note; write it like "1/4" or "2"`);
  }
  return new Fraction(text);
}

/** The text that `parseFraction` reads back: "3/8", "2", "0". */
export function fractionText(value: Fraction): string {
  return value.toFraction();
}

const texts = new WeakMap<Fraction, string>();

/** The same, remembered: the notes of a bar share their positions from bar to bar, and exact arithmetic is dear. */
export function placeText(position: Fraction): string {
  const known = texts.get(position) ?? position.toFraction();
  texts.set(position, known);
  return known;
}

/** The value itself where a document can hold it, else the nearest that it can: five significant digits at least. */
export function fitForDocument(value: Fraction): Fraction {
  if (isFractionText(value.toFraction())) return value;
  const places = Math.max(0, Math.min(5, 5 - Math.ceil(Math.log10(Math.max(1e-9, value.valueOf())))));
  return value.round(places);
}

/** Numerator and denominator as ordinary numbers (exact below 2^53). */
export function ratioOf(value: Fraction): { n: number; d: number } {
  return { n: Number(value.s * value.n), d: Number(value.d) };
}

/** Of whole numbers above zero; Infinity where it is no longer an exact number. */
export function leastCommonMultiple(a: number, b: number): number {
  if (a === Infinity || b === Infinity) return Infinity;
  let [x, y] = [a, b];
  while (y !== 0) [x, y] = [y, x % y];
  const multiple = (a / x) * b;
  return multiple <= Number.MAX_SAFE_INTEGER ? multiple : Infinity;
}

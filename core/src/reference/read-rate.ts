/** A rate as people type it: "96", "72.5", "72,5", "220/3". What is wrong is said, with the remedy. */
import { Fraction, type Tempo, quartersPerMinute, rateText, tempoName } from '../time/index.ts';

/** A tempo lies between quarter = 1 and quarter = 999; a plan's own note is held to the same numbers. */
export const RATE_RANGE = { min: 1, max: 999 } as const;

export type TypedRate = { bpm: Fraction; problem?: undefined } | { bpm?: undefined; problem: string };

/**
 * @param range the least and the most that may be typed.
 * @param what what is counted, for the message.
 */
export function readRate(
  text: string,
  { min, max }: { min: number; max: number } = RATE_RANGE,
  what = 'a minute',
): TypedRate {
  const typed = text
    .trim()
    .replace(/^(\d+),/, '$1.')
    .replace('−', '-');
  const remedy = `Type a number from ${min} to ${max}.`;
  if (typed === '') return { problem: `Nothing is typed. ${remedy}` };
  if (/^-/.test(typed)) return { problem: `${typed} is below zero. ${remedy}` };
  if (/^\d+\/0+$/.test(typed)) return { problem: `${typed} divides by zero. ${remedy}` };
  if (!/^(\d+(\.\d{0,3})?|\d{1,5}\/\d{1,3})$/.test(typed)) {
    return { problem: `“${shortened(typed)}” is not a number. ${remedy}` };
  }
  const bpm = new Fraction(typed);
  const tempo = what === 'a minute';
  if (bpm.equals(0)) return { problem: `0 ${what} ${tempo ? 'never sounds' : 'is nothing'}. ${remedy}` };
  if (bpm.lt(min))
    return { problem: `${shortened(typed)} ${what} is too ${tempo ? 'slow' : 'little'}. ${remedy}` };
  if (bpm.gt(max))
    return { problem: `${shortened(typed)} ${what} is too ${tempo ? 'fast' : 'much'}. ${remedy}` };
  return { bpm };
}

/** Why a tempo is out of reach, or null. It is judged by its quarter, so that the note it is said in does not matter. */
export function tempoProblem(at: Tempo): string | null {
  const quarters = quartersPerMinute(at);
  if (quarters.gte(RATE_RANGE.min) && quarters.lte(RATE_RANGE.max)) return null;
  return `${tempoName(at)} is quarter = ${rateText(quarters)}; a tempo lies between quarter = ${RATE_RANGE.min} and quarter = ${RATE_RANGE.max}.`;
}

function shortened(text: string): string {
  return text.length > 12 ? `${text.slice(0, 11)}…` : text;
}

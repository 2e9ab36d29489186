/** The lengths of a form's parts as people type them: "8 8 16", "7, 9". */
import { Fraction, type Tempo } from '@feldspar/core/time';

const MOST_PARTS = 40;
const MOST_BARS = 999;

export type ReadForm = { bars: Tempo['bpm'][]; problem?: undefined } | { bars?: undefined; problem: string };

export function readForm(text: string): ReadForm {
  const parts = text.trim().split(/[\s,+]+/);
  if (text.trim() === '') return { problem: 'Nothing is typed. Type bars, such as 8 8 16.' };
  if (parts.length > MOST_PARTS) return { problem: `A form here has at most ${MOST_PARTS} parts.` };
  const bad = parts.find((part) => !/^\d{1,3}$/.test(part) || Number(part) < 1);
  if (bad !== undefined) {
    return {
      problem: `“${bad.slice(0, 12)}” is no number of bars. Type whole numbers from 1 to ${MOST_BARS}, such as 8 8 16.`,
    };
  }
  return { bars: parts.map((part) => new Fraction(part)) };
}

/** How much a plan may hold, and how fast it may be. */
import { isFractionText, parseFraction } from '../time/index.ts';

/** How many of each; parts are the voices of its lines, over all sections. */
export const MOST = { sections: 512, layers: 32, lines: 8, parts: 16 } as const;

/** A minute, of whatever note. */
export const BPM_RANGE = { min: 1, max: 999 } as const;

/** Whether a text is a rate a minute in that range, exact: "90", "220/3". */
export function isRateText(text: string): boolean {
  if (!isFractionText(text)) return false;
  const value = parseFraction(text).valueOf();
  return value >= BPM_RANGE.min && value <= BPM_RANGE.max;
}

/** How much slower or faster than it was played a record may sound. */
export const SPEED_RANGE = { min: 0.5, max: 1.2 } as const;

/** Dates, numbers and durations as people read them, in the one language the words are in. */
import { LOCALE } from '@feldspar/core/words';

export { LOCALE, fastSlow, oneDecimal, plural, twoDecimals } from '@feldspar/core/words';

const DATE_TIME = new Intl.DateTimeFormat(LOCALE, {
  weekday: 'long',
  day: 'numeric',
  month: 'long',
  hour: '2-digit',
  minute: '2-digit',
});
const SHORT_DATE = new Intl.DateTimeFormat(LOCALE, {
  day: 'numeric',
  month: 'short',
  hour: '2-digit',
  minute: '2-digit',
});

export const longDate = (iso: string) => DATE_TIME.format(new Date(iso));
export const shortDate = (iso: string) => SHORT_DATE.format(new Date(iso));

/** "1:05" */
export function minutes(seconds: number): string {
  const whole = Math.max(0, Math.round(seconds));
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`;
}

/** A sentence whose numbers stay on one line with their units, and tempos with their notes. */
export const unbroken = (sentence: string) =>
  sentence.replace(/(\d) (?=(ms|s|%|beats?|bars?|silent)\b|%)/g, '$1\u00a0').replace(/ = /g, '\u00a0=\u00a0');

/** Numbers and plurals as people read them, in the one language the words are in. */
import { onDemand } from './on-demand.ts';

export const LOCALE = 'en-GB';

const toOneDecimal = onDemand(
  () => new Intl.NumberFormat(LOCALE, { minimumFractionDigits: 1, maximumFractionDigits: 1 }),
);
const toTwoDecimals = onDemand(
  () => new Intl.NumberFormat(LOCALE, { minimumFractionDigits: 2, maximumFractionDigits: 2 }),
);
const upToOne = onDemand(() => new Intl.NumberFormat(LOCALE, { maximumFractionDigits: 1 }));
const toWhole = onDemand(() => new Intl.NumberFormat(LOCALE, { maximumFractionDigits: 0 }));
const plurals = onDemand(() => new Intl.PluralRules(LOCALE));
const and = onDemand(() => new Intl.ListFormat(LOCALE, { type: 'conjunction' }));

/** With a true minus sign, and never a negative nothing. */
export const oneDecimal = (value: number): string =>
  toOneDecimal()
    .format(Math.abs(value) < 0.05 ? 0 : value)
    .replace('-', '−');

export const twoDecimals = (value: number): string =>
  toTwoDecimals()
    .format(Math.abs(value) < 0.005 ? 0 : value)
    .replace('-', '−');

export const whole = (value: number): string =>
  toWhole()
    .format(Math.round(value) || 0)
    .replace('-', '−');

/** "1 beat", "2.5 beats". */
export const plural = (count: number, noun: string): string =>
  `${upToOne().format(count)} ${noun}${plurals().select(Math.round(10 * count) / 10) === 'one' ? '' : 's'}`;

/** "1, 2 and 4". */
export const listed = (items: readonly string[]): string => and().format(items);

/** "18 ms early", "7 ms late", "on it". */
export function earlyLate(asynchronyMs: number): string {
  const ms = Math.round(Math.abs(asynchronyMs));
  if (ms === 0) return 'on it';
  return `${whole(ms)} ms ${asynchronyMs < 0 ? 'early' : 'late'}`;
}

/** "1.3 % fast", "0.4 % slow", "on tempo". */
export function fastSlow(percent: number): string {
  if (Math.abs(percent) < 0.05) return 'on tempo';
  return `${oneDecimal(Math.abs(percent))} % ${percent >= 0 ? 'fast' : 'slow'}`;
}

/** "1:05". */
export function clock(seconds: number): string {
  const all = Math.max(0, Math.round(seconds));
  return `${Math.floor(all / 60)}:${String(all % 60).padStart(2, '0')}`;
}

/** As a sentence begins. */
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

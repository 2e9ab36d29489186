/** Dates, numbers and durations as people read them. */
const DATE_TIME = new Intl.DateTimeFormat(undefined, {
  weekday: 'long',
  day: 'numeric',
  month: 'long',
  hour: '2-digit',
  minute: '2-digit',
});
const SHORT_DATE = new Intl.DateTimeFormat(undefined, {
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

const ONE_DECIMAL = new Intl.NumberFormat('en-GB', { minimumFractionDigits: 1, maximumFractionDigits: 1 });
const UP_TO_ONE = new Intl.NumberFormat('en-GB', { maximumFractionDigits: 1 });

/** With a true minus sign, and never a negative nothing. */
export const oneDecimal = (value: number) =>
  ONE_DECIMAL.format(Math.abs(value) < 0.05 ? 0 : value).replace('-', '−');

/** A sentence whose numbers stay on one line with their units, and tempos with their notes. */
export const unbroken = (sentence: string) =>
  sentence.replace(/(\d) (?=(ms|s|%|beats?|bars?|silent)\b|%)/g, '$1\u00a0').replace(/ = /g, '\u00a0=\u00a0');
export const plural = (count: number, noun: string) =>
  `${UP_TO_ONE.format(count)} ${noun}${count === 1 ? '' : 's'}`;

/** "1.3 % fast", "0.4 % slow", "on tempo". */
export function fastSlow(percent: number): string {
  if (Math.abs(percent) < 0.05) return 'on tempo';
  return `${oneDecimal(Math.abs(percent))} % ${percent >= 0 ? 'fast' : 'slow'}`;
}

/** Dates, numbers and durations as people read them, in the one language the words are in. */
import { LOCALE, onDemand, oneDecimal } from '@feldspar/core/words';

export {
  LOCALE,
  capital,
  clock as minutes,
  earlyLate,
  fastSlow,
  oneDecimal,
  plural,
  twoDecimals,
  whole,
} from '@feldspar/core/words';

const longDates = onDemand(
  () =>
    new Intl.DateTimeFormat(LOCALE, {
      weekday: 'long',
      day: 'numeric',
      month: 'long',
      hour: '2-digit',
      minute: '2-digit',
    }),
);
const shortDates = onDemand(
  () =>
    new Intl.DateTimeFormat(LOCALE, {
      day: 'numeric',
      month: 'short',
      hour: '2-digit',
      minute: '2-digit',
    }),
);

const days = onDemand(() => new Intl.DateTimeFormat(LOCALE, { day: 'numeric', month: 'long' }));
/** "21 September", of "2026-09-21". */
export const dayText = (day: string) => days().format(new Date(`${day}T12:00:00`));

export const longDate = (iso: string) => longDates().format(new Date(iso));
export const shortDate = (iso: string) => shortDates().format(new Date(iso));

/** "12.3 MB". */
export const megabytes = (bytes: number) => `${oneDecimal(bytes / 1024 / 1024)} MB`;

/** A sentence whose numbers stay on one line with their units, and tempos with their notes. */
export const unbroken = (sentence: string) =>
  sentence.replace(/(\d) (?=(ms|s|%|beats?|bars?|silent)\b|%)/g, '$1\u00a0').replace(/ = /g, '\u00a0=\u00a0');

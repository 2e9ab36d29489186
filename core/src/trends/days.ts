/** Calendar days on the clock of some place. */

const QUARTER_MS = 900_000;
const MOST_KNOWN = 20_000;

/**
 * Days of one time zone. Asking the calendar costs a thousand times a look-up, and no zone's midnight lies
 * inside a quarter of an hour, so one answer serves it.
 * @param zone as the IANA database names it. @returns the day of a moment as "2026-11-28". @throws RangeError for no zone.
 */
export function daysIn(zone: string): (atMs: number) => string {
  const calendar = new Intl.DateTimeFormat('sv-SE', {
    timeZone: zone,
    ...({ year: 'numeric', month: '2-digit', day: '2-digit' } as const),
  });
  const known = new Map<number, string>();
  return (atMs) => {
    const block = Math.floor(atMs / QUARTER_MS);
    let day = known.get(block);
    if (day === undefined) {
      if (known.size >= MOST_KNOWN) known.clear();
      day = calendar.format(block * QUARTER_MS);
      known.set(block, day);
    }
    return day;
  };
}

/** Days since 1970 of "2026-11-28": what a line over days is drawn on. */
export const dayNumber = (day: string): number => Math.round(Date.parse(`${day}T00:00:00Z`) / 86_400_000);

export const dayOfNumber = (number: number): string =>
  new Date(number * 86_400_000).toISOString().slice(0, 10);

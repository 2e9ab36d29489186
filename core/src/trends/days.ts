/** Calendar days on the clock of some place. */

const DAY_MS = 86_400_000;
const MOST_KNOWN = 40_000;

/**
 * Days of one time zone. Asking the calendar costs a hundred times an addition: it is asked how far the clocks are ahead at both ends of a
 * day (of UTC), and within only on the days on which they are changed.
 * @param zone as the IANA database names it. @returns the day of a moment as "2026-11-28". @throws RangeError for no zone.
 */
export function daysIn(zone: string): (atMs: number) => string {
  const calendar = new Intl.DateTimeFormat('sv-SE', {
    timeZone: zone,
    ...({ year: 'numeric', month: '2-digit', day: '2-digit' } as const),
    ...({ hour: '2-digit', minute: '2-digit', second: '2-digit' } as const),
  });
  const ahead = (ms: number) =>
    Date.parse(`${calendar.format(ms).replace(' ', 'T')}Z`) - 1000 * Math.floor(ms / 1000);
  /** By the day of UTC: how far ahead, or null where that changes. */
  const known = new Map<number, number | null>();
  const names = new Map<number, string>();
  return (atMs) => {
    const utcDay = Math.floor(atMs / DAY_MS);
    let offset = known.get(utcDay);
    if (offset === undefined) {
      if (known.size >= MOST_KNOWN) known.clear();
      const [first, last] = [ahead(utcDay * DAY_MS), ahead((utcDay + 1) * DAY_MS - 1000)];
      offset = first === last ? first : null;
      known.set(utcDay, offset);
    }
    const number = Math.floor((atMs + (offset ?? ahead(atMs))) / DAY_MS);
    let name = names.get(number);
    if (name === undefined) {
      if (names.size >= MOST_KNOWN) names.clear();
      name = dayOfNumber(number);
      names.set(number, name);
    }
    return name;
  };
}

/** Days since 1970 of "2026-11-28": what a line over days is drawn on. Read by place, which is several times as quick as a date's own reading. */
export const dayNumber = (day: string): number =>
  Date.UTC(Number(day.slice(0, 4)), Number(day.slice(5, 7)) - 1, Number(day.slice(8, 10))) / DAY_MS;

export const dayOfNumber = (number: number): string => new Date(number * DAY_MS).toISOString().slice(0, 10);

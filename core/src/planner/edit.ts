/** Changes of an agenda, and what it comes to. Pure. */
import type { Agenda, AgendaItem } from './agenda-schema.ts';
import { WEEKDAYS } from './weekdays.ts';

const STEP_MINUTES = 5;
const LONGEST = 180;

export const minutesOf = ({ items }: Pick<Agenda, 'items'>): number =>
  items.reduce((sum, { minutes }) => sum + minutes, 0);

/** Five minutes longer or shorter; never under a minute. */
export function lengthened(item: AgendaItem, by: 1 | -1): AgendaItem {
  const minutes = item.minutes + by * STEP_MINUTES;
  return { ...item, minutes: Math.min(LONGEST, minutes < 1 ? Math.max(1, item.minutes - 1) : minutes) };
}

/** The item of this key so many places later (negative: earlier); at the ends it stays. */
export function movedItem(agenda: Agenda, key: string, by: number): Agenda {
  const from = agenda.items.findIndex((item) => item.key === key);
  const to = Math.max(0, Math.min(agenda.items.length - 1, from + by));
  if (from < 0 || to === from) return agenda;
  const items = [...agenda.items];
  items.splice(to, 0, ...items.splice(from, 1));
  return { ...agenda, items };
}

/** Whether it comes back on a day ("2026-11-28"). */
export function isOn({ recurring }: Pick<Agenda, 'recurring'>, day: string): boolean {
  if (!recurring || day < recurring.from || (recurring.until !== undefined && day > recurring.until))
    return false;
  // Sunday is 0 there, and the last one here.
  return recurring.days.includes(WEEKDAYS[(new Date(`${day}T00:00:00Z`).getUTCDay() + 6) % 7]);
}

/**
 * An agenda that comes back as iCalendar (RFC 5545): one event with its rule, on the clock of its own place, with the alarm if there is one.
 */
import ical, { ICalAlarmType, ICalEventRepeatingFreq, ICalWeekday } from 'ical-generator';
import { tzlib_get_ical_block } from 'timezones-ical-library';
import { type Agenda, type Recurring, WEEKDAYS, minutesOf } from '../planner/index.ts';

const DAY_MS = 86_400_000;
const MINUTE_MS = 60_000;

/**
 * @param agendas those without a rule of their own are left out.
 * @param now when the file was made.
 * @param lineOf an item in a line, for the event's description.
 * @returns the text of the file.
 */
export function calendarOf(
  agendas: readonly { id: string; agenda: Agenda }[],
  name: string,
  now: Date,
  lineOf: (item: Agenda['items'][number]) => string,
): string {
  const calendar = ical({ name, prodId: { company: 'Feldspar', product: 'Practice', language: 'EN' } });
  for (const { id, agenda } of agendas) {
    const { recurring, items, title } = agenda;
    if (!recurring) continue;
    const { zone, at, days, until, alarmMinutes } = recurring;
    // One for each event's place; the library's block is named after the zone that the asked one is the same as.
    calendar.timezone({ name: zone, generator: zoneBlock });
    const first = firstDay(recurring);
    const event = calendar.createEvent({
      id: `${id}@feldspar`,
      stamp: now,
      start: `${first}T${at}:00`,
      end: addMinutes(first, at, minutesOf(agenda)),
      timezone: zone,
      summary: title,
      description: items.map(lineOf).join('\n'),
      repeating: {
        freq: ICalEventRepeatingFreq.WEEKLY,
        byDay: days.map((day) => ICalWeekday[day]),
        ...(until === undefined ? {} : { until: momentIn(zone, until, '23:59') }),
      },
    });
    if (alarmMinutes !== undefined)
      event.createAlarm({
        type: ICalAlarmType.display,
        triggerBefore: 60 * alarmMinutes,
        description: title,
      });
  }
  return calendar.toString();
}

/** The first day on which it takes place, from the one it is said from. */
export function firstDay({ from, days }: Pick<Recurring, 'from' | 'days'>): string {
  const start = Date.parse(`${from}T00:00:00Z`);
  for (let ahead = 0; ; ahead++) {
    const day = new Date(start + ahead * DAY_MS);
    // Sunday is 0 there, and the last one here.
    if (days.includes(WEEKDAYS[(day.getUTCDay() + 6) % 7])) return day.toISOString().slice(0, 10);
  }
}

/** The clock on the wall, so many minutes later: across midnight too. Whether the clock changes meanwhile is the calendar's to know. */
function addMinutes(day: string, at: string, minutes: number): string {
  return new Date(Date.parse(`${day}T${at}:00Z`) + minutes * MINUTE_MS).toISOString().slice(0, 19);
}

/** The moment at which the clocks of a zone show this. */
function momentIn(zone: string, day: string, at: string): Date {
  const wanted = Date.parse(`${day}T${at}:00Z`);
  const clock = new Intl.DateTimeFormat('sv-SE', {
    timeZone: zone,
    ...({ year: 'numeric', month: '2-digit', day: '2-digit', hour: '2-digit', minute: '2-digit' } as const),
  });
  const shown = (moment: number) => Date.parse(`${clock.format(moment).replace(' ', 'T')}:00Z`);
  // Twice: the first guess may lie on the other side of a change of the clocks.
  let moment = wanted;
  for (let i = 0; i < 2; i++) moment += wanted - shown(moment);
  return new Date(moment);
}

/** A zone's rules under the name that was asked for. */
function zoneBlock(zone: string): string | null {
  const [block] = tzlib_get_ical_block(zone) as string[];
  return block ? block.replace(/^(TZID|X-LIC-LOCATION):.*$/gm, `$1:${zone}`) : null;
}

/** Read back by an independent parser (ical.js). */
import ICAL from 'ical.js';
import { type Agenda, type Recurring, agendaSchema } from '../planner/index.ts';
import { calendarOf, firstDay } from './index.ts';

const NOW = new Date('2026-11-28T12:00:00Z');
const ID = '9b1c1b52-58a8-4c0a-8d3e-9e3f6f0a0001';
const agenda = (recurring?: Partial<Recurring>): Agenda =>
  agendaSchema.parse({
    ...{ format: 'feldspar-agenda', version: 1, title: 'Thursday; long, with ünlauts' },
    items: [
      { key: 'a', kind: 'warm up', title: 'Warm up', minutes: 5 },
      { key: 'b', kind: 'break', title: 'Break', minutes: 90 },
    ],
    ...(recurring
      ? {
          recurring: {
            days: ['MO', 'WE', 'FR'],
            at: '17:00',
            zone: 'Europe/Oslo',
            from: '2026-12-01',
            ...recurring,
          },
        }
      : {}),
  });
const read = (text: string) => {
  const calendar = new ICAL.Component(ICAL.parse(text) as unknown[]);
  for (const zone of calendar.getAllSubcomponents('vtimezone'))
    ICAL.TimezoneService.register(new ICAL.Timezone(zone));
  return calendar.getAllSubcomponents('vevent').map((event) => new ICAL.Event(event));
};
const one = (recurring: Partial<Recurring> = {}) =>
  read(
    calendarOf(
      [{ id: ID, agenda: agenda(recurring) }],
      'Practice',
      NOW,
      ({ title, minutes }) => `${minutes} min ${title}`,
    ),
  )[0];
const occurrences = (event: ICAL.Event, most: number): string[] => {
  const moments = event.iterator();
  const found: string[] = [];
  for (let next = moments.next(); next && found.length < most; next = moments.next())
    found.push(next.toJSDate().toISOString());
  return found;
};

it('an event with its title, its items, its length, and an id that stays', () => {
  const event = one();
  expect(event.summary).toBe('Thursday; long, with ünlauts');
  expect(event.description).toBe('5 min Warm up\n90 min Break');
  expect(event.uid).toBe(`${ID}@feldspar`);
  expect(event.duration.toSeconds()).toBe(95 * 60);
});

it('Mondays, Wednesdays and Fridays at five on the clocks of Oslo, in winter and in summer', () => {
  expect(occurrences(one(), 4)).toEqual([
    // 1 December 2026 is a Tuesday; Oslo is an hour ahead.
    ...[
      '2026-12-02T16:00:00.000Z',
      '2026-12-04T16:00:00.000Z',
      '2026-12-07T16:00:00.000Z',
      '2026-12-09T16:00:00.000Z',
    ],
  ]);
  expect(occurrences(one({ from: '2027-03-26', days: ['FR', 'MO'] }), 2)).toEqual([
    '2027-03-26T16:00:00.000Z',
    // The clocks go forward on 28 March.
    '2027-03-29T15:00:00.000Z',
  ]);
});

it.each([
  ['Asia/Kolkata', '2026-12-02T11:30:00.000Z'],
  ['America/New_York', '2026-12-02T22:00:00.000Z'],
  ['Pacific/Auckland', '2026-12-02T04:00:00.000Z'],
])('on the clocks of %s', (zone, first) => {
  expect(occurrences(one({ zone }), 1)).toEqual([first]);
});

it('until a day, that one included', () => {
  const found = occurrences(one({ days: ['TU'], until: '2026-12-15' }), 9);
  expect(found.map((moment) => moment.slice(0, 10))).toEqual(['2026-12-01', '2026-12-08', '2026-12-15']);
});

it('an alarm so long before it begins; none where none is wanted', () => {
  const alarm = one({ alarmMinutes: 15 }).component.getFirstSubcomponent('valarm')!;
  expect(alarm.getFirstPropertyValue('action')).toBe('DISPLAY');
  expect((alarm.getFirstPropertyValue('trigger') as ICAL.Duration).toSeconds()).toBe(-15 * 60);
  expect(one().component.getFirstSubcomponent('valarm')).toBeNull();
});

it('what does not come back is no event', () => {
  expect(read(calendarOf([{ id: ID, agenda: agenda() }], 'Practice', NOW, () => ''))).toEqual([]);
});

it('the first day is one of its weekdays', () => {
  expect(firstDay({ from: '2026-12-01', days: ['MO'] })).toBe('2026-12-07');
  expect(firstDay({ from: '2026-12-06', days: ['SU'] })).toBe('2026-12-06');
});

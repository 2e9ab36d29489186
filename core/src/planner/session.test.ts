import {
  type Agenda,
  type Session,
  type SessionEvent,
  agendaSchema,
  isOn,
  itemOn,
  lengthened,
  minutesOf,
  movedItem,
  playedOf,
  readAgenda,
  secondsLeft,
  sessionAfter,
  sessionOf,
  sessionSchema,
} from './index.ts';

const planId = 'b7a3c1de-0001-4f5d-9a10-5e1d5a000001';
const AGENDA: Agenda = agendaSchema.parse({
  ...{ format: 'feldspar-agenda', version: 1, title: 'Thursday' },
  items: [
    { key: 'a', kind: 'warm up', title: 'Warm up', minutes: 5 },
    { key: 'b', kind: 'play', title: 'Backbeat', minutes: 10, planId },
    { key: 'c', kind: 'break', title: 'Break', minutes: 5 },
    { key: 'd', kind: 'play', title: 'Silence', minutes: 10, planId },
  ],
});
const START = Date.parse('2026-11-28T17:00:00Z');
/** @param events with the minute at which each happens. */
function after(...events: [minute: number, event: SessionEvent['type']][]): Session {
  let session = sessionOf(AGENDA, null, null, new Date(START));
  for (const [minute, type] of events) {
    const event = (type === 'longer' ? { type, minutes: 5 } : { type }) as SessionEvent;
    session = sessionAfter(session, event, new Date(START + 60_000 * minute));
  }
  expect(sessionSchema.parse(session)).toEqual(session);
  return session;
}
const did = (session: Session) => session.items.map((one) => one.did);

it.each<[string, [number, SessionEvent['type']][], string[], number]>([
  ['nothing was begun', [], ['waiting', 'waiting', 'waiting', 'waiting'], 0],
  [
    'four of five minutes are played',
    [
      [0, 'begin'],
      [4, 'next'],
    ],
    ['played', 'waiting', 'waiting', 'waiting'],
    1,
  ],
  [
    'three of five without a take are cut short',
    [
      [0, 'begin'],
      [3, 'next'],
    ],
    ['cut short', 'waiting', 'waiting', 'waiting'],
    1,
  ],
  [
    'passed over at once it is skipped',
    [
      [0, 'begin'],
      [0.5, 'next'],
    ],
    ['skipped', 'waiting', 'waiting', 'waiting'],
    1,
  ],
  ['not begun at all it is skipped', [[9, 'next']], ['skipped', 'waiting', 'waiting', 'waiting'], 1],
  [
    'a take makes it cut short',
    [
      [0, 'next'],
      [0, 'begin'],
      [0.6, 'take'],
      [0.7, 'next'],
    ],
    ['skipped', 'cut short', 'waiting', 'waiting'],
    2,
  ],
  [
    'enough: the rest is skipped',
    [
      [0, 'begin'],
      [5, 'next'],
      [5, 'begin'],
      [7, 'take'],
      [8, 'enough'],
    ],
    ['played', 'cut short', 'skipped', 'skipped'],
    1,
  ],
  [
    'through to the end',
    [
      [0, 'begin'],
      [5, 'next'],
      [5, 'begin'],
      [15, 'next'],
      [15, 'begin'],
      [20, 'next'],
      [20, 'begin'],
      [30, 'next'],
    ],
    ['played', 'played', 'played', 'played'],
    4,
  ],
])('%s', (_, events, expected, at) => {
  const session = after(...events);
  expect(did(session)).toEqual(expected);
  expect(session.at).toBe(at);
  const over = expected.every((one) => one !== 'waiting');
  expect(session.endedAt !== null).toBe(over);
  expect(itemOn(session) === null).toBe(over);
});

it('repeated, longer, and how much is left', () => {
  const session = after([0, 'begin'], [2, 'take'], [2, 'again'], [3, 'take'], [3, 'longer']);
  const on = itemOn(session)!;
  expect(on).toMatchObject({ takes: 2, again: 1, item: { minutes: 10 } });
  expect(secondsLeft(on, new Date(START + 4 * 60_000))).toBe(6 * 60);
  expect(secondsLeft(on, new Date(START + 12 * 60_000))).toBe(-2 * 60);
});

it('what is over stays as it was', () => {
  const over = after([0, 'begin'], [1, 'enough']);
  expect(sessionAfter(over, { type: 'next' }, new Date())).toBe(over);
  expect(playedOf(over)).toMatchObject({ played: [], cut: [{ key: 'a' }], takes: 0 });
  expect(playedOf(over).skipped).toHaveLength(3);
});

describe('an agenda is changed', () => {
  it('by order: to an end and no further', () => {
    const order = (agenda: Agenda) => agenda.items.map(({ key }) => key).join('');
    expect(order(movedItem(AGENDA, 'b', 1))).toBe('acbd');
    expect(order(movedItem(AGENDA, 'd', -9))).toBe('dabc');
    expect(movedItem(AGENDA, 'a', -1)).toBe(AGENDA);
    expect(movedItem(AGENDA, 'nowhere', 1)).toBe(AGENDA);
  });

  it('by minutes, never under one', () => {
    const [item] = AGENDA.items;
    expect(lengthened(item, 1).minutes).toBe(10);
    expect(lengthened(item, -1).minutes).toBe(4);
    expect(lengthened({ ...item, minutes: 1 }, -1).minutes).toBe(1);
    expect(lengthened({ ...item, minutes: 179 }, 1).minutes).toBe(180);
    expect(minutesOf(AGENDA)).toBe(30);
  });

  it.each([
    [
      'what is played without a plan',
      { items: [{ key: 'x', kind: 'play', title: 'X', minutes: 5 }] },
      'items[0].planId',
    ],
    [
      'a time of day that is none',
      { recurring: { days: ['MO'], at: '25:00', zone: 'Europe/Oslo', from: '2026-12-01' } },
      'recurring.at',
    ],
    [
      'a zone that is none',
      { recurring: { days: ['MO'], at: '17:00', zone: 'Nowhere/City', from: '2026-12-01' } },
      'recurring.zone',
    ],
  ])('%s is refused by its field', (_, change, path) => {
    const result = readAgenda({ ...AGENDA, ...change });
    expect('problems' in result && result.problems[0].path).toBe(path);
  });
});

it('it comes back on its weekdays, from its first day to its last', () => {
  const recurring = {
    ...{ days: ['MO', 'SU'] as ('MO' | 'SU')[], at: '17:00', zone: 'Europe/Oslo' },
    ...{ from: '2026-12-01', until: '2026-12-13' },
  };
  const days = ['2026-11-30', '2026-12-06', '2026-12-07', '2026-12-08', '2026-12-13', '2026-12-14'];
  // A Monday too early, a Sunday, a Monday, a Tuesday, the last Sunday, a Monday too late.
  expect(days.map((day) => isOn({ recurring }, day))).toEqual([false, true, true, false, true, false]);
  expect(isOn({}, '2026-12-07')).toBe(false);
});

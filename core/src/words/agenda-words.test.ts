import { type Session, agendaSchema, sessionAfter, sessionOf } from '../planner/index.ts';
import { agendaHeadline, sessionLine } from './index.ts';

const planId = 'b7a3c1de-0001-4f5d-9a10-5e1d5a000001';
const agenda = agendaSchema.parse({
  ...{ format: 'feldspar-agenda', version: 1, title: 'Thursday' },
  items: [
    { key: 'a', kind: 'play', title: 'Backbeat', minutes: 10, planId },
    { key: 'b', kind: 'break', title: 'Break', minutes: 5 },
    { key: 'c', kind: 'play', title: 'Silence', minutes: 10, planId },
  ],
});

it('what an agenda comes to', () => {
  expect(agendaHeadline(agenda.items)).toBe('25 minutes, 2 things.');
  expect(agendaHeadline([agenda.items[0], { ...agenda.items[0], key: 'd' }])).toBe('20 minutes, one thing.');
});

it('what became of it: the minutes of a break are not minutes of practice', () => {
  const at = (minute: number) => new Date(Date.parse('2026-11-28T17:00:00Z') + 60_000 * minute);
  let session: Session = sessionOf(agenda, null, null, at(0));
  for (const [minute, type] of [
    [0, 'begin'],
    [4, 'take'],
    [10, 'next'],
    [10, 'begin'],
    [15, 'next'],
    [15, 'enough'],
  ] as const)
    session = sessionAfter(session, { type }, at(minute));
  expect(sessionLine(session)).toBe('10 min, 1 take: played Backbeat and Break; skipped Silence.');
});

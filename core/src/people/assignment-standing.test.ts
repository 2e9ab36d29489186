/** Given work as a table of histories. Today is Saturday 28 November 2026. */
import fc from 'fast-check';
import type { PastTake } from '../paths/index.ts';
import {
  type Assignment,
  type PastSession,
  assignmentSchema,
  assignmentStanding,
  isFor,
  periodOf,
} from './index.ts';

const TODAY = '2026-11-28';
const PLAN = '00000000-0000-4000-8000-000000000001';
const AGENDA = '00000000-0000-4000-8000-000000000002';
const PLAYER = '00000000-0000-4000-8000-000000000003';

const given = (more: Partial<Assignment> = {}): Assignment =>
  assignmentSchema.parse({
    ...{
      format: 'feldspar-assignment',
      version: 1,
      to: { players: [PLAYER] },
      times: 4,
      since: '2026-11-20',
    },
    work: { kind: 'plan', planId: PLAN, title: 'Growing silence' },
    ...more,
  });
/** "23" is a good take on the 23rd, "23x" a poor one, "23s" one that was stopped, "23@80" another tempo, "23o" another plan. */
const takesOf = (text: string): PastTake[] =>
  text
    .split(' ')
    .filter(Boolean)
    .map((one): PastTake => {
      const [, day, how, bpm] = /^(\d+)([xso]?)(?:@(\d+))?$/.exec(one)!;
      const good = how === 'x' ? 3 : 10;
      return {
        ...{ day: `2026-11-${day}`, planId: how === 'o' ? AGENDA : PLAN, stopped: how === 's' },
        tempo: { bpm: bpm ?? '100', beat: '1/4' },
        figures: { trials: { of: 'returns', good, early: 10 - good, late: 0, uneven: 0 } },
      };
    })
    .reverse();
const standing = (assignment: Assignment, takes = '', sessions: PastSession[] = [], today = TODAY) =>
  assignmentStanding(assignment, takesOf(takes), sessions, today);

const AT_100 = { tempo: { bpm: 100, beat: '1/4' } };
it.each<[string, Partial<Assignment>, string, string, number]>([
  ['nothing yet', {}, '', 'not begun', 0],
  ['what came before it was given does not count', {}, '18 19', 'not begun', 0],
  ['nor does another plan, nor a take that was stopped', {}, '21o 22s', 'not begun', 0],
  ['two of four', {}, '21 23', 'begun', 2],
  ['four, poor ones', {}, '21x 22x 23x 24x', 'done, not held', 4],
  ['four good ones on one day: not held yet', {}, '21 21 21 21', 'done, not held', 4],
  ['four good ones on days of their own', {}, '21 22 23 24', 'done', 4],
  ['its last day is today', { by: TODAY }, '21', 'begun', 1],
  ['its last day was yesterday', { by: '2026-11-27' }, '21', 'late', 1],
  ['late and not begun', { by: '2026-11-27' }, '', 'late', 0],
  ['done after its last day is done', { by: '2026-11-22' }, '21 22 23 24', 'done', 4],
  ['it begins tomorrow', { since: '2026-11-29' }, '21', 'coming', 0],
  ['at another tempo it does not count', AT_100, '21@80 22@80 23', 'begun', 1],
  ['about its tempo does', AT_100, '21@97 22@104', 'begun', 2],
  ['in another note it is the same tempo', { tempo: { bpm: 50, beat: '1/2' } }, '21 22', 'begun', 2],
  // The week from Monday 23.
  ['each week anew: last week does not count', { every: 'week' }, '20 21 22', 'not begun', 0],
  ['each week anew: this one', { every: 'week', times: 2 }, '23 24', 'done', 2],
  ['each day anew', { every: 'day', times: 1 }, '26 27', 'not begun', 0],
  ['each day anew, today', { every: 'day', times: 1 }, '27 28', 'done', 1],
  ['it came for the last time', { every: 'week', by: '2026-11-22' }, '21', 'over', 1],
])('%s', (_, more, takes, state, done) => {
  expect(standing(given(more), takes)).toMatchObject({ state, done });
});

it('counts takes at another tempo by themselves', () => {
  expect(standing(given(AT_100), '21@80 22@80 23').otherTempo).toBe(2);
});

it('where it comes again, it says how often it was done before', () => {
  // The weeks from the 2nd, 9th and 16th.
  const weekly = given({ every: 'week', times: 2, since: '2026-11-04' });
  expect(standing(weekly, '04 05 11 17 18 24').before).toEqual({ done: 2, of: 3 });
  expect(standing(given(), '21').before).toBeNull();
});

it('an agenda is done by its sessions in which something was played', () => {
  const agenda = given({ work: { kind: 'agenda', agendaId: AGENDA, title: 'An hour' }, times: 2 });
  const sessions = [
    { agendaId: AGENDA, day: '2026-11-21', played: 3 },
    { agendaId: AGENDA, day: '2026-11-22', played: 0 },
    { agendaId: PLAN, day: '2026-11-23', played: 3 },
  ];
  expect(standing(agenda, '21', sessions)).toMatchObject({ state: 'begun', done: 1, held: null });
  expect(standing(agenda, '', [...sessions, sessions[0]])).toMatchObject({ state: 'done', done: 2 });
});

it('is for whoever is named, or in the class', () => {
  const { to } = given({ to: { players: [PLAYER], groups: ['Tuesday'] } });
  const player = (id: string, ...groups: string[]) => isFor({ ...given(), to }, { id, groups });
  expect([player(PLAYER), player(AGENDA, 'Tuesday'), player(AGENDA, 'Monday')]).toEqual([true, true, false]);
  expect(assignmentSchema.safeParse({ ...given(), to: {} }).success).toBe(false);
});

it('property: a day lies in its own week, which begins on a Monday', () => {
  fc.assert(
    fc.property(
      fc.date({ min: new Date('1971-01-01'), max: new Date('2100-01-01'), noInvalidDate: true }),
      (date) => {
        const day = date.toISOString().slice(0, 10);
        const [from, until] = periodOf('week', day);
        expect(from <= day && day <= until).toBe(true);
        expect(new Date(from).getUTCDay()).toBe(1);
        expect(new Date(until).getUTCDay()).toBe(0);
      },
    ),
  );
});

it('property: one take more never undoes anything', () => {
  const ORDER = ['not begun', 'late', 'begun', 'done, not held', 'done'];
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 20, max: 28 }), { maxLength: 8 }),
      fc.integer({ min: 20, max: 28 }),
      (days, more) => {
        const text = (all: number[]) => [...all].sort((a, b) => a - b).join(' ');
        const [before, after] = [standing(given(), text(days)), standing(given(), text([...days, more]))];
        expect(after.done).toBe(before.done + 1);
        expect(ORDER.indexOf(after.state)).toBeGreaterThanOrEqual(ORDER.indexOf(before.state));
      },
    ),
  );
});

/** How far given work is done: told by takes and sessions, every time anew. Pure. */
import { type PastTake, isSameTempo, tempoOf, weigh } from '../paths/index.ts';
import { dayNumber, dayOfNumber } from '../trends/index.ts';
import type { Assignment } from './assignment-schema.ts';
import type { AssignmentStanding } from './needs-schema.ts';

type AssignmentState = AssignmentStanding['state'];

/** A session of an agenda, as this sees it. */
export interface PastSession {
  agendaId: string | null;
  day: string;
  /** Items that were played. */
  played: number;
}

/** More is not looked back over. */
const MOST_PERIODS = 60;

/** @param takes of one player, newest first. @param today on the calendar of whoever looks. */
export function assignmentStanding(
  assignment: Assignment,
  takes: readonly PastTake[],
  sessions: readonly PastSession[],
  today: string,
): AssignmentStanding {
  const { work, times, since, by, every } = assignment;
  const last = by !== undefined && by < today ? by : today;
  const [from, until] = every ? periodOf(every, last) : [since, by ?? null];
  const days = daysDone(assignment, takes, sessions);
  const countIn = (first: string, end: string | null) =>
    days.filter((day) => day >= since && day >= first && (end === null || day <= end)).length;
  const own = work.kind === 'agenda' ? [] : takes.filter(({ planId }) => planId === work.planId);
  const counting = own.filter((take) => isAtTempo(assignment, take));
  // What came after the last day was late, and was done all the same.
  const done = countIn(from, every ? until : null);
  const held =
    work.kind === 'agenda'
      ? null
      : weigh(counting.flatMap(({ day, figures }) => (figures ? [{ day, trials: figures.trials }] : [])))
          .outcome === 'holds';
  const state = ((): AssignmentState => {
    if (since > today) return 'coming';
    if (every && by !== undefined && by < today) return 'over';
    if (done >= times) return held === false ? 'done, not held' : 'done';
    if (!every && until !== null && until < today) return 'late';
    return done > 0 ? 'begun' : 'not begun';
  })();
  return {
    ...{ state, done, of: times, from, until, held },
    otherTempo: own.filter((take) => isWhole(take) && take.day >= from && !isAtTempo(assignment, take))
      .length,
    before: every ? periodsBefore(assignment, from, countIn) : null,
  };
}

const isWhole = ({ stopped }: PastTake) => stopped !== true;
const isAtTempo = ({ tempo }: Assignment, take: PastTake) =>
  tempo === undefined || isSameTempo(tempoOf({ tempo }), tempoOf(take));

/** The days on which it was done, each time. */
function daysDone(
  assignment: Assignment,
  takes: readonly PastTake[],
  sessions: readonly PastSession[],
): string[] {
  const { work } = assignment;
  if (work.kind === 'agenda')
    return sessions.flatMap(({ agendaId, day, played }) =>
      agendaId === work.agendaId && played > 0 ? [day] : [],
    );
  return takes.flatMap((take) =>
    take.planId === work.planId && isWhole(take) && isAtTempo(assignment, take) ? [take.day] : [],
  );
}

/** The day, or the week from Monday to Sunday, in which a day lies. */
export function periodOf(every: 'day' | 'week', day: string): [from: string, until: string] {
  if (every === 'day') return [day, day];
  const number = dayNumber(day);
  // 1 January 1970 was a Thursday.
  const monday = number - ((number + 3) % 7);
  return [dayOfNumber(monday), dayOfNumber(monday + 6)];
}

/** Those between the first day and the one that counts now. */
function periodsBefore(
  { since, every, times }: Assignment,
  now: string,
  countIn: (from: string, until: string) => number,
): { done: number; of: number } {
  const before = { done: 0, of: 0 };
  let [from, until] = periodOf(every!, dayOfNumber(dayNumber(now) - 1));
  while (until >= since && before.of < MOST_PERIODS) {
    before.of++;
    if (countIn(from, until) >= times) before.done++;
    [from, until] = periodOf(every!, dayOfNumber(dayNumber(from) - 1));
  }
  return before;
}

/** Whether it is work for this player. */
export function isFor({ to }: Assignment, player: { id: string; groups: readonly string[] }): boolean {
  return to.players.includes(player.id) || to.groups.some((group) => player.groups.includes(group));
}

/** A session: an agenda as it is being practised, item by item; what was played, cut short, repeated and skipped stays in it. Pure. */
import type { Agenda, AgendaItem, Session } from './agenda-schema.ts';

/** Of so much of its minutes an item counts as played. */
const PLAYED_SHARE = 0.8;
/** Who stays so long without a take has practised away from the stage. */
const STAYED_S = 60;
const MOST_SECONDS = 86_400;

export type SessionEvent =
  | { type: 'begin' }
  /** A take of the item that is on was kept. */
  | { type: 'take' }
  | { type: 'again' }
  /** On to the next item. */
  | { type: 'next' }
  | { type: 'longer'; minutes: number }
  /** Enough for today. */
  | { type: 'enough' };

export function sessionOf(
  agenda: Agenda,
  agendaId: string | null,
  playerId: string | null,
  now: Date,
): Session {
  return {
    ...{ format: 'feldspar-session', version: 1, playerId, agendaId, title: agenda.title },
    ...{ startedAt: now.toISOString(), endedAt: null, at: 0 },
    items: agenda.items.map((item) => ({
      item,
      ...{ did: 'waiting', begunAt: null, seconds: 0, takes: 0, again: 0 },
    })),
  };
}

export function sessionAfter(session: Session, event: SessionEvent, now: Date): Session {
  if (session.endedAt !== null) return session;
  const at = now.toISOString();
  const change = (with_: Partial<Session['items'][number]>, next = session.at): Session => ({
    ...session,
    at: next,
    items: session.items.map((one, i) => (i === session.at ? { ...one, ...with_ } : one)),
  });
  const on = session.items.at(session.at);
  if (!on) return { ...session, endedAt: at };
  switch (event.type) {
    case 'begin':
      return on.begunAt === null ? change({ begunAt: at }) : session;
    case 'take':
      return change({ begunAt: on.begunAt ?? at, takes: on.takes + 1 });
    case 'again':
      return change({ again: on.again + 1 });
    case 'longer':
      return change({ item: { ...on.item, minutes: Math.min(180, on.item.minutes + event.minutes) } });
    case 'next': {
      const left = leaving(on, now);
      const next = change({ ...left }, session.at + 1);
      return next.at >= session.items.length ? { ...next, endedAt: at } : next;
    }
    case 'enough': {
      const left = change(leaving(on, now));
      return {
        ...left,
        endedAt: at,
        items: left.items.map((one) => (one.did === 'waiting' ? { ...one, did: 'skipped' } : one)),
      };
    }
  }
}

type Kept = Session['items'][number];

/** How an item ends that is left now. */
function leaving(on: Kept, now: Date): Pick<Kept, 'seconds' | 'did'> {
  const seconds = secondsOn(on, now);
  const did =
    seconds >= PLAYED_SHARE * 60 * on.item.minutes
      ? 'played'
      : on.takes > 0 || seconds >= STAYED_S
        ? 'cut short'
        : 'skipped';
  return { seconds, did };
}

/** On the item that is on, by the clock on the wall. */
function secondsOn({ begunAt, seconds }: Kept, now: Date): number {
  if (begunAt === null) return seconds;
  return Math.max(0, Math.min(MOST_SECONDS, (now.getTime() - Date.parse(begunAt)) / 1000));
}

/** Of its minutes; none or less where its time is over. */
export const secondsLeft = (on: Kept, now: Date): number => 60 * on.item.minutes - secondsOn(on, now);

/** The item that is on; null where the session is over. */
export const itemOn = (session: Session): Kept | null =>
  session.endedAt === null ? (session.items.at(session.at) ?? null) : null;

/** Sums for a line of words. */
export function playedOf({ items }: Session): {
  played: AgendaItem[];
  cut: AgendaItem[];
  skipped: AgendaItem[];
  takes: number;
} {
  const of = (did: Kept['did']) => items.flatMap((one) => (one.did === did ? [one.item] : []));
  return {
    ...{ played: of('played'), cut: of('cut short'), skipped: of('skipped') },
    takes: items.reduce((sum, { takes }) => sum + takes, 0),
  };
}

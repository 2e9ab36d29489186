/** What is done to the session that is on: kept here at once, and sent. */
import {
  type Agenda,
  type Session,
  type SessionEvent,
  itemOn,
  sessionAfter,
  sessionOf,
} from '@feldspar/core/planner';
import { tempo } from '@feldspar/core/time';
import { agendaAt } from '../../addresses/addresses.ts';
import { playAddress } from '../../addresses/play-address.ts';
import { saveSession } from '../../data/changes.ts';
import { keepRunning, running } from '../../device/running-session.ts';

export function beginSession(agenda: Agenda, agendaId: string, playerId: string | null): Session {
  const session = sessionOf(agenda, agendaId, playerId, new Date());
  return keep(crypto.randomUUID(), session);
}

/** @returns the session after it; null where none is on. */
export function tellSession(event: SessionEvent): Session | null {
  const now = running();
  return now && keep(now.id, sessionAfter(now.session, event, new Date()));
}

function keep(id: string, session: Session): Session {
  keepRunning(session.endedAt === null ? { id, session } : null);
  void saveSession(id, session);
  return session;
}

/** Where the item that is on is practised: on the stage, or at the agenda for a break and at the end. */
export function placeOfSession(session: Session): string {
  const { planId, tempo: at } = itemOn(session)?.item ?? {};
  if (planId !== undefined) return playAddress(planId, at && tempo(at.bpm, at.beat));
  return session.agendaId === null ? '/planner' : agendaAt(session.agendaId);
}

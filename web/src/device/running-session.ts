/** The session that is on in this browser: it goes on after a reload. */
import { type Session, sessionSchema } from '@feldspar/core/planner';
import { useSyncExternalStore } from 'react';
import { z } from 'zod';
import { SESSION_KEY, keepSession, onKeptSession } from './kept-session.ts';
import { readValue } from './storage.ts';

const schema = z.object({ id: z.uuid(), session: sessionSchema });

export interface Running {
  id: string;
  session: Session;
}

/** Undefined until it was read once. */
let now: Running | null | undefined;

export function running(): Running | null {
  if (now === undefined) now = readValue(SESSION_KEY, schema);
  return now;
}

/** @param next null where it is over. */
export function keepRunning(next: Running | null): void {
  now = next;
  keepSession(next);
}

export const useRunning = (): Running | null => useSyncExternalStore(onKeptSession, running);

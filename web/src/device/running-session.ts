/** The session that is on in this browser: it goes on after a reload. */
import { type Session, sessionSchema } from '@feldspar/core/planner';
import { useSyncExternalStore } from 'react';
import { z } from 'zod';
import { forget, keepValue, readValue } from './storage.ts';

const KEY = 'feldspar session';
const schema = z.object({ id: z.uuid(), session: sessionSchema });

export interface Running {
  id: string;
  session: Session;
}

/** Undefined until it was read once. */
let now: Running | null | undefined;
const listeners = new Set<() => void>();

export function running(): Running | null {
  if (now === undefined) now = readValue(KEY, schema);
  return now;
}

/** @param next null where it is over. */
export function keepRunning(next: Running | null): void {
  now = next;
  if (next) keepValue(KEY, next);
  else forget(KEY);
  for (const listener of listeners) listener();
}

export function useRunning(): Running | null {
  return useSyncExternalStore((listener) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  }, running);
}

/** The session that is on in this browser, as it is kept: what follows it need not know how to read it. */
import { useSyncExternalStore } from 'react';
import { forget, keepValue, readText } from './storage.ts';

export const SESSION_KEY = 'feldspar session';
const listeners = new Set<() => void>();

/** @param value null where it is over. */
export function keepSession(value: object | null): void {
  if (value) keepValue(SESSION_KEY, value);
  else forget(SESSION_KEY);
  for (const listener of listeners) listener();
}

export function onKeptSession(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

const isSessionKept = () => readText(SESSION_KEY) !== null;

export const useIsSessionKept = (): boolean => useSyncExternalStore(onKeptSession, isSessionKept);

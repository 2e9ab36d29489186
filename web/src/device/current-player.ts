/** Who is playing on this device; remembered in the browser. */
import { useSyncExternalStore } from 'react';
import { forget, keepText, readText } from './storage.ts';

const KEY = 'feldspar player';
const listeners = new Set<() => void>();

export function currentPlayerId(): string | null {
  return readText(KEY);
}

export function setCurrentPlayer(id: string | null): void {
  if (id) keepText(KEY, id);
  else forget(KEY);
  for (const listener of listeners) listener();
}

export function useCurrentPlayerId(): string | null {
  return useSyncExternalStore((listener) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  }, currentPlayerId);
}

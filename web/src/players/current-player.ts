/** Who is playing on this device; remembered in the browser. */
import { useSyncExternalStore } from 'react';

const KEY = 'feldspar player';
const listeners = new Set<() => void>();

export function currentPlayerId(): string | null {
  return localStorage.getItem(KEY);
}

export function setCurrentPlayer(id: string | null): void {
  if (id) localStorage.setItem(KEY, id);
  else localStorage.removeItem(KEY);
  for (const listener of listeners) listener();
}

export function useCurrentPlayerId(): string | null {
  return useSyncExternalStore((listener) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  }, currentPlayerId);
}

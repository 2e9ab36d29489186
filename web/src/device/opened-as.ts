/**
 * As whom the studio is opened on this device: one player, who sees nobody else; null for the teacher. The server keeps the others out of reach.
 * It is no lock yet: whoever sits here can close it again.
 */
import { useSyncExternalStore } from 'react';
import { forget, keepText, readText } from './storage.ts';

const KEY = 'feldspar opened as';
const ID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i;
const listeners = new Set<() => void>();

export function openedAs(): string | null {
  const said = readText(KEY);
  return said !== null && ID.test(said) ? said : null;
}

export function openAs(player: string | null): void {
  if (player) keepText(KEY, player);
  else forget(KEY);
  for (const listener of listeners) listener();
}

export function onOpenedAs(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

export function useOpenedAs(): string | null {
  return useSyncExternalStore(onOpenedAs, openedAs);
}

/**
 * Sounds of recordings in this browser, until the studio keeps them or they are let go of. Where the browser has no room, or keeps nothing,
 * they live as long as the page does; whoever asks is told.
 */
import type { DBSchema } from 'idb';
import { databaseOf } from './database.ts';

interface Schema extends DBSchema {
  sounds: { key: string; value: KeptSound };
}

export interface KeptSound {
  id: string;
  blob: Blob;
  /** It is to be sent to the studio. */
  send: boolean;
}

const inPage = new Map<string, KeptSound>();

const database = databaseOf<Schema>({
  name: 'feldspar sounds',
  version: 1,
  upgrade: (db) => void db.createObjectStore('sounds', { keyPath: 'id' }),
});

/** @returns whether it outlives the page. */
export async function keepSound(sound: KeptSound): Promise<boolean> {
  inPage.set(sound.id, sound);
  try {
    const db = await database();
    if (!db) return false;
    await db.put('sounds', sound);
    return true;
  } catch {
    // No room.
    return false;
  }
}

export async function readSound(id: string): Promise<KeptSound | null> {
  const here = inPage.get(id);
  if (here) return here;
  try {
    return (await (await database())?.get('sounds', id)) ?? null;
  } catch {
    return null;
  }
}

export async function dropSound(id: string): Promise<void> {
  inPage.delete(id);
  try {
    await (await database())?.delete('sounds', id);
  } catch {
    // Nothing can be there.
  }
}

/** Those that are to be sent. */
export async function soundsToSend(): Promise<string[]> {
  const ids = new Set([...inPage.values()].filter(({ send }) => send).map(({ id }) => id));
  try {
    for (const { id, send } of (await (await database())?.getAll('sounds')) ?? []) if (send) ids.add(id);
  } catch {
    // What is in the page is all there is.
  }
  return [...ids];
}

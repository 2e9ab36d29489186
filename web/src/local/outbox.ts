/**
 * Takes that the server does not have yet, in IndexedDB. A take is written here while it is played and stays until
 * the server has confirmed it, so a reload, a crash or a stopped server loses nothing.
 */
import type { Take } from '@feldspar/core/take';
import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import { OfflineError, ProblemError, request } from '../api/client.ts';

export type OutboxState =
  /** Being played in some tab (which holds a lock of the take's name). */
  | 'playing'
  | 'waiting'
  /** The server said no; the reason is kept beside it. */
  | 'refused';

export interface OutboxEntry {
  id: string;
  state: OutboxState;
  take: Take;
  reason?: string;
}

interface Schema extends DBSchema {
  takes: { key: string; value: OutboxEntry };
}

const FEWEST_HITS_KEPT = 4;

let opened: Promise<IDBPDatabase<Schema>> | undefined;

function database(): Promise<IDBPDatabase<Schema>> {
  opened ??= openDB<Schema>('feldspar', 1, {
    upgrade: (db) => void db.createObjectStore('takes', { keyPath: 'id' }),
  });
  return opened;
}

const listeners = new Set<() => void>();

export function onOutboxChange(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

function changed(): void {
  for (const listener of listeners) listener();
}

export const lockName = (id: string) => `feldspar take ${id}`;

export async function keep(take: Take, state: OutboxState, reason?: string): Promise<void> {
  await (await database()).put('takes', { id: take.id, state, take, ...(reason ? { reason } : {}) });
  changed();
}

export async function discard(id: string): Promise<void> {
  await (await database()).delete('takes', id);
  changed();
}

export async function entries(): Promise<OutboxEntry[]> {
  return (await database()).getAll('takes');
}

export async function waitingTake(id: string): Promise<Take | undefined> {
  const entry = await (await database()).get('takes', id);
  return entry && entry.state !== 'playing' ? entry.take : undefined;
}

export interface FlushResult {
  sent: string[];
  /** Still here because the server did not answer. */
  waiting: number;
}

/** Sends what waits. Safe to call at any time and from several tabs: a put is harmless when repeated. */
export async function flush(): Promise<FlushResult> {
  const result: FlushResult = { sent: [], waiting: 0 };
  for (const entry of await entries()) {
    if (entry.state !== 'waiting') continue;
    try {
      await request('PUT', `/takes/${entry.id}`, entry.take);
      // A take is stored once; a note written since (or after an answer that got lost) is told on top of it.
      const note = (await waitingTake(entry.id))?.note;
      if (note) await request('PATCH', `/takes/${entry.id}`, { note });
      result.sent.push(entry.id);
      await discard(entry.id);
    } catch (error) {
      if (error instanceof ProblemError && error.status < 500)
        await keep(entry.take, 'refused', error.message);
      else if (error instanceof OfflineError || error instanceof ProblemError) result.waiting++;
      else throw error;
    }
  }
  return result;
}

/**
 * A take left behind by a tab that crashed or was reloaded becomes a take stopped by hand; one with hardly a hit is
 * dropped. A take still being played elsewhere holds its lock: it is looked at when that tab lets go of it.
 * @returns when every take now marked as playing has been settled.
 */
export async function adoptAbandoned(locks: Pick<LockManager, 'request'> = navigator.locks): Promise<void> {
  const playing = (await entries()).filter((entry) => entry.state === 'playing');
  await Promise.all(playing.map(({ id }) => locks.request(lockName(id), () => adopt(id))));
}

async function adopt(id: string): Promise<void> {
  const entry = await (await database()).get('takes', id);
  if (entry?.state !== 'playing') return;
  if (entry.take.hits.length < FEWEST_HITS_KEPT) await discard(id);
  else await keep(entry.take, 'waiting');
}

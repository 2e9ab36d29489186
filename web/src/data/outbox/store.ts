/**
 * Where the outbox is kept: in IndexedDB, which outlives the page. Where the browser keeps nothing (private windows, blocked site
 * data, no room) it lives in memory for as long as the page does; whoever shows it is told.
 */
import type { Take } from '@feldspar/core/take';
import { databaseOf } from '../../device/database.ts';
import { changeOf } from './change-of.ts';
import type { DBSchema, IDBPDatabase, IDBPTransaction, StoreNames } from 'idb';
import type { Waiting } from './queue.ts';

/** A piece of a take that is being played: what came since the piece before. */
export interface Piece {
  take: string;
  hits: Take['hits'];
  anchors: [number, number][];
  /** Hits of earlier pieces that were let go since: [index, length in s]. */
  lengths: [number, number][];
}

/** A take that is being played, without what the pieces hold. */
export interface Playing {
  id: string;
  take: Take;
  /** Context time of the timeline's zero, and the output's facts, once known. */
  clock?: Omit<NonNullable<Take['clock']>, 'anchors'>;
  positionS: number;
}

interface Schema extends DBSchema {
  /** Before there were requests: whole takes. Read once, when the database is brought up to date. */
  takes: { key: string; value: { id: string; state: 'playing' | 'waiting' | 'refused'; take: Take } };
  requests: { key: string; value: Waiting };
  playing: { key: string; value: Playing };
  pieces: { key: number; value: Piece; indexes: { take: string } };
}

const database = databaseOf<Schema>({
  name: 'feldspar',
  version: 2,
  upgrade: (db, from, _to, transaction) => void upgrade(db, from, transaction),
});

async function upgrade(
  db: IDBPDatabase<Schema>,
  from: number,
  transaction: IDBPTransaction<Schema, StoreNames<Schema>[], 'versionchange'>,
): Promise<void> {
  const requests = db.createObjectStore('requests', { keyPath: 'key' });
  const playing = db.createObjectStore('playing', { keyPath: 'id' });
  db.createObjectStore('pieces', { autoIncrement: true }).createIndex('take', 'take');
  if (from !== 1) return;
  for (const { id, state, take } of await transaction.objectStore('takes').getAll()) {
    if (state === 'playing') await playing.put({ id, take, positionS: take.stoppedAtS ?? 0 });
    else await requests.put(requestOfOld(take));
  }
  db.deleteObjectStore('takes');
}

function requestOfOld(take: Take): Waiting {
  const request = changeOf('PUT /takes/:id', take.id, take.plan.title, take);
  return { ...request, key: `0 ${take.id}`, at: take.startedAt, state: 'waiting' };
}

/** @returns whether it was done, so that it outlives the page. */
async function attempt(work: (db: IDBPDatabase<Schema>) => Promise<unknown>): Promise<boolean> {
  try {
    const db = await database();
    if (!db) return false;
    await work(db);
    return true;
  } catch {
    // No room, or closed by the browser: what is in memory goes on.
    return false;
  }
}

async function read<Value>(
  work: (db: IDBPDatabase<Schema>) => Promise<Value>,
  otherwise: Value,
): Promise<Value> {
  try {
    const db = await database();
    return db ? await work(db) : otherwise;
  } catch {
    return otherwise;
  }
}

export const readRequests = () => read((db) => db.getAll('requests'), []);
export const keepRequest = (waiting: Waiting) => attempt((db) => db.put('requests', waiting));
/** One that was left elsewhere: unless it is there already, or more of it. @returns whether it outlives the page now. */
export const keepLeft = (waiting: Waiting) =>
  attempt(async (db) => {
    const transaction = db.transaction('requests', 'readwrite');
    const now = await transaction.store.get(waiting.key);
    if (!now || (now.version ?? 0) < (waiting.version ?? 0)) await transaction.store.put(waiting);
    await transaction.done;
  });
/** Unless another tab has added to it meanwhile. @returns whether it is gone. */
export async function dropRequest({ key, version }: Pick<Waiting, 'key' | 'version'>): Promise<boolean> {
  let gone = true;
  await attempt(async (db) => {
    const transaction = db.transaction('requests', 'readwrite');
    const now = await transaction.store.get(key);
    gone = now === undefined || now.version === version;
    if (gone) await transaction.store.delete(key);
    await transaction.done;
  });
  return gone;
}

/** Both or neither. @param piece null where nothing came since the last one. */
export const keepPlaying = (playing: Playing, piece: Piece | null) =>
  attempt(async (db) => {
    const transaction = db.transaction(['playing', 'pieces'], 'readwrite');
    await Promise.all([
      transaction.objectStore('playing').put(playing),
      piece && transaction.objectStore('pieces').add(piece),
      transaction.done,
    ]);
  });
export const readPlaying = () => read((db) => db.getAll('playing'), []);
export const readPlayingTake = (id: string) => read((db) => db.get('playing', id), undefined);
export const readPieces = (take: string) => read((db) => db.getAllFromIndex('pieces', 'take', take), []);

export const dropPlaying = (id: string) =>
  attempt(async (db) => {
    const transaction = db.transaction(['playing', 'pieces'], 'readwrite');
    await transaction.objectStore('playing').delete(id);
    const keys = await transaction.objectStore('pieces').index('take').getAllKeys(id);
    await Promise.all(keys.map((key) => transaction.objectStore('pieces').delete(key)));
    await transaction.done;
  });

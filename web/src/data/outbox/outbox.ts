/**
 * Every change is a request that is kept in this browser until the server has confirmed it: a stopped server, a reload or a crash
 * loses nothing. One loop sends them, whatever screen is open; several tabs take turns.
 */
import { openedAs } from '../../device/opened-as.ts';
import { OfflineError, ProblemError, request } from '../wire/client.ts';
import { isLeft, isOfLeft, leave, left, takeUp } from './left.ts';
import { type Change, type Edit, type Waiting, confirmed, due, joined } from './queue.ts';
import { dropRequest, keepLeft, keepRequest, readRequests } from './store.ts';

/** A breath, in which a note that is being typed grows. */
const SEND_AFTER_MS = 300;
const RETRY_MS = 4000;
const LONGEST_RETRY_MS = 60_000;
const LOCK = 'feldspar outbox';

let queue: readonly Waiting[] = [];
let unkept = false;
let loaded: Promise<void> | undefined;
let count = 0;
/** Keys of requests that were made in this page and never sent. */
const fresh = new Set<string>();
const listeners = new Set<() => void>();
const confirmations = new Set<(sent: Waiting, revision?: number) => void>();
const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('feldspar outbox');

/** What waits, oldest first; the same object as long as nothing changes. */
export const waitingChanges = (): readonly Waiting[] => queue;
/** Some of it is only in this page, because the browser keeps nothing or has no room. */
export const isUnkept = (): boolean => unkept;

export function onOutboxChange(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** Told of each request that the server has confirmed, just before it leaves the queue. */
export function onConfirmed(listener: (sent: Waiting, revision?: number) => void): () => void {
  confirmations.add(listener);
  return () => confirmations.delete(listener);
}

function show(next: readonly Waiting[]): void {
  queue = [...next].sort((a, b) => (a.key < b.key ? -1 : 1));
  for (const listener of listeners) listener();
}

/** Reads what an earlier page kept, and what it left; once. */
export function load(): Promise<void> {
  loaded ??= begin();
  return loaded;
}

function begin(): Promise<void> {
  window.addEventListener('pagehide', leaveRest);
  window.addEventListener('pageshow', ({ persisted }) => persisted && comeBack());
  return takeUpLeft();
}

/** The page is left: what only lives in it, or is being written, would be lost. */
function leaveRest(): void {
  for (const waiting of queue)
    if ((unkeptKeys.has(waiting.key) || writing.has(waiting.key)) && leave(waiting)) ownLeft.add(waiting.key);
}

/** The browser had only put the page aside. What another page has taken up meanwhile is that one's now. */
function comeBack(): void {
  for (const key of ownLeft) {
    if (isLeft(key)) takeUp(key);
    else unkeptKeys.delete(key);
  }
  ownLeft.clear();
  void readAgain();
}

async function takeUpLeft(): Promise<void> {
  for (const waiting of await left()) {
    if (await keepLeft(waiting)) {
      takeUp(waiting.key);
    } else {
      ownLeft.add(waiting.key);
      unkeptKeys.add(waiting.key);
      if (!queue.some(({ key }) => key === waiting.key)) show([...queue, waiting]);
    }
  }
  unkept = unkeptKeys.size > 0;
  await readAgain();
}

async function readAgain(): Promise<void> {
  const kept = await readRequests();
  // What only lives in this page, or is being written this very moment, is newer than what was read.
  const own = queue.filter(({ key }) => unkeptKeys.has(key) || writing.has(key));
  const mine = new Set(own.map(({ key }) => key));
  show([...kept.filter(({ key }) => !mine.has(key) && !dropping.has(key)), ...own]);
}

const unkeptKeys = new Set<string>();
/** Keys of requests that this page has left, or found left where there is no storage. */
const ownLeft = new Set<string>();
/** Keys of requests whose writing, or dropping, is under way. */
const writing = new Map<string, number>();
const dropping = new Set<string>();

/** Edits reach the storage in the order in which they were made: an older state of a request never replaces a newer one. */
let storing: Promise<void> = Promise.resolve();

async function apply({ keep, drop }: Edit): Promise<void> {
  const changed = new Set(keep.map(({ key }) => key));
  const gone = queue.filter(({ key }) => drop.includes(key));
  show([...queue.filter((waiting) => !gone.includes(waiting) && !changed.has(waiting.key)), ...keep]);
  for (const { key } of gone) dropping.add(key);
  for (const { key } of keep) writing.set(key, (writing.get(key) ?? 0) + 1);
  storing = storing.then(() => writeDown(keep, gone));
  await storing;
  channel?.postMessage('changed');
}

/** Never fails. */
async function writeDown(keep: readonly Waiting[], gone: readonly Waiting[]): Promise<void> {
  let added = false;
  for (const waiting of gone) {
    fresh.delete(waiting.key);
    unkeptKeys.delete(waiting.key);
    if (ownLeft.delete(waiting.key)) takeUp(waiting.key);
    if (!(await dropRequest(waiting))) added = true;
    dropping.delete(waiting.key);
  }
  for (const waiting of keep) {
    if (await keepRequest(waiting)) {
      unkeptKeys.delete(waiting.key);
      if (ownLeft.delete(waiting.key)) takeUp(waiting.key);
    } else {
      unkeptKeys.add(waiting.key);
    }
    const left = writing.get(waiting.key)! - 1;
    if (left > 0) writing.set(waiting.key, left);
    else writing.delete(waiting.key);
  }
  // Another tab said more of it while it was on its way: that is sent too.
  if (added) await readAgain();
  if (unkept !== unkeptKeys.size > 0) {
    unkept = unkeptKeys.size > 0;
    show(queue);
  }
}

/** Sorts by time, and within one moment by turn; two tabs never make the same. */
function newKey(): string {
  return `${String(Date.now()).padStart(15, '0')} ${String(count++).padStart(6, '0')} ${crypto.randomUUID()}`;
}

/** It is sent as whoever says it now. */
function asWhom(change: Change): Change {
  const viewer = openedAs();
  return viewer === null ? change : { ...change, as: viewer };
}

/** Keeps a change and sends it soon. Resolves when it is kept. Never fails: without storage it is kept in memory. */
export async function ask(change: Change): Promise<void> {
  await keepNew(change);
  sendSoon(SEND_AFTER_MS);
}

async function keepNew(change: Change): Promise<void> {
  await load();
  const key = newKey();
  const edit = joined(queue, asWhom(change), key, new Date().toISOString(), fresh);
  if (edit.keep.some((waiting) => waiting.key === key)) fresh.add(key);
  await apply(edit);
}

export type Outcome = { state: 'sent' } | { state: 'waits' | 'refused'; reason: string };

/** The same, sent at once; tells what became of the first attempt. */
export async function askNow(change: Change): Promise<Outcome> {
  await keepNew(change);
  await flush();
  const left = queue.filter(({ thing }) => thing === change.thing);
  if (left.length === 0) return { state: 'sent' };
  const { state, reason = 'The server has not answered yet.' } = left[0];
  return { state: state === 'waiting' ? 'waits' : 'refused', reason };
}

/** Drops a request, and with it what was made on top of it where it was to create the thing. */
export async function giveUp({ key, thing, method, on }: Waiting): Promise<void> {
  const creates = method === 'PUT' && (on ?? 0) === 0;
  const drop = queue.filter((other) => other.key === key || (creates && other.thing === thing));
  await apply({ keep: [], drop: drop.map((other) => other.key) });
}

export async function tryAgain(waiting: Waiting, change: Partial<Waiting> = {}): Promise<void> {
  const again: Waiting = { ...waiting, ...change, state: 'waiting', version: (waiting.version ?? 0) + 1 };
  delete again.reason;
  delete again.current;
  await apply({ keep: [again], drop: [] });
  sendSoon(0);
}

let timer: ReturnType<typeof setTimeout> | undefined;
let flushing: Promise<void> | null = null;
let stuck = 0;
/** Only a page that is shown sends by itself. */
let byItself = false;

function sendSoon(afterMs: number): void {
  clearTimeout(timer);
  if (byItself) timer = setTimeout(() => void flush(), afterMs);
}

/** Sends what is due, thing by thing, until nothing more can be sent now. Safe to call at any time. */
export function flush(): Promise<void> {
  // Whoever asks while it runs wants what came meanwhile to be sent too.
  flushing = (flushing ?? Promise.resolve()).then(inTurn, inTurn);
  const mine = flushing;
  void mine.finally(() => {
    if (flushing === mine) flushing = null;
  });
  return mine;
}

async function inTurn(): Promise<void> {
  await load();
  const turn = async () => {
    // Another tab may have sent some of it; storage that is late may hold more.
    await readAgain();
    await sendAll();
  };
  await (navigator.locks ? navigator.locks.request(LOCK, turn) : turn());
}

async function sendAll(): Promise<void> {
  // A browser that had no room, or did not answer, may have both by now.
  if (unkeptKeys.size > 0) await apply({ keep: queue.filter(({ key }) => unkeptKeys.has(key)), drop: [] });
  let tried = false;
  let offline = false;
  const failed = new Set<string>();
  while (!offline) {
    const next = due(queue).find(({ thing }) => !failed.has(thing));
    if (!next) break;
    tried = true;
    fresh.delete(next.key);
    const verdict = await send(next);
    if (verdict === 'offline') offline = true;
    if (verdict !== 'sent') failed.add(next.thing);
  }
  if (due(queue).length === 0) stuck = 0;
  else if (tried) sendSoon(Math.min(LONGEST_RETRY_MS, RETRY_MS * 2 ** Math.min(4, offline ? 0 : stuck++)));
}

async function send(waiting: Waiting): Promise<'sent' | 'offline' | 'failed'> {
  const { method, path, body, on, as } = waiting;
  try {
    const answer = await request<{ revision?: number } | undefined>(
      method,
      on === undefined ? path : `${path}?revision=${on}`,
      body,
      as ?? null,
    );
    // Told first: what is shown goes from "waits" to "is there" without falling back in between.
    for (const listener of confirmations) listener(waiting, answer?.revision);
    await apply(confirmed(queue, waiting, answer?.revision));
    return 'sent';
  } catch (error) {
    const now = queue.find(({ key }) => key === waiting.key);
    if (!now) return 'failed';
    if (error instanceof ProblemError && error.status === 404 && method === 'DELETE') {
      await apply(confirmed(queue, waiting));
      return 'sent';
    }
    const reason = error instanceof Error ? error.message : String(error);
    if (error instanceof ProblemError && !isPassing(error.status)) {
      const state = error.status === 409 && error.current !== undefined ? 'conflict' : 'refused';
      await apply({ keep: [{ ...now, state, reason, current: error.current }], drop: [] });
      return 'failed';
    }
    if (now.reason !== reason) await apply({ keep: [{ ...now, reason }], drop: [] });
    return error instanceof OfflineError ? 'offline' : 'failed';
  }
}

/** The server may take it another time. */
const isPassing = (status: number) => status >= 500 || status === 408 || status === 429;

/** Begins to send, and goes on whenever there is a chance. @returns ends it. */
export function keepSending(): () => void {
  const now = () => sendSoon(0);
  const reread = () => void readAgain();
  // Another tab was closed before it had kept what it says.
  const onLeft = ({ key }: StorageEvent) => {
    if (isOfLeft(key)) void takeUpLeft().then(now);
  };
  byItself = true;
  now();
  window.addEventListener('online', now);
  window.addEventListener('storage', onLeft);
  channel?.addEventListener('message', reread);
  return () => {
    byItself = false;
    clearTimeout(timer);
    window.removeEventListener('online', now);
    window.removeEventListener('storage', onLeft);
    channel?.removeEventListener('message', reread);
  };
}

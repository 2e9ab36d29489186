/** Databases of this browser (IndexedDB), which outlive the page. */
import { type DBSchema, type IDBPDatabase, type OpenDBCallbacks, openDB } from 'idb';

/** Browsers open one in a blink, or not at all: a page they keep for the way back may hold it, frozen while it was making it. */
const PATIENCE_MS = 10_000;

interface Wanted<Schema extends DBSchema> {
  name: string;
  version: number;
  upgrade: NonNullable<OpenDBCallbacks<Schema>['upgrade']>;
}

const lateListeners = new Set<() => void>();

/** Told when a database that was gone on without is there after all. @returns ends it. */
export function onLateDatabase(listener: () => void): () => void {
  lateListeners.add(listener);
  return () => lateListeners.delete(listener);
}

/** @returns asks for it; null where the browser keeps nothing, and for as long as it does not answer. */
export function databaseOf<Schema extends DBSchema>(
  wanted: Wanted<Schema>,
): () => Promise<IDBPDatabase<Schema> | null> {
  let opened: Promise<IDBPDatabase<Schema> | null> | undefined;
  return () => (opened ??= inTime());

  function inTime(): Promise<IDBPDatabase<Schema> | null> {
    let isLate = false;
    const opening = open().catch(() => null);
    void opening.then((database) => {
      if (!database) return;
      opened = opening;
      if (isLate) for (const listener of lateListeners) listener();
    });
    const outOfPatience = new Promise<null>((done) => {
      setTimeout(() => {
        isLate = true;
        done(null);
      }, PATIENCE_MS);
    });
    return Promise.race([opening, outOfPatience]);
  }

  async function open(): Promise<IDBPDatabase<Schema>> {
    let abort = () => undefined as void;
    // The page may be frozen as it is left. What it is making would be closed to every other page for as long as it can come back.
    const onLeave = () => {
      abort();
      opened = undefined;
    };
    window.addEventListener('pagehide', onLeave);
    try {
      return await openDB<Schema>(wanted.name, wanted.version, {
        upgrade(...making) {
          const [, , , transaction] = making;
          abort = () => transaction.abort();
          return wanted.upgrade(...making);
        },
        // A newer page in another tab wants to bring it up to date: it goes on in memory here until the page is loaded anew.
        blocking: (_current, _next, event) => (event.target as IDBDatabase).close(),
      });
    } finally {
      window.removeEventListener('pagehide', onLeave);
    }
  }
}

/**
 * SQLite without a model layer: for looking into a database before it is trusted, copying it while it is in use, and
 * holding the folder's lock. Promises over the driver's callbacks.
 */
import sqlite3 from 'sqlite3';

export interface Raw {
  all<Row>(sql: string, parameters?: readonly unknown[]): Promise<Row[]>;
  /** The row of a query that gives one whatever is there, as a count does. @throws Error where it gives none. */
  one<Row>(sql: string, parameters?: readonly unknown[]): Promise<Row>;
  /** Several statements, no result. */
  exec(sql: string): Promise<void>;
  run(sql: string, parameters?: readonly unknown[]): Promise<void>;
  /** A copy as of one moment, while others may be writing (SQLite's online backup). @param file must not exist. */
  copyTo(file: string): Promise<void>;
  close(): Promise<void>;
}

const MODES = {
  read: sqlite3.OPEN_READONLY,
  write: sqlite3.OPEN_READWRITE,
  create: sqlite3.OPEN_READWRITE | sqlite3.OPEN_CREATE,
} as const;

/** Somebody else may be writing; so long one waits for them. */
const PATIENCE_MS = 5000;

type Done = (error: Error | null) => void;

/** @throws the driver's error, with its `code` like SQLITE_CANTOPEN. */
export async function openRaw(
  file: string,
  mode: keyof typeof MODES,
  patienceMs = PATIENCE_MS,
): Promise<Raw> {
  const database = await new Promise<sqlite3.Database>((resolve, reject) => {
    const opening: sqlite3.Database = new sqlite3.Database(file, MODES[mode], (error) =>
      error ? reject(error) : resolve(opening),
    );
  });
  database.configure('busyTimeout', patienceMs);
  const settled = (begin: (done: Done) => void) =>
    new Promise<void>((resolve, reject) => begin((error) => (error ? reject(error) : resolve())));
  const all = <Row>(sql: string, parameters: readonly unknown[] = []) =>
    new Promise<Row[]>((resolve, reject) =>
      database.all(sql, parameters, (error, rows) => (error ? reject(error) : resolve(rows as Row[]))),
    );
  return {
    all,
    async one<Row>(sql: string, parameters?: readonly unknown[]) {
      const [row] = await all<Row>(sql, parameters);
      if (row === undefined) throw new Error(`a row was expected: ${sql}`);
      return row;
    },
    exec: (sql) => settled((done) => database.exec(sql, done)),
    run: (sql, parameters = []) => settled((done) => database.run(sql, parameters, done)),
    copyTo: (target) => copy(database, target),
    close: () => settled((done) => database.close(done)),
  };
}

interface Backup {
  step(pages: number, done: (error: Error | null, finished: boolean) => void): void;
  finish(done: Done): void;
}

function copy(database: sqlite3.Database, file: string): Promise<void> {
  return new Promise((resolve, reject) => {
    // The driver's types leave the backup out.
    const begin = (database as unknown as { backup(file: string, done: Done): Backup }).backup.bind(database);
    const backup = begin(file, (error) => {
      if (error) return reject(error);
      const step = () =>
        backup.step(-1, (failure, finished) => {
          const busy = /SQLITE_(BUSY|LOCKED)/.test((failure as { code?: string } | null)?.code ?? '');
          if (failure && !busy) return backup.finish(() => reject(failure));
          if (finished) backup.finish((last) => (last ? reject(last) : resolve()));
          // Somebody is writing this very moment.
          else setTimeout(step, 20);
        });
      step();
    });
  });
}

/** What SQLite or the file system calls a failure: SQLITE_BUSY, EROFS …; of a wrapped error that of its cause. */
export function codeOf(error: unknown): string {
  const { code, original, parent } = (error ?? {}) as {
    code?: unknown;
    original?: unknown;
    parent?: unknown;
  };
  if (typeof code === 'string') return code;
  if (original ?? parent) return codeOf(original ?? parent);
  return '';
}

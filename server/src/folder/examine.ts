/**
 * Looks at a database before anything writes to it: is it the one that was here, is it whole, can this version read it? It is
 * opened for reading only, so that not even the write-ahead log is folded into a file that turns out to be wrong.
 */
import { existsSync, openSync, readSync, closeSync, statSync } from 'node:fs';
import { DATABASE, databaseIn } from './files.ts';
import { type Identity, holdings, identityOf, readIdentity } from './identity.ts';
import { type Raw, openRaw } from './raw.ts';
import { FolderTrouble, damaged, troubleOf } from './trouble.ts';

const HEADER = 'SQLite format 3\0';
/** The first few say enough. */
const MOST_FAULTS = 3;

/**
 * @param known names of the migrations of this version.
 * @returns whether there is a database with something in it.
 * @throws FolderTrouble that says what is wrong and what to do.
 */
export async function examine(folder: string, known: readonly string[]): Promise<boolean> {
  const file = databaseIn(folder);
  const identity = readIdentity(folder);
  const size = existsSync(file) ? statSync(file).size : 0;
  // Before its first page is folded in, a database may live in its log alone.
  const log = statSync(`${file}-wal`, { throwIfNoEntry: false })?.size ?? 0;
  if (size === 0 && log === 0) {
    if (identity && holdsSomething(identity)) throw vanished(folder, identity);
    return false;
  }
  if (size > 0) refuseOther(file, folder, identity);
  let database: Raw;
  try {
    database = await openRaw(file, 'read');
  } catch (error) {
    throw troubleOf(error, folder) ?? error;
  }
  try {
    return await look(database, folder, identity, known);
  } catch (error) {
    throw troubleOf(error, folder) ?? error;
  } finally {
    await database.close();
  }
}

const holdsSomething = ({ takes, plans, players }: Identity) => takes + plans + players > 0;

function vanished(folder: string, identity: Identity): FolderTrouble {
  return new FolderTrouble(
    'vanished',
    `The database is gone: ${folder} held ${holdings(identity)} on ${identity.savedAt.slice(0, 10)}, and now there is nothing in ${DATABASE}.`,
    'Put the file back, or bring back the last backup with “npm run restore FILE” (they lie in the folder “backups”). To begin anew, name another folder: FELDSPAR_DATA=/some/folder npm start',
  );
}

/** By its first bytes: zeros, or another kind of file. */
function refuseOther(file: string, folder: string, identity: Identity | null): void {
  const head = Buffer.alloc(HEADER.length);
  const handle = openSync(file, 'r');
  try {
    readSync(handle, head, 0, head.length, 0);
  } finally {
    closeSync(handle);
  }
  if (head.toString('latin1') === HEADER) return;
  const held = identity ? ` It held ${holdings(identity)}.` : '';
  throw new FolderTrouble(
    'not-a-database',
    `${DATABASE} in ${folder} is no database any more: its beginning was overwritten.${held} It was not touched.`,
    'Bring back the last backup with “npm run restore FILE” (they lie in the folder “backups”), or save what can be read with “npm run salvage”.',
  );
}

async function look(
  database: Raw,
  folder: string,
  identity: Identity | null,
  known: readonly string[],
): Promise<boolean> {
  const faults = await database.all<{ quick_check: string }>(`PRAGMA quick_check(${MOST_FAULTS})`);
  if (faults[0]?.quick_check !== 'ok')
    throw damaged(folder, faults.map(({ quick_check }) => quick_check).join('; '));
  const tables = (
    await database.all<{ name: string }>("SELECT name FROM sqlite_master WHERE type = 'table'")
  ).map(({ name }) => name);
  if (tables.length === 0) {
    if (identity && holdsSomething(identity)) throw vanished(folder, identity);
    return false;
  }
  if (!tables.includes('SequelizeMeta')) {
    throw new FolderTrouble(
      'foreign',
      `${DATABASE} in ${folder} is a database of another program. It was not touched.`,
      'Move it away, or name another folder: FELDSPAR_DATA=/some/folder npm start',
    );
  }
  const done = await database.all<{ name: string }>('SELECT name FROM SequelizeMeta ORDER BY name');
  const strange = done.filter(({ name }) => !known.includes(name));
  if (strange.length > 0) {
    throw new FolderTrouble(
      'newer',
      `The database in ${folder} was written by a newer Feldspar (it knows “${strange.at(-1)!.name}”, this one does not). It was not touched.`,
      'Start the newer Feldspar, or name another folder: FELDSPAR_DATA=/some/folder npm start',
    );
  }
  if (tables.includes('takes') && tables.includes('players') && tables.includes('plans')) {
    const loose = await database.all<{ table: string }>('PRAGMA foreign_key_check');
    if (loose[0])
      throw damaged(folder, `${loose.length} rows of “${loose[0].table}” point to rows that are gone`);
  }
  const now = await identityOf(database);
  if (identity && now) compare(folder, identity, now);
  else if (identity && !now) throw older(folder, identity, null);
  // A first start that was ended before its first migration has left nothing to keep a copy of.
  return done.length > 0 || tables.includes('takes');
}

function compare(folder: string, then: Identity, now: Identity): void {
  if (then.id !== now.id) {
    throw new FolderTrouble(
      'older',
      `The database in ${folder} is of another studio: this folder held ${holdings(then)}, the file holds ${holdings(now)}. It was not touched.`,
      'To take it over on purpose: “npm run restore FILE” with that file; the one of this folder is kept aside.',
    );
  }
  if (now.revision < then.revision) throw older(folder, then, now);
}

function older(folder: string, then: Identity, now: Identity | null): FolderTrouble {
  const holds = now
    ? `it holds ${holdings(now)} (change ${now.revision} of ${then.revision})`
    : 'it is of an older version';
  return new FolderTrouble(
    'older',
    `The database in ${folder} is older than what this folder held on ${then.savedAt.slice(0, 10)}: there were ${holdings(then)}; ${holds}. It was not touched.`,
    `If a file ${DATABASE}-wal was left behind when it was copied, put it back beside it. To go on with the older one on purpose: “npm run restore FILE” with that file.`,
  );
}

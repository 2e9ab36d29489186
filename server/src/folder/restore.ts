/** Puts a backup in the place of the database. What was there is kept aside, whole, whatever state it is in. */
import { existsSync, mkdirSync, renameSync, rmSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { type Backup, copyChecked } from './backup.ts';
import { DATABASE_FILES, databaseIn, identityIn, replacedIn, timeName } from './files.ts';
import { identityOf, writeIdentity } from './identity.ts';
import { lockFolder } from './lock.ts';
import { openRaw } from './raw.ts';
import { type KeptSounds, bringSounds, soundsBeside, soundsNamedIn, soundsThere } from './sounds.ts';
import { FolderTrouble, troubleOf } from './trouble.ts';

export interface Restored extends Backup, KeptSounds {
  /** Where the database that was there lies now; null when there was none. */
  aside: string | null;
}

/** @throws FolderTrouble when the folder is in use, or the file is no whole database of Feldspar; nothing is changed then. */
export async function restore(folder: string, file: string): Promise<Restored> {
  const from = resolve(file);
  mkdirSync(folder, { recursive: true });
  const letGo = await lockFolder(folder);
  try {
    await refuse(from);
    const fresh = `${databaseIn(folder)}.restored`;
    rmSync(fresh, { force: true });
    const copied = await copyChecked(from, fresh);
    const sounds = soundsBeside(databaseIn(folder));
    const aside = setAside(folder);
    // What the restored database does not name is swept away when it is opened.
    if (aside) await bringSounds(soundsThere(sounds), sounds, join(aside, 'sounds'));
    renameSync(fresh, databaseIn(folder));
    const kept = await bringSounds(await soundsNamedIn(databaseIn(folder)), soundsBeside(from), sounds);
    const database = await openRaw(databaseIn(folder), 'read');
    try {
      const identity = await identityOf(database);
      // One from before databases knew themselves is made known when it is opened.
      if (identity) writeIdentity(folder, identity);
      else rmSync(identityIn(folder), { force: true });
    } finally {
      await database.close();
    }
    return { ...copied, ...kept, file: databaseIn(folder), aside };
  } catch (error) {
    throw troubleOf(error, folder) ?? error;
  } finally {
    await letGo();
  }
}

async function refuse(file: string): Promise<void> {
  const no = (why: string) =>
    new FolderTrouble(
      'not-a-database',
      `${file} ${why}. Nothing was changed.`,
      'Choose one of the files in the folder “backups”, or another copy of a Feldspar database.',
    );
  if (!existsSync(file)) throw no('does not exist');
  let database;
  try {
    database = await openRaw(file, 'read');
    const { quick_check } = await database.one<{ quick_check: string }>('PRAGMA quick_check(1)');
    if (quick_check !== 'ok') throw no(`is damaged (${quick_check})`);
    const tables = await database.all<{ name: string }>(
      "SELECT name FROM sqlite_master WHERE type = 'table' AND name IN ('takes', 'plans', 'players')",
    );
    if (tables.length < 3) throw no('is no database of Feldspar');
  } catch (error) {
    if (error instanceof FolderTrouble) throw error;
    throw no(`cannot be read as a database (${(error as Error).message})`);
  } finally {
    await database?.close();
  }
}

function setAside(folder: string): string | null {
  const there = DATABASE_FILES.filter((name) => existsSync(join(folder, name)));
  if (there.length === 0) return null;
  // Two in one second must not meet.
  let aside = join(replacedIn(folder), timeName(new Date()));
  for (let n = 2; existsSync(aside); n++) aside = `${join(replacedIn(folder), timeName(new Date()))}-${n}`;
  mkdirSync(aside, { recursive: true });
  for (const name of there) renameSync(join(folder, name), join(aside, name));
  return aside;
}

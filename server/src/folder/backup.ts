/**
 * Backups: a copy of the database as of one moment, read back and checked before it counts, and the sounds that it names beside it. They lie
 * in the folder “backups”; the daily ones take turns, those made before an upgrade or by hand stay.
 */
import { existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { backupsIn, databaseIn, timeName } from './files.ts';
import { identityOf } from './identity.ts';
import { openRaw } from './raw.ts';
import { type KeptSounds, bringSounds, soundsBeside, soundsNamedIn, sweepBackedUpSounds } from './sounds.ts';
import { FolderTrouble } from './trouble.ts';

const DAY_MS = 86_400_000;
const DAILY = /^daily-(\d{4}-\d{2}-\d{2})T(\d{2}-\d{2}-\d{2})\.sqlite$/;
/** So many daily ones are kept: two weeks of days on which something was played. */
export const MOST_DAILY = 14;

export interface Backup {
  file: string;
  takes: number;
  bytes: number;
}

/**
 * @param file where to; by default a name with the time in the folder “backups”.
 * @throws Error when the copy cannot be read back; no file is left then.
 */
export async function backUp(
  folder: string,
  file = join(backupsIn(folder), `${timeName(new Date())}.sqlite`),
): Promise<Backup & KeptSounds> {
  if (!existsSync(databaseIn(folder))) {
    throw new FolderTrouble(
      'vanished',
      `There is no database in ${folder}.`,
      'Name the folder with the data: FELDSPAR_DATA=/some/folder npm run backup',
    );
  }
  const made = await copyChecked(databaseIn(folder), file);
  const sounds = await bringSounds(
    await soundsNamedIn(file),
    soundsBeside(databaseIn(folder)),
    soundsBeside(file),
  );
  return { ...made, ...sounds };
}

/** Copies a database beside its place, reads it back, and only then gives it its name. @throws Error as said. */
export async function copyChecked(from: string, to: string): Promise<Backup> {
  if (existsSync(to)) throw new Error(`${to} exists already; choose another name.`);
  mkdirSync(dirname(to), { recursive: true });
  const unfinished = `${to}.unfinished`;
  rmSync(unfinished, { force: true });
  try {
    const source = await openRaw(from, 'read');
    try {
      await source.copyTo(unfinished);
    } finally {
      await source.close();
    }
    const takes = await readBack(unfinished);
    renameSync(unfinished, to);
    return { file: to, takes, bytes: statSync(to).size };
  } catch (error) {
    for (const rest of ['', '-wal', '-shm', '-journal']) rmSync(unfinished + rest, { force: true });
    throw error;
  }
}

/** Every page and every row of a copy. @returns how many takes are in it. */
async function readBack(file: string): Promise<number> {
  // A copy comes in the mode of its source; alone it needs no log beside it.
  const copy = await openRaw(file, 'write');
  try {
    await copy.exec('PRAGMA journal_mode = DELETE');
    const { quick_check } = await copy.one<{ quick_check: string }>('PRAGMA quick_check(1)');
    if (quick_check !== 'ok') throw new Error(`The copy cannot be read back: ${quick_check}.`);
    const { takes } = await copy.one<{ takes: number }>('SELECT count(length(document)) AS takes FROM takes');
    return takes;
  } finally {
    await copy.close();
  }
}

/** The daily ones, oldest first. */
export function dailyBackups(folder: string): string[] {
  const place = backupsIn(folder);
  return existsSync(place)
    ? readdirSync(place)
        .filter((name) => DAILY.test(name))
        .sort()
        .map((name) => join(place, name))
    : [];
}

/** Once a day, where something has changed since the last one; the oldest beyond MOST_DAILY goes. @returns the new one, or null. */
export async function backUpDaily(folder: string, now = new Date()): Promise<Backup | null> {
  const last = dailyBackups(folder).at(-1);
  if (last && now.getTime() - timeOf(last) < DAY_MS) return null;
  if (last && (await revisionOf(last)) === (await revisionOf(databaseIn(folder)))) return null;
  const made = await backUp(folder, join(backupsIn(folder), `daily-${timeName(now)}.sqlite`));
  for (const old of dailyBackups(folder).slice(0, -MOST_DAILY)) rmSync(old, { force: true });
  await sweepBackedUpSounds(folder);
  return made;
}

function timeOf(file: string): number {
  const [, day, time] = DAILY.exec(file.slice(file.lastIndexOf('daily-'))) ?? [];
  return Date.parse(`${day}T${time?.replaceAll('-', ':')}Z`);
}

async function revisionOf(file: string): Promise<number> {
  const database = await openRaw(file, 'read');
  try {
    return (await identityOf(database))?.revision ?? -1;
  } finally {
    await database.close();
  }
}

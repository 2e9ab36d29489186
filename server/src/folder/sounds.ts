/**
 * The sounds that a database names, beside a copy of it: in a folder “sounds”, each under the hash of its content. Such a file never
 * changes, so on one disk a copy is another name of it and takes no room; what goes to another disk is read back before it counts.
 */
import { createHash } from 'node:crypto';
import { createReadStream, existsSync, readdirSync } from 'node:fs';
import { copyFile, link, mkdir, rename, rm, stat } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { backupsIn } from './files.ts';
import { openRaw } from './raw.ts';

/** Beside a database, wherever it lies. */
export const soundsBeside = (database: string) => join(dirname(database), 'sounds');
export const soundName = (hash: string) => `${hash}.wav`;
const UNFINISHED = '.unfinished';
/** No copy takes as long: what is older was broken off. */
const BROKEN_OFF_MS = 86_400_000;
const HASH_OF = /^([0-9a-f]{64})\.wav$/;

export interface KeptSounds {
  /** That are in the place now. */
  sounds: number;
  /** Hashes of those that could not be brought there. */
  missing: string[];
}

/** Hashes of the sounds that a database names, those in the bin too; none in one from before there were recordings. */
export async function soundsNamedIn(file: string): Promise<string[]> {
  const database = await openRaw(file, 'read');
  try {
    const tables = await database.all(
      "SELECT 1 FROM sqlite_master WHERE type = 'table' AND name = 'recordings'",
    );
    if (tables.length === 0) return [];
    const rows = await database.all<{ hash: string }>(
      'SELECT DISTINCT hash FROM recordings WHERE hash IS NOT NULL ORDER BY hash',
    );
    return rows.map(({ hash }) => hash);
  } finally {
    await database.close();
  }
}

/** Brings the sounds that a database names from one folder into another. What is there stays. Never throws for a single one. */
export async function bringSounds(hashes: readonly string[], from: string, to: string): Promise<KeptSounds> {
  const missing: string[] = [];
  // Where no folder can be made, no sound comes: that is what is said of each.
  if (hashes.length > 0) await mkdir(to, { recursive: true }).catch(() => undefined);
  for (const hash of hashes) {
    const [source, target] = [join(from, soundName(hash)), join(to, soundName(hash))];
    if (existsSync(target)) continue;
    if (!(await bring(source, target, hash))) missing.push(hash);
  }
  return { sounds: hashes.length - missing.length, missing };
}

async function bring(source: string, target: string, hash: string): Promise<boolean> {
  const unfinished = target + UNFINISHED;
  try {
    await link(source, target);
    return true;
  } catch {
    // On another disk, or on one that knows no second names, or it is not there: a copy tells.
  }
  try {
    await copyFile(source, unfinished);
    if ((await hashOf(unfinished)) !== hash) throw new Error('it was not read back as it was');
    await rename(unfinished, target);
    return true;
  } catch {
    // Where the folder itself is none, there is nothing to take away either.
    await rm(unfinished, { force: true }).catch(() => undefined);
    return false;
  }
}

async function hashOf(file: string): Promise<string> {
  const hash = createHash('sha256');
  for await (const piece of createReadStream(file, { highWaterMark: 1024 * 1024 }))
    hash.update(piece as Buffer);
  return hash.digest('hex');
}

/** All sounds of a folder, whoever names them. */
export function soundsThere(place: string): string[] {
  if (!existsSync(place)) return [];
  return readdirSync(place).flatMap((name) => HASH_OF.exec(name)?.[1] ?? []);
}

/** Lets go of the sounds that no backup of a data folder names any more. Where one cannot be read, all stay. */
export async function sweepBackedUpSounds(folder: string): Promise<void> {
  const place = backupsIn(folder);
  const sounds = soundsBeside(join(place, 'any'));
  await sweepBrokenOff(sounds);
  const there = soundsThere(sounds);
  if (there.length === 0) return;
  const named = new Set<string>();
  try {
    for (const name of readdirSync(place).filter((one) => one.endsWith('.sqlite')))
      for (const hash of await soundsNamedIn(join(place, name))) named.add(hash);
  } catch {
    return;
  }
  for (const hash of there) if (!named.has(hash)) await rm(join(sounds, soundName(hash)), { force: true });
}

async function sweepBrokenOff(sounds: string): Promise<void> {
  const names = existsSync(sounds) ? readdirSync(sounds).filter((name) => name.endsWith(UNFINISHED)) : [];
  for (const file of names.map((name) => join(sounds, name))) {
    // One that is done meanwhile has another name, and is not broken off.
    const found = await stat(file).catch(() => null);
    if (found && Date.now() - found.mtimeMs > BROKEN_OFF_MS) await rm(file, { force: true });
  }
}

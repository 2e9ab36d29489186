/** Where things lie in a data folder. */
import { join } from 'node:path';

export const DATABASE = 'feldspar.sqlite';
/** A database in WAL mode is all three. */
export const DATABASE_FILES = [DATABASE, `${DATABASE}-wal`, `${DATABASE}-shm`] as const;

export const databaseIn = (folder: string) => join(folder, DATABASE);
export const identityIn = (folder: string) => join(folder, 'studio.json');
export const lockIn = (folder: string) => join(folder, 'in-use.lock');
export const backupsIn = (folder: string) => join(folder, 'backups');
/** What was there before a restore; never deleted by the program. */
export const replacedIn = (folder: string) => join(folder, 'replaced');

/** "2026-05-04T18-20-00": sorts by time, and is a name on every file system. */
export const timeName = (at: Date) => at.toISOString().slice(0, 19).replaceAll(':', '-');

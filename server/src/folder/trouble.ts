/** What can be wrong with the data folder, each said with what to do about it. Nothing in the folder is changed before it is said. */
import { codeOf } from './raw.ts';

export const TROUBLES = [
  'not-a-folder',
  'read-only',
  'in-use',
  'locked',
  'full',
  'vanished',
  'older',
  'foreign',
  'newer',
  'not-a-database',
  'damaged',
] as const;
export type TroubleKind = (typeof TROUBLES)[number];

export class FolderTrouble extends Error {
  readonly kind: TroubleKind;
  readonly remedy: string;

  constructor(kind: TroubleKind, what: string, remedy: string) {
    super(what);
    this.name = 'FolderTrouble';
    this.kind = kind;
    this.remedy = remedy;
  }
}

/** The file system's or SQLite's word for it as trouble of the folder; null for an error that is none. */
export function troubleOf(error: unknown, folder: string): FolderTrouble | null {
  if (error instanceof FolderTrouble) return error;
  const code = codeOf(error);
  if (/^(EROFS|EACCES|EPERM|SQLITE_READONLY|SQLITE_CANTOPEN|SQLITE_PERM)/.test(code)) {
    return new FolderTrouble(
      'read-only',
      `The data folder cannot be written: ${folder}.`,
      'Give yourself the right to write there, or name another folder: FELDSPAR_DATA=/some/folder npm start',
    );
  }
  if (/^(ENOTDIR|EEXIST)/.test(code)) {
    return new FolderTrouble(
      'not-a-folder',
      `${folder} is a file, not a folder.`,
      'Move the file, or name another folder: FELDSPAR_DATA=/some/folder npm start',
    );
  }
  if (/^(ENOSPC|EDQUOT|EFBIG|SQLITE_FULL)/.test(code)) {
    return new FolderTrouble(
      'full',
      `There is no room left on the disk of ${folder}.`,
      'Make room and start again; nothing was changed.',
    );
  }
  if (/^(SQLITE_BUSY|SQLITE_LOCKED)/.test(code)) {
    return new FolderTrouble(
      'locked',
      `Another program holds the database in ${folder}.`,
      'Close it (a database browser, a sync or backup program) and start again.',
    );
  }
  if (/^(SQLITE_CORRUPT|SQLITE_NOTADB|SQLITE_IOERR|EIO)/.test(code)) return damaged(folder, code);
  return null;
}

export function damaged(folder: string, found: string): FolderTrouble {
  return new FolderTrouble(
    'damaged',
    `The database in ${folder} is damaged (${found}). It was not touched.`,
    'Bring back the last backup with “npm run restore FILE” (they lie in the folder “backups”), or save what can be read with “npm run salvage”.',
  );
}

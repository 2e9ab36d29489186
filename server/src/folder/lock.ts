/**
 * One Feldspar a folder. The lock is SQLite's own lock on a file of no content: the operating system lets go of it when the
 * process ends, however it ends, so a crash never leaves a folder locked.
 */
import { lockIn } from './files.ts';
import { codeOf, openRaw } from './raw.ts';
import { FolderTrouble } from './trouble.ts';

/** @returns lets go. @throws FolderTrouble "in-use"; the file system's error where no file can be made. */
export async function lockFolder(folder: string): Promise<() => Promise<void>> {
  const lock = await openRaw(lockIn(folder), 'create', 0);
  try {
    await lock.exec('BEGIN EXCLUSIVE');
  } catch (error) {
    await lock.close();
    if (!/^SQLITE_(BUSY|LOCKED)/.test(codeOf(error))) throw error;
    throw new FolderTrouble(
      'in-use',
      `Feldspar is running already with the data in ${folder}.`,
      'Open the page it printed, or stop it first; a second one needs a folder of its own: FELDSPAR_DATA=/some/folder npm start',
    );
  }
  return async () => {
    await lock.exec('ROLLBACK');
    await lock.close();
  };
}

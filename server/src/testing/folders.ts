/** Data folders of a test's own. */
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

export const newFolder = () => mkdtempSync(join(tmpdir(), 'feldspar-'));

/** With a page and one file of code, as the build leaves them. */
export function folderWithPages(): string {
  const folder = newFolder();
  mkdirSync(join(folder, 'web', 'assets'), { recursive: true });
  writeFileSync(join(folder, 'web', 'index.html'), '<title>Feldspar</title>');
  writeFileSync(join(folder, 'web', 'assets', 'a-1.js'), '1');
  return folder;
}

/** @returns what makes new folders; all of them are gone after each test, by an `afterEach` that runs after those declared before it. */
export function testFolders(): () => string {
  const made: string[] = [];
  afterEach(() => {
    for (const folder of made.splice(0)) rmSync(folder, { recursive: true, force: true });
  });
  return () => {
    const folder = newFolder();
    made.push(folder);
    return folder;
  };
}

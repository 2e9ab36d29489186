/** Files that the page has saved. */
import { readFileSync, readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import type { Browser } from './browser.ts';

/** From now on what the page saves goes there, unasked. */
export async function saveInto(browser: Browser, folder: string): Promise<void> {
  await browser.devTools('Browser.setDownloadBehavior', { behavior: 'allow', downloadPath: folder });
}

/** The saved file, once it has stopped growing. */
export async function savedFile(browser: Browser, folder: string, name: string): Promise<Buffer> {
  let size = -1;
  await browser.until(async () => {
    if (!readdirSync(folder).includes(name)) return false;
    const before = size;
    size = statSync(join(folder, name)).size;
    return size > 0 && size === before;
  }, `the file ${name}`);
  return readFileSync(join(folder, name));
}

/** One server and one browser for all tests of a file. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { App } from './app.ts';
import { installProbe } from './audio-probe.ts';
import { Browser } from './browser.ts';
import { saveInto } from './downloads.ts';

export interface Opened {
  app: App;
  browser: Browser;
  /** Of the file's own, outside of the server's: what the page saves lies there. */
  folder: string;
}

interface Wanted {
  /** With the demo studio. */
  demo?: boolean;
  /** What sounds is seen by a probe; with every sample where it says so. */
  probe?: boolean | 'record';
}

/** Called where the tests of a file are written down; what it gives is there once they run. */
export function open({ demo = false, probe = false }: Wanted = {}): Opened {
  const opened = {} as Opened;
  beforeAll(async () => {
    opened.folder = mkdtempSync(join(tmpdir(), 'feldspar-file-'));
    opened.app = await App.start(...(demo ? ['--demo'] : []));
    opened.browser = await Browser.open();
    await saveInto(opened.browser, opened.folder);
    if (probe) await installProbe(opened.browser, { record: probe === 'record' });
  });
  afterAll(async () => {
    await opened.browser?.close();
    await opened.app?.remove();
    rmSync(opened.folder, { recursive: true, force: true });
  });
  return opened;
}

/**
 * Writes a click track into the browser's private file store, piece by piece: neither the page nor the memory notices how
 * long it is.
 */
import type { WavForm, WavRange } from '@feldspar/core/formats';
import { type Plan, compile } from '@feldspar/core/plan';
import { scheduleOf } from '@feldspar/core/sound';
import { expose } from 'comlink';
import { wordsFor } from '../sound/count-words.ts';

/** The synchronous access that only workers have; TypeScript's page library does not know it. */
interface SyncAccess {
  write(bytes: Uint8Array, options: { at: number }): number;
  truncate(size: number): void;
  flush(): void;
  close(): void;
}

const STEP = 0.01;

const api = {
  /** @param onProgress told the share done, each hundredth. */
  async write(
    fileName: string,
    plan: Plan,
    form: WavForm,
    range: WavRange,
    onProgress: (done: number) => void,
  ): Promise<void> {
    const store = await navigator.storage.getDirectory();
    await forgetOthers(store, fileName);
    const file = (await store.getFileHandle(fileName, { create: true })) as unknown as {
      createSyncAccessHandle(): Promise<SyncAccess>;
    };
    const access = await file.createSyncAccessHandle();
    try {
      access.truncate(0);
      let at = 0;
      let told = 0;
      const { wavPieces } = await import('@feldspar/core/formats');
      const timeline = compile(plan);
      const words = await wordsFor(scheduleOf(timeline), form.sampleRateHz);
      for (const { bytes, done } of wavPieces(timeline, form, range, words)) {
        // A full disk writes less than it was given.
        if (access.write(bytes, { at }) < bytes.length)
          throw new Error('There is no room left for the file.');
        at += bytes.length;
        if (done >= told + STEP) onProgress((told = done));
      }
      access.flush();
    } finally {
      access.close();
    }
  },
};

/** Earlier exports have been saved or given up; one that is still being written refuses to go, and may stay. */
async function forgetOthers(store: FileSystemDirectoryHandle, fileName: string): Promise<void> {
  for await (const name of (store as unknown as { keys(): AsyncIterable<string> }).keys()) {
    if (name !== fileName) await store.removeEntry(name).catch(() => undefined);
  }
}

export type WavExportApi = typeof api;

expose(api);

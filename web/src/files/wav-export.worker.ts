/**
 * Writes a click track into the browser's private file store, piece by piece: neither the page nor the memory notices how
 * long it is.
 */
import type { WavForm, WavRange } from '@feldspar/core/wav';
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

interface Wanted {
  plan: Plan;
  range: WavRange;
}

const api = {
  /** @param onProgress told the share done, each hundredth. */
  async write(
    fileName: string,
    { plan, range }: Wanted,
    form: WavForm,
    onProgress: (done: number) => void,
  ): Promise<void> {
    const told = inHundredths(onProgress);
    await intoStore(fileName, async (put) => {
      await pieces({ plan, range }, form, (bytes, done) => {
        put(bytes);
        told(done);
      });
    });
  },

  /** Several, each a file of its own in one ZIP. */
  async writeSet(
    fileName: string,
    members: readonly (Wanted & { name: string })[],
    form: WavForm,
    onProgress: (done: number) => void,
  ): Promise<void> {
    const told = inHundredths(onProgress);
    const { zipWriter } = await import('./zip.ts');
    await intoStore(fileName, async (put) => {
      const zip = zipWriter(put);
      for (const [i, { name, ...wanted }] of members.entries()) {
        const into = zip.file(name);
        await pieces(wanted, form, (bytes, done) => {
          into(bytes);
          told((i + done) / members.length);
        });
        into(null);
      }
      zip.end();
    });
  },
};

async function pieces(
  { plan, range }: Wanted,
  form: WavForm,
  take: (bytes: Uint8Array, done: number) => void,
): Promise<void> {
  const { wavPieces } = await import('@feldspar/core/wav');
  const timeline = compile(plan);
  const words = await wordsFor(scheduleOf(timeline), form.sampleRateHz);
  for (const { bytes, done } of wavPieces(timeline, form, range, words)) take(bytes, done);
}

function inHundredths(tell: (done: number) => void): (done: number) => void {
  let told = 0;
  return (done) => {
    if (done >= told + STEP) tell((told = done));
  };
}

/** @param fill is given what puts bytes behind those that are there. */
async function intoStore(
  fileName: string,
  fill: (put: (bytes: Uint8Array) => void) => Promise<void>,
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
    await fill((bytes) => {
      // A full disk writes less than it was given.
      if (access.write(bytes, { at }) < bytes.length) throw new Error('There is no room left for the file.');
      at += bytes.length;
    });
    access.flush();
  } finally {
    access.close();
  }
}

/** Earlier exports have been saved or given up; one that is still being written refuses to go, and may stay. */
async function forgetOthers(store: FileSystemDirectoryHandle, fileName: string): Promise<void> {
  for await (const name of (store as unknown as { keys(): AsyncIterable<string> }).keys()) {
    if (name !== fileName) await store.removeEntry(name).catch(() => undefined);
  }
}

export type WavExportApi = typeof api;

expose(api);

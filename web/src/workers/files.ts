/** Reads a file in a worker of its own, which is ended when it takes too long, or when nobody wants it any more. */
import { wrap } from 'comlink';
import type { FilesApi } from './files.worker.ts';

/** The largest file that may be read takes a tenth of it here. */
const LONGEST_MS = 30_000;

/**
 * @param kind of document the file is to be.
 * @throws Error that says what to do when it takes too long; the signal's reason when it was given up.
 */
export function readFile<Kind extends keyof FilesApi>(
  kind: Kind,
  file: File,
  signal: AbortSignal,
): Promise<Awaited<ReturnType<FilesApi[Kind]>>> {
  const worker = new Worker(new URL('./files.worker.ts', import.meta.url), { type: 'module' });
  return new Promise<Awaited<ReturnType<FilesApi[Kind]>>>((resolve, reject) => {
    signal.throwIfAborted();
    signal.addEventListener('abort', () => reject(signal.reason as Error));
    const tooLong = () => reject(new Error(`${file.name} takes too long to read. Choose a shorter one.`));
    const timer = setTimeout(tooLong, LONGEST_MS);
    signal.addEventListener('abort', () => clearTimeout(timer));
    worker.onerror = () =>
      reject(new Error(`${file.name} cannot be read: its reader did not start. Is the server running?`));
    const api = wrap<FilesApi>(worker) as unknown as FilesApi;
    (api[kind](file) as ReturnType<FilesApi[Kind]>)
      .then((result) => resolve(result as Awaited<ReturnType<FilesApi[Kind]>>), reject)
      .finally(() => clearTimeout(timer));
  }).finally(() => worker.terminate());
}

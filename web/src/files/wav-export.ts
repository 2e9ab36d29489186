/** Exports a click track by a worker of its own, which can be stopped at once. */
import type { WavForm, WavRange } from '@feldspar/core/wav';
import type { Plan } from '@feldspar/core/plan';
import { type Remote, proxy, wrap } from 'comlink';
import type { WavExportApi } from './wav-export.worker.ts';

export interface WavExport {
  /** The file, on disk; rejects when writing failed, never settles once cancelled. */
  file: Promise<File>;
  cancel(): void;
}

export function exportWav(
  plan: Plan,
  form: WavForm,
  range: WavRange,
  onProgress: (done: number) => void,
): WavExport {
  return exporting('wav', onProgress, (api, storedAs, tell) =>
    api.write(storedAs, { plan, range }, form, tell),
  );
}

/** Several click tracks in one ZIP, from their count-in to their end. */
export function exportWavSet(
  members: readonly { name: string; plan: Plan; range: WavRange }[],
  form: WavForm,
  onProgress: (done: number) => void,
): WavExport {
  return exporting('zip', onProgress, (api, storedAs, tell) => api.writeSet(storedAs, members, form, tell));
}

type Tell = (done: number) => void;

function exporting(
  ending: string,
  onProgress: Tell,
  work: (api: Remote<WavExportApi>, storedAs: string, tell: Tell) => Promise<void>,
): WavExport {
  const storedAs = `${crypto.randomUUID()}.${ending}`;
  const worker = new Worker(new URL('./wav-export.worker.ts', import.meta.url), { type: 'module' });
  // Words of a worker that was stopped may still be on their way.
  let cancelled = false;
  const tell = (done: number) => {
    if (!cancelled) onProgress(done);
  };
  const write = async () => {
    try {
      await work(wrap<WavExportApi>(worker), storedAs, proxy(tell));
    } finally {
      worker.terminate();
    }
    const store = await navigator.storage.getDirectory();
    return (await store.getFileHandle(storedAs)).getFile();
  };
  return {
    file: write(),
    cancel() {
      cancelled = true;
      worker.terminate();
    },
  };
}

/** The measuring worker, started when it is first needed. */
import { type Remote, wrap } from 'comlink';
import type { MeasureApi } from './measure.worker.ts';

let remote: Remote<MeasureApi> | undefined;

function worker(): Remote<MeasureApi> {
  remote ??= wrap<MeasureApi>(
    new Worker(new URL('./measure.worker.ts', import.meta.url), { type: 'module' }),
  );
  return remote;
}

export function measureInWorker(
  ...args: Parameters<MeasureApi['measure']>
): Promise<ReturnType<MeasureApi['measure']>> {
  return worker().measure(...args);
}

/** Resolves when the worker's code has been loaded and answers. */
export async function warmMeasuring(): Promise<void> {
  await worker().ready();
}

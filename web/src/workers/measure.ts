/** The measuring worker, started when it is first needed. */
import { type Remote, wrap } from 'comlink';
import type { MeasureApi } from './measure.worker.ts';

let remote: Remote<MeasureApi> | undefined;

export function measureInWorker(
  ...args: Parameters<MeasureApi['measure']>
): Promise<ReturnType<MeasureApi['measure']>> {
  remote ??= wrap<MeasureApi>(
    new Worker(new URL('./measure.worker.ts', import.meta.url), { type: 'module' }),
  );
  return remote.measure(...args);
}

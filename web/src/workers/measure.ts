/** Measuring beside the page's own thread. */
import type { MeasureApi } from './measure.worker.ts';
import { SureWorker } from './sure-worker.ts';

const worker = new SureWorker<MeasureApi>(
  () => new Worker(new URL('./measure.worker.ts', import.meta.url), { type: 'module' }),
  'What measures could not be loaded. Start the Feldspar server again; the take is kept.',
);

export function measureInWorker(
  ...args: Parameters<MeasureApi['measure']>
): Promise<ReturnType<MeasureApi['measure']>> {
  return worker.ask((remote) => remote.measure(...args));
}

export function freeInWorker(
  question: Parameters<MeasureApi['free']>[0],
): Promise<ReturnType<MeasureApi['free']>> {
  return worker.ask((remote) => remote.free(question));
}

/** Resolves when the worker's code has been loaded and answers. */
export async function warmMeasuring(): Promise<void> {
  await worker.ask(() => Promise.resolve());
}

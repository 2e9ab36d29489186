/** The measuring worker, started when it is first needed. One whose code does not come is told of, and the next attempt starts another. */
import { type Remote, wrap } from 'comlink';
import type { MeasureApi } from './measure.worker.ts';

interface Started {
  remote: Remote<MeasureApi>;
  /** Never fulfilled; fails when the worker could not start. */
  failure: Promise<never>;
}

let started: Started | undefined;

function start(): Started {
  const worker = new Worker(new URL('./measure.worker.ts', import.meta.url), { type: 'module' });
  const failure = new Promise<never>((_, reject) => {
    worker.onerror = () => {
      started = undefined;
      worker.terminate();
      reject(
        new Error('What measures could not be loaded. Start the Feldspar server again; the take is kept.'),
      );
    };
  });
  // Told to whoever waits for it, and to nobody else.
  failure.catch(() => undefined);
  return { remote: wrap<MeasureApi>(worker), failure };
}

function ask<Answer>(question: (remote: Remote<MeasureApi>) => Promise<Answer>): Promise<Answer> {
  started ??= start();
  return Promise.race([question(started.remote), started.failure]);
}

export function measureInWorker(
  ...args: Parameters<MeasureApi['measure']>
): Promise<ReturnType<MeasureApi['measure']>> {
  return ask((remote) => remote.measure(...args));
}

/** Resolves when the worker's code has been loaded and answers. */
export async function warmMeasuring(): Promise<void> {
  await ask((remote) => remote.ready());
}

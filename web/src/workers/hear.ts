/** Asks the worker for recordings. Each question has a worker of its own, which is ended when nobody wants the answer any more. */
import { type Remote, proxy, wrap } from 'comlink';
import type { HearApi } from './hear.worker.ts';

export type { HeardSound } from './hear.worker.ts';

/** @throws what the worker throws; the signal's reason where it was given up. */
async function withWorker<Answer>(
  signal: AbortSignal | undefined,
  question: (remote: Remote<HearApi>) => Promise<Answer>,
): Promise<Answer> {
  const worker = new Worker(new URL('./hear.worker.ts', import.meta.url), { type: 'module' });
  try {
    return await new Promise<Answer>((resolve, reject) => {
      signal?.throwIfAborted();
      signal?.addEventListener('abort', () => reject(signal.reason as Error));
      worker.onerror = () =>
        reject(new Error('What hears could not be loaded. Start the Feldspar server again.'));
      question(wrap<HearApi>(worker)).then(resolve, reject);
    });
  } finally {
    worker.terminate();
  }
}

type Args<Name extends keyof HearApi> = Parameters<HearApi[Name]>;

export const hearSound = (
  at: Args<'hear'>[0],
  how: Args<'hear'>[1],
  onProgress: (share: number) => void,
  signal?: AbortSignal,
) => withWorker(signal, (remote) => remote.hear(at, how, proxy(onProgress)));

export const outlineOf = (
  at: Args<'outline'>[0],
  side: Args<'outline'>[1],
  onProgress: (share: number) => void,
  signal?: AbortSignal,
) => withWorker(signal, (remote) => remote.outline(at, side, proxy(onProgress)));

export const stretchOf = (...args: Args<'stretch'>) =>
  withWorker(undefined, (remote) => remote.stretch(...args));

export const simulateSound = (...args: Args<'simulate'>) =>
  withWorker(undefined, (remote) => remote.simulate(...args));

export const simulateSamples = (...args: Args<'simulateSamples'>) =>
  withWorker(undefined, (remote) => remote.simulateSamples(...args));

export const findBeats = (
  at: Args<'beats'>[0],
  side: Args<'beats'>[1],
  how: Args<'beats'>[2],
  onProgress: (share: number) => void,
  signal?: AbortSignal,
) => withWorker(signal, (remote) => remote.beats(at, side, how, proxy(onProgress)));

export const recordSamples = (
  at: Args<'record'>[0],
  how: Args<'record'>[1],
  onProgress: (share: number) => void,
  signal?: AbortSignal,
) => withWorker(signal, (remote) => remote.record(at, how, proxy(onProgress)));

export const makeRecord = (...args: Args<'madeUpRecord'>) =>
  withWorker(undefined, (remote) => remote.madeUpRecord(...args));

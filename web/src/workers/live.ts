/** A worker that listens. It lives as long as somebody plays. */
import type { RoundTrip } from '@feldspar/core/live';
import type { Plan } from '@feldspar/core/plan';
import { proxy, wrap } from 'comlink';
import type { Ring } from '../input/ring.ts';
import type { TimeZero } from '../sound/time-zero.ts';
import type { HeardNow, HeardWhole, ListenFor, LiveApi } from './live.worker.ts';

export type { HeardNow, HeardWhole, ListenFor } from './live.worker.ts';

export interface LiveEars {
  /** Everything, heard once more, with its sound where that is to be kept; the ears are closed then. @throws Error when they died. */
  finish(keeps?: boolean): Promise<HeardWhole>;
  roundTrip(plan: Plan, sounds: ListenFor['sounds']): Promise<RoundTrip>;
  outline(pieces: number): Promise<number[]>;
  close(): void;
}

/** @param onFail the worker could not be loaded, or stopped. */
export async function openEars(
  ring: Ring,
  zero: TimeZero,
  what: ListenFor,
  onHeard: (now: HeardNow) => void,
): Promise<LiveEars> {
  const worker = new Worker(new URL('./live.worker.ts', import.meta.url), { type: 'module' });
  const remote = wrap<LiveApi>(worker);
  const died = new Promise<never>((_, reject) => {
    worker.onerror = () =>
      reject(new Error('What hears could not be loaded. Start the Feldspar server again.'));
  });
  // Somebody asks later, or nobody does.
  died.catch(() => undefined);
  const close = () => worker.terminate();
  try {
    await Promise.race([remote.listen(ring, zero.buffer, what, proxy(onHeard)), died]);
  } catch (error) {
    close();
    throw error;
  }
  return {
    async finish(keeps = false) {
      try {
        const whole = await Promise.race([remote.finish(keeps), died]);
        if (!whole) throw new Error('nothing was listened to');
        return whole;
      } finally {
        close();
      }
    },
    roundTrip: (plan, sounds) => remote.roundTrip(plan, sounds),
    outline: (pieces) => remote.outline(pieces),
    close,
  };
}

/** Listening to a recording again; with a plan its clicks are looked for and taken out. It says how far it is, and can be given up. */
import type { SoundKind } from '@feldspar/core/hearing';
import type { Plan } from '@feldspar/core/plan';
import type { Recording } from '@feldspar/core/recordings';
import { useEffect, useRef, useState } from 'react';
import { rig } from '../../device/rig-store.ts';
import { readSound } from '../../device/sounds.ts';
import { type HeardSound, hearSound } from '../../workers/hear.ts';
import type { SoundAt } from '../../workers/sound-bytes.ts';

export interface HowHeard {
  side: Recording['side'];
  kind: SoundKind;
  plan: Plan | null;
}

export interface Listening {
  /** Null where there is no sound. @throws what went wrong, which is shown too; an AbortError where it was given up. */
  listen(how: HowHeard): Promise<HeardSound | null>;
  busy: string | null;
  cancel(): void;
  error: unknown;
  setError(error: unknown): void;
}

/** @param at undefined while it is not known where the sound lies: one that is new lies in this browser. */
export function useListening(id: string, at: SoundAt | null | undefined): Listening {
  const [busy, setBusy] = useState<string | null>(null);
  const [error, setError] = useState<unknown>(null);
  const ending = useRef<AbortController | null>(null);
  useEffect(() => () => ending.current?.abort(), []);
  const listen = async (how: HowHeard): Promise<HeardSound | null> => {
    const kept = at === undefined ? await readSound(id) : null;
    const where = at ?? (kept && { blob: kept.blob });
    if (!where) return null;
    ending.current?.abort();
    const mine = (ending.current = new AbortController());
    setError(null);
    setBusy('Listening …');
    const tell = (share: number) => setBusy(`Listening … ${Math.round(100 * share)} %`);
    try {
      return await hearSound(where, { ...how, voice: rig().voice }, tell, mine.signal);
    } catch (failure) {
      if (!mine.signal.aborted) setError(failure);
      throw failure;
    } finally {
      if (ending.current === mine) {
        ending.current = null;
        setBusy(null);
      }
    }
  };
  return { listen, busy, cancel: () => ending.current?.abort(), error, setError };
}

/** The sound of a recording, from this browser or from the studio, and its outline. */
import type { Peaks, Recording } from '@feldspar/core/recordings';
import { useState } from 'react';
import useSWR from 'swr';
import { readSound } from '../../device/sounds.ts';
import { outlineKey } from '../../data/wire/keys.ts';
import { outlineOf } from '../../workers/hear.ts';
import type { SoundAt } from '../../workers/sound-bytes.ts';

export interface FoundSound {
  /** Null where it is nowhere; undefined while that is not known. */
  at: SoundAt | null | undefined;
  /** It lies in this browser. */
  here: boolean;
  peaks: Peaks | null;
  /** Of drawing it, 0 to 1; null when that is done. */
  progress: number | null;
  error: unknown;
}

/** What was read once stays: a sound never changes. */
const ONCE = { revalidateOnFocus: false, revalidateOnReconnect: false, revalidateIfStale: false } as const;

/** @param hash of the sound that the studio keeps, as `useRecording` says. */
export function useSound({ id, side, sound }: Recording, hash: string | null | undefined): FoundSound {
  const [progress, setProgress] = useState<number | null>(null);
  const place = useSWR(
    hash === undefined ? null : ['sound', id, hash],
    async (): Promise<SoundAt | null> => {
      const kept = await readSound(id);
      if (kept) return { blob: kept.blob };
      return hash ? { url: `/api/recordings/${id}/sound`, bytes: sound.bytes } : null;
    },
    { revalidateOnFocus: false },
  );
  const at = place.data;
  const outline = useSWR(
    at ? outlineKey(id, side) : null,
    () => outlineOf(at!, side, setProgress).finally(() => setProgress(null)),
    ONCE,
  );
  return {
    at,
    here: at != null && 'blob' in at,
    peaks: outline.data ?? null,
    // The last word of its progress may come after the outline itself.
    progress: outline.data ? null : progress,
    error: (outline.error as unknown) ?? null,
  };
}

/** Looking for the beats of a record, in a worker; and tapping along, so that the taps lead. */
import type { FoundBeats, TempoPrior } from '@feldspar/core/beats';
import type { Recording } from '@feldspar/core/recordings';
import { useEffect, useRef, useState } from 'react';
import { latencyOf } from '../../device/rig-store.ts';
import { findBeats } from '../../workers/hear.ts';
import type { SoundAt } from '../../workers/sound-bytes.ts';
import { type Hearing, playStretch } from './play-stretch.ts';

/** Somebody who says a tempo means it within a few percent. */
const SAID_OCTAVES = 0.12;

export interface FindingBeats {
  find(said: { bpm?: number | undefined; tapsS?: readonly number[] }): Promise<FoundBeats | null>;
  busy: string | null;
  cancel(): void;
  error: unknown;
  /** Tapping along: how many taps there are; null while nobody does. */
  taps: number | null;
  tapAlong(onPosition: (timeS: number | null) => void): Promise<void>;
  tap(stampMs: number): void;
  /** What was tapped. */
  endTapping(): number[];
}

export function useFindingBeats({ side, sound }: Recording, at: SoundAt | null | undefined): FindingBeats {
  const [busy, setBusy] = useState<string | null>(null);
  const [error, setError] = useState<unknown>(null);
  const [taps, setTaps] = useState<number | null>(null);
  const ending = useRef<AbortController | null>(null);
  const tapping = useRef<{ hearing: Hearing; tapsS: number[] } | null>(null);
  useEffect(
    () => () => {
      ending.current?.abort();
      tapping.current?.hearing.stop();
    },
    [],
  );
  return {
    busy,
    error,
    taps,
    cancel: () => ending.current?.abort(),
    async find({ bpm, tapsS }) {
      if (!at) return null;
      ending.current?.abort();
      const mine = (ending.current = new AbortController());
      setError(null);
      setBusy('Looking for the beats …');
      const tell = (share: number) => setBusy(`Looking for the beats … ${Math.round(100 * share)} %`);
      const near: TempoPrior | undefined = bpm === undefined ? undefined : { bpm, octaves: SAID_OCTAVES };
      try {
        return await findBeats(at, side, { near, tapsS }, tell, mine.signal);
      } catch (failure) {
        if (!mine.signal.aborted) setError(failure);
        return null;
      } finally {
        if (ending.current === mine) setBusy(null);
      }
    },
    async tapAlong(onPosition) {
      if (!at) return;
      setError(null);
      try {
        const hearing = await playStretch({
          ...{ at, side, fromS: 0, toS: sound.durationS, speed: 1, clicksS: null },
          onPosition,
        });
        tapping.current = { hearing, tapsS: [] };
        setTaps(0);
      } catch (failure) {
        setError(failure);
      }
    },
    tap(stampMs) {
      const now = tapping.current;
      const heardS = now?.hearing.heardAtS(stampMs) ?? null;
      if (!now || heardS === null) return;
      const tapS = heardS - latencyOf(now.hearing.output.key, 'keys') / 1000;
      if (tapS < 0) return;
      now.tapsS.push(tapS);
      setTaps(now.tapsS.length);
    },
    endTapping() {
      const tapsS = tapping.current?.tapsS ?? [];
      tapping.current?.hearing.stop();
      tapping.current = null;
      setTaps(null);
      return tapsS;
    },
  };
}

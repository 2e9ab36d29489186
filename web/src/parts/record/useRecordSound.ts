/**
 * The sound of a plan's record, made ready while the player gets ready. It is asked for once; a start waits for it. What is missing is said with its
 * remedy before anything sounds.
 */
import type { Plan, Timeline } from '@feldspar/core/plan';
import type { RecordSound } from '@feldspar/core/sound';
import { useEffect, useRef, useState } from 'react';
import { useRecording } from '../../data/recordings.ts';
import { readSound } from '../../device/sounds.ts';
import { askOutput } from '../../sound/output.ts';
import { readyRecord } from '../../workers/record-sound.ts';

export interface ReadyingRecord {
  /** What is being done, in words; null where nothing is. */
  busy: string | null;
  error: unknown;
  /** Null for a plan without a record. @throws Error that says what to do. */
  sound(): Promise<RecordSound | null>;
}

const GONE =
  'The record’s sound is not in this browser, and the studio does not keep it. Open the record again under Recordings, and make the plan of it anew; or have the studio keep it there.';
const USUAL_RATE = 48_000;

export function useRecordSound(plan: Plan, timeline: Timeline): ReadyingRecord {
  const { record: on } = timeline;
  const found = useRecording(on?.recordingId ?? '');
  const [share, setShare] = useState<number | null>(null);
  const [error, setError] = useState<unknown>(null);
  const asked = useRef<Promise<RecordSound | null> | null>(null);
  const known = !on || found.hash !== undefined;
  useEffect(() => {
    if (!on || !known) return;
    const ending = new AbortController();
    const ready = async () => {
      const kept = await readSound(on.recordingId);
      const at = kept
        ? { blob: kept.blob }
        : found.hash && found.data
          ? { url: `/api/recordings/${on.recordingId}/sound`, bytes: found.data.sound.bytes }
          : null;
      if (!at) throw new Error(GONE);
      const strokes = [
        ...(plan.record?.beats ?? []),
        ...(found.data?.heard.onsets ?? []).map(({ timeS }) => timeS),
      ].sort((a, b) => a - b);
      const rate = askOutput()?.sampleRateHz ?? USUAL_RATE;
      setShare(0);
      return readyRecord(on, at, strokes, rate, setShare, ending.signal);
    };
    const promise = (asked.current = ready());
    promise
      .catch((failure: unknown) => {
        if (!ending.signal.aborted) setError(failure);
      })
      .finally(() => setShare(null));
    return () => {
      ending.abort();
      asked.current = null;
    };
    // What was heard in it may be said anew meanwhile; its sound stays.
    // oxlint-disable-next-line react-hooks/exhaustive-deps
  }, [on, known]);
  return {
    busy: share === null ? null : `Making the record ready … ${Math.round(100 * share)} %`,
    error,
    sound: async () => {
      if (!on) return null;
      if (!asked.current) throw new Error('The record is not there yet. Try again in a moment.');
      return asked.current;
    },
  };
}

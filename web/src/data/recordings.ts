/** Recordings as screens read them: the list, one of them, and how far its sound is on its way. */
import type { Recording } from '@feldspar/core/recordings';
import type { Page, RecordingItem } from '@feldspar/core/wire';
import { useEffect, useSyncExternalStore } from 'react';
import type { SWRResponse } from 'swr';
import { PAGE, useAnswer, useOver } from './hooks.ts';
import { recordingsOver, waitingRecording } from './outbox/overlay.ts';
import { useOutbox } from './outbox/useOutbox.ts';
import { type Upload, currentUploads, onArrived, onUploads } from './uploads.ts';

/** A page of the recordings, newest first. @param cursor null for the first. */
export function useRecordings(
  player: string | null,
  cursor: string | null,
  find = '',
): SWRResponse<Page<RecordingItem>> {
  const asked = { query: { limit: PAGE, player, cursor, find: find || null } };
  return useOver(
    useAnswer('GET /recordings', asked, { dedupingInterval: 0, keepPreviousData: find !== '' }),
    recordingsOver,
  );
}

export interface FoundRecording {
  /** As it was last saved here, or as the server has it. */
  data: Recording | undefined;
  /** Hash of the sound that the studio keeps; null where it keeps none, undefined while that is not known. */
  hash: string | null | undefined;
  error: unknown;
}

/** @param id nothing is asked for where it is empty. */
export function useRecording(id: string): FoundRecording {
  const waiting = waitingRecording(useOutbox(), id);
  const { data, error, mutate } = useAnswer('GET /recordings/:id', id === '' ? null : { id });
  useEffect(() => onArrived((other) => void (other === id && mutate())), [id, mutate]);
  const document = waiting ?? data?.document;
  return {
    data: document,
    hash: data ? data.hash : error ? null : undefined,
    error: document ? undefined : (error as unknown),
  };
}

export function useUploads(): ReadonlyMap<string, Upload> {
  return useSyncExternalStore(onUploads, currentUploads);
}

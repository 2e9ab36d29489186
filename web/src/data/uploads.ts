/**
 * Sounds on their way to the studio: piece by piece, one after the other. What was broken off goes on where the server says it stands, also
 * after a reload: the sound lies in this browser until all of it has arrived.
 */
import type { SoundState } from '@feldspar/core/wire';
import { dropSound, keepSound, readSound, soundsToSend } from '../device/sounds.ts';
import { OfflineError, ProblemError, request } from './wire/client.ts';
import { flush } from './outbox/outbox.ts';

const PIECE = 4 * 1024 * 1024;
const RETRY_MS = 4000;

export interface Upload {
  received: number;
  bytes: number;
  /** Why it does not go on by itself. */
  refused?: string;
}

let uploads: ReadonlyMap<string, Upload> = new Map();
const listeners = new Set<() => void>();
const arrived = new Set<(id: string) => void>();
const running = new Set<string>();

export const currentUploads = (): ReadonlyMap<string, Upload> => uploads;
export function onUploads(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}
/** Told when all of a sound has arrived. */
export function onArrived(listener: (id: string) => void): () => void {
  arrived.add(listener);
  return () => arrived.delete(listener);
}

function show(id: string, upload: Upload | null): void {
  const next = new Map(uploads);
  if (upload) next.set(id, upload);
  else next.delete(id);
  uploads = next;
  for (const listener of listeners) listener();
}

/** Marks a sound to be sent, and sends it. */
export async function sendSound(id: string): Promise<void> {
  const sound = await readSound(id);
  if (!sound) return;
  await keepSound({ ...sound, send: true });
  await upload(id);
}

/** Goes on with whatever an earlier page left; mounted once. */
export async function sendLeftSounds(): Promise<void> {
  for (const id of await soundsToSend()) void upload(id);
}

async function upload(id: string): Promise<void> {
  if (running.has(id)) return;
  running.add(id);
  try {
    const sound = await readSound(id);
    if (!sound) return;
    show(id, { received: 0, bytes: sound.blob.size });
    // The studio must know the recording first.
    await flush();
    await sendPieces(id, sound.blob);
    show(id, null);
    await dropSound(id);
    for (const listener of arrived) listener(id);
  } catch (error) {
    const before = uploads.get(id);
    if (error instanceof OfflineError || (error instanceof ProblemError && error.status >= 500)) {
      setTimeout(() => void upload(id), RETRY_MS);
    } else if (before) show(id, { ...before, refused: (error as Error).message });
  } finally {
    running.delete(id);
  }
}

async function sendPieces(id: string, blob: Blob): Promise<void> {
  let state = await request<SoundState>('GET', `/recordings/${id}/received`);
  while (state.hash === null) {
    const from = state.received;
    const piece = blob.slice(from, from + PIECE);
    state = await request<SoundState>('PUT', `/recordings/${id}/sound?from=${from}`, piece);
    show(id, { received: state.received, bytes: blob.size });
  }
}

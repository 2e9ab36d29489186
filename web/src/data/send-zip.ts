/** Sends a ZIP to be read in: it may take as long as it takes, and be broken off. */
import type { Imported, ProblemDocument } from '@feldspar/core/wire';
import { OfflineError, ProblemError } from './wire/client.ts';

/** @throws ProblemError, OfflineError; the signal's reason where it was broken off. */
export async function sendZip(file: File, signal: AbortSignal): Promise<Imported> {
  let response: Response;
  try {
    response = await fetch('/api/studio', {
      method: 'POST',
      headers: { 'Content-Type': 'application/zip' },
      body: file,
      signal,
    });
  } catch (error) {
    throw signal.aborted ? error : new OfflineError();
  }
  if (response.ok) return (await response.json()) as Imported;
  const problem = (await response.json().catch(() => null)) as Partial<ProblemDocument> | null;
  throw new ProblemError(
    response.status,
    problem?.detail ?? `The server answered ${response.status}.`,
    problem?.errors,
  );
}

/** The bytes of a sound file, wherever it lies: in this browser, or with the server. Read in pieces; memory does not grow with it. */
export type SoundAt = { blob: Blob } | { url: string; bytes: number };

const PIECE = 2 * 1024 * 1024;

export const sizeOf = (at: SoundAt): number => ('blob' in at ? at.blob.size : at.bytes);

/** @throws Error where the server does not give them. */
export async function bytesOf(at: SoundAt, from: number, to: number): Promise<Uint8Array> {
  if ('blob' in at) return new Uint8Array(await at.blob.slice(from, to).arrayBuffer());
  const answer = await fetch(at.url, { headers: { Range: `bytes=${from}-${to - 1}` } });
  if (answer.status !== 206) throw new Error('The server does not give the sound. Is it running?');
  return new Uint8Array(await answer.arrayBuffer());
}

export async function* piecesOf(at: SoundAt): AsyncGenerator<Uint8Array> {
  const size = sizeOf(at);
  for (let from = 0; from < size; from += PIECE) yield await bytesOf(at, from, Math.min(size, from + PIECE));
}

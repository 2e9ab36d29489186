/** A sound file as WAV: as it is where it is one, else as far as this browser can decode it. */
import { pcmBytes, wavHeader } from '@feldspar/core/wav';

const RATE = 48_000;
/** Decoded at once, it needs some fifteen times its size. */
const MOST_COMPRESSED = 40 * 1024 * 1024;

const BEGINNINGS = ['RIFF', 'RF64', 'BW64'];

/** @throws Error with the file's name and what to do. */
export async function asWav(file: File): Promise<Blob> {
  if (file.size === 0) throw new Error(`${file.name} is empty. Was the recording saved to the end?`);
  const beginning = String.fromCharCode(...new Uint8Array(await file.slice(0, 4).arrayBuffer()));
  if (BEGINNINGS.includes(beginning)) return file;
  if (file.size > MOST_COMPRESSED)
    throw new Error(`${file.name} is too long to be decoded at once. Export it as WAV; then hours are fine.`);
  let sound: AudioBuffer;
  try {
    sound = await new OfflineAudioContext(1, 1, RATE).decodeAudioData(await file.arrayBuffer());
  } catch {
    throw new Error(`${file.name} is no sound that this browser can read. Export the recording as WAV.`);
  }
  // Of both sides, as the ears mix them.
  const mixed = sound.getChannelData(0).slice();
  for (let channel = 1; channel < sound.numberOfChannels; channel++)
    sound.getChannelData(channel).forEach((value, i) => (mixed[i] += value));
  if (sound.numberOfChannels > 1) for (let i = 0; i < mixed.length; i++) mixed[i] /= sound.numberOfChannels;
  const form = { sampleRateHz: RATE, bits: 16 } as const;
  return new Blob([wavHeader(mixed.length, form) as BlobPart, pcmBytes(mixed, 16) as BlobPart], {
    type: 'audio/wav',
  });
}

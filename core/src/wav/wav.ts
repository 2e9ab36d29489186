/**
 * WAV: the RIFF header of linear PCM (Microsoft and IBM, Multimedia Programming Interface 1.0, 1991) and samples as its
 * little-endian integers, piece by piece, so that an hour need never lie in memory.
 */
export const WAV_RATES = [44_100, 48_000] as const;
export const WAV_BITS = [16, 24] as const;

export interface WavForm {
  sampleRateHz: (typeof WAV_RATES)[number];
  bits: (typeof WAV_BITS)[number];
}
/** What was recorded has the rate it was recorded with. */
export type RecordedForm = Pick<WavForm, 'bits'> & { sampleRateHz: number };

const HEADER_BYTES = 44;
/** RIFF sizes are 32 bits. */
const MOST_BYTES = 2 ** 32 - 1;

/**
 * The 44 bytes before the samples of a mono file.
 * @throws RangeError when the file would pass 4 GB, which its header cannot say.
 */
export function wavHeader(frames: number, { sampleRateHz, bits }: RecordedForm): Uint8Array {
  const bytesAFrame = bits / 8;
  const data = frames * bytesAFrame;
  if (data + HEADER_BYTES - 8 > MOST_BYTES)
    throw new RangeError('a WAV file holds at most 4 GB: export a shorter part');
  const bytes = new Uint8Array(HEADER_BYTES);
  const view = new DataView(bytes.buffer);
  const text = (at: number, letters: string) =>
    [...letters].forEach((c, i) => view.setUint8(at + i, c.charCodeAt(0)));
  text(0, 'RIFF');
  view.setUint32(4, HEADER_BYTES - 8 + data, true);
  text(8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, 1, true);
  view.setUint16(22, 1, true);
  view.setUint32(24, sampleRateHz, true);
  view.setUint32(28, sampleRateHz * bytesAFrame, true);
  view.setUint16(32, bytesAFrame, true);
  view.setUint16(34, bits, true);
  text(36, 'data');
  view.setUint32(40, data, true);
  return bytes;
}

/** Samples in [-1, 1] as integers, rounded to the nearest. */
export function pcmBytes(samples: Float32Array, bits: WavForm['bits']): Uint8Array {
  const step = bits / 8;
  const full = 2 ** (bits - 1) - 1;
  const bytes = new Uint8Array(samples.length * step);
  for (let i = 0, at = 0; i < samples.length; i++, at += step) {
    const value = Math.round(Math.max(-1, Math.min(1, samples[i])) * full);
    for (let b = 0; b < step; b++) bytes[at + b] = (value >> (8 * b)) & 0xff;
  }
  return bytes;
}

/** The sound of a plan's record, made ready for the stage: cut, stretched and brought to the output's rate before anything is played. */
import { pcmBytes, wavHeader } from '@feldspar/core/wav';
import type { RecordOnTimeline } from '@feldspar/core/plan';
import { type RecordSound, neededOf } from '@feldspar/core/sound';
import { recordSamples } from './hear.ts';
import type { SoundAt } from './sound-bytes.ts';

/** More of a record than that is no exercise, and much memory. */
const MOST_S = 20 * 60;
const BITS = 24;

/**
 * @param strokesS when something begins in the record; it is stretched from one to the next.
 * @throws Error that says what to do; the signal's reason where it was given up.
 */
export async function readyRecord(
  on: RecordOnTimeline,
  at: SoundAt,
  strokesS: readonly number[],
  sampleRateHz: number,
  onProgress: (share: number) => void,
  signal: AbortSignal,
): Promise<RecordSound> {
  const { fromS, toS } = neededOf(on);
  if (toS - fromS > MOST_S)
    throw new Error('The plan plays more than twenty minutes of a record. Take fewer bars.');
  const own = { fromS: fromS * on.speed, toS: toS * on.speed };
  const made = await recordSamples(at, { ...own, speed: on.speed, strokesS }, onProgress, signal);
  const channels: Float32Array[] = [];
  for (const channel of made.channels) {
    const samples =
      made.sampleRateHz === sampleRateHz
        ? channel
        : await resampled(channel, made.sampleRateHz, sampleRateHz);
    signal.throwIfAborted();
    channels.push(shared(samples));
  }
  return { channels, sampleRateHz, firstS: fromS };
}

/** By what decodes sound files in the browser, which keeps every moment where it was. */
async function resampled(samples: Float32Array, from: number, to: number): Promise<Float32Array> {
  const header = wavHeader(samples.length, { sampleRateHz: from, bits: BITS });
  const file = new Blob([header as BlobPart, pcmBytes(samples, BITS) as BlobPart]);
  const context = new OfflineAudioContext(1, 1, to);
  return (await context.decodeAudioData(await file.arrayBuffer())).getChannelData(0);
}

/** In memory that the audio thread sees too, where the page may have such. */
function shared(samples: Float32Array): Float32Array {
  if (typeof SharedArrayBuffer === 'undefined') return samples;
  const made = new Float32Array(new SharedArrayBuffer(samples.byteLength));
  made.set(samples);
  return made;
}

/**
 * The record under the clicks, to the sample: every stretch of it that sounds begins on its own frame and ends before the frame of the silence
 * after it, with a short fade inside the stretch, so that a silent bar holds nothing of it. One mixer for ear and file.
 */
import type { RecordOnTimeline } from '../plan/index.ts';

/** The samples of a record, at the speed at which it is to sound. */
export interface RecordSound {
  /** One for both ears, or left and right. */
  channels: Float32Array[];
  sampleRateHz: number;
  /** Seconds of the record, at that speed, of the first sample. */
  firstS: number;
}

export interface RecordMixer {
  /** Adds what sounds of a channel from `fromFrame` on to what is there. */
  mix(out: Float32Array, channel: number, fromFrame: number): void;
}

/** A record is mastered up to full level; so far down it lies beside the clicks. */
const BESIDE_CLICKS_DB = -9;
/** Long enough not to crack, short enough for the stroke on the one. */
const FADE_IN_S = 0.001;
const FADE_OUT_S = 0.02;

export function recordMixer(
  { stretches, speed, gainDb }: RecordOnTimeline,
  { channels, sampleRateHz, firstS }: RecordSound,
): RecordMixer {
  const gain = 10 ** ((BESIDE_CLICKS_DB + gainDb) / 20);
  const frames = (seconds: number) => Math.round(seconds * sampleRateHz);
  const pieces = stretches.map(({ fromS, toS, recordS }) => ({
    from: frames(fromS),
    to: frames(toS),
    /** Of the record, at the piece's first frame. */
    sample: frames(recordS / speed - firstS),
  }));
  const [fadeIn, fadeOut] = [frames(FADE_IN_S), frames(FADE_OUT_S)];
  return {
    mix(out, channel, fromFrame) {
      const samples = channels[Math.min(channel, channels.length - 1)];
      const end = fromFrame + out.length;
      for (const { from, to, sample } of pieces) {
        if (to <= fromFrame || from >= end) continue;
        const last = Math.min(to, end);
        for (let frame = Math.max(from, fromFrame); frame < last; frame++) {
          const value = samples[sample + frame - from];
          if (value === undefined) continue;
          const fade = Math.min(1, (frame - from + 1) / fadeIn, (to - frame) / fadeOut);
          out[frame - fromFrame] += gain * fade * value;
        }
      }
    },
  };
}

/** Which seconds of the record, at that speed, a plan needs. */
export function neededOf({ stretches, speed }: RecordOnTimeline): { fromS: number; toS: number } {
  const ends = stretches.map(({ fromS, toS, recordS }) => ({
    fromS: recordS / speed,
    toS: recordS / speed + toS - fromS,
  }));
  return {
    fromS: Math.min(...ends.map(({ fromS }) => fromS)),
    toS: Math.max(...ends.map(({ toS }) => toS)),
  };
}

/**
 * One renderer for ear and file: the audio worklet fills its blocks with it, `render` fills a whole range.
 * A click lies on frame round(timeS × sampleRate), exact to the sample, wherever blocks begin.
 */
import type { Timeline } from '../plan/index.ts';
import { VOICES, type VoiceName, voiceOrDefault, voiceSamples } from './voices.ts';

/** What is to sound, as plain data that can be posted to a worklet or worker. */
export interface ScheduledClick {
  timeS: number;
  voice: VoiceName;
  accent: boolean;
  /** Linear gain. */
  gain: number;
}

/** The sounding clicks of a timeline, in order of time. */
export function scheduleOf(timeline: Timeline): ScheduledClick[] {
  return timeline.clicks
    .filter((click) => click.sounding)
    .map(({ timeS, voice, accent, gainDb }) => ({
      timeS,
      voice: voiceOrDefault(voice),
      accent,
      gain: 10 ** (gainDb / 20),
    }));
}

export interface Renderer {
  /** Overwrites `out` with the frames that begin at `fromFrame` (0 is time zero; it may be negative). */
  fill(out: Float32Array, fromFrame: number): void;
}

export function createRenderer(schedule: readonly ScheduledClick[], sampleRateHz: number): Renderer {
  const strokes = new Map<string, Float32Array>();
  for (const voice of VOICES) {
    for (const accent of [false, true])
      strokes.set(`${voice} ${accent}`, voiceSamples(voice, accent, sampleRateHz));
  }
  const longest = Math.max(...[...strokes.values()].map((s) => s.length));
  const clicks = schedule
    .map(({ timeS, voice, accent, gain }) => ({
      frame: Math.round(timeS * sampleRateHz),
      samples: strokes.get(`${voice} ${accent}`)!,
      gain,
    }))
    .sort((a, b) => a.frame - b.frame);

  return {
    fill(out, fromFrame) {
      out.fill(0);
      const end = fromFrame + out.length;
      for (
        let c = firstAtOrAfter(clicks, fromFrame - longest);
        c < clicks.length && clicks[c].frame < end;
        c++
      ) {
        const { frame, samples, gain } = clicks[c];
        const first = Math.max(0, fromFrame - frame);
        const last = Math.min(samples.length, end - frame);
        for (let i = first, o = frame + first - fromFrame; i < last; i++, o++) out[o] += samples[i] * gain;
      }
      for (let o = 0; o < out.length; o++) if (Math.abs(out[o]) > KNEE) out[o] = limited(out[o]);
    },
  };
}

/** Below this a sample passes as it is; a single stroke, accented, never reaches it. */
const KNEE = 0.57;
/** -3 dBFS, and a hair. */
const CEILING = 0.707;

/** However many layers sound at once, nothing is louder than the ceiling. It has no memory, so blocks do not matter. */
function limited(sample: number): number {
  const room = CEILING - KNEE;
  return Math.sign(sample) * (KNEE + room * Math.tanh((Math.abs(sample) - KNEE) / room));
}

/** Samples of `[fromS, toS)` of a timeline; the whole of it by default. */
export function render(
  timeline: Timeline,
  sampleRateHz: number,
  { fromS = 0, toS = timeline.endS }: { fromS?: number; toS?: number } = {},
): Float32Array {
  const from = Math.round(fromS * sampleRateHz);
  const out = new Float32Array(Math.max(0, Math.round(toS * sampleRateHz) - from));
  createRenderer(scheduleOf(timeline), sampleRateHz).fill(out, from);
  return out;
}

function firstAtOrAfter(clicks: readonly { frame: number }[], frame: number): number {
  let low = 0;
  let high = clicks.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (clicks[middle].frame < frame) low = middle + 1;
    else high = middle;
  }
  return low;
}

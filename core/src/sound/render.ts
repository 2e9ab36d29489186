/**
 * One renderer for ear and file: the audio worklet fills its blocks with it, `render` fills a whole range.
 * A click lies on frame round(timeS × sampleRate), exact to the sample, wherever blocks begin.
 */
import type { Click, Timeline } from '../plan/index.ts';
import { COUNT_VOICE, type CountWord, type CountWords, isCountWord, wordAt } from './count.ts';
import { VOICES, type VoiceName, voiceOrDefault, voiceSamples } from './voices.ts';

/** What is to sound, as plain data that can be posted to a worklet or worker. */
export interface ScheduledClick {
  timeS: number;
  voice: VoiceName | CountWord;
  accent: boolean;
  /** Linear gain. */
  gain: number;
  /** Heard in one ear only. */
  side?: Click['side'];
}

/** The sounding clicks of a timeline, in order of time. Where the spoken count has no word there is a tick. */
export function scheduleOf(timeline: Timeline): ScheduledClick[] {
  return timeline.clicks
    .filter((click) => click.sounding && !click.record)
    .map((click) => ({
      timeS: click.timeS,
      voice: soundOf(timeline, click),
      accent: click.accent,
      gain: 10 ** (click.gainDb / 20),
      ...(click.side ? { side: click.side } : {}),
    }));
}

/** One channel where everything is heard in both ears; else the left and the right one. */
export function channelsOf(schedule: readonly ScheduledClick[]): ScheduledClick[][] {
  if (schedule.every(({ side }) => side === undefined)) return [[...schedule]];
  return [schedule.filter(({ side }) => side !== 'right'), schedule.filter(({ side }) => side !== 'left')];
}

/** A click may name a word itself, the spoken count as such, or a voice. */
function soundOf(timeline: Timeline, click: Click): ScheduledClick['voice'] {
  if (click.voice === COUNT_VOICE) return wordAt(timeline, click) ?? 'tick';
  return isCountWord(click.voice) ? click.voice : voiceOrDefault(click.voice);
}

export interface Renderer {
  /** Overwrites `out` with the frames that begin at `fromFrame` (0 is time zero; it may be negative). */
  fill(out: Float32Array, fromFrame: number): void;
}

export interface RenderOptions {
  /** The spoken words at this rate; needed when the schedule has any. */
  words?: CountWords;
  /** The schedule begins anew every so many frames, for ever; what rings on at its end is heard over its start. */
  loopFrames?: number;
  /** What sounds with the clicks: it adds itself to the frames that begin at `fromFrame`. */
  beside?: (out: Float32Array, fromFrame: number) => void;
}

interface Stroke {
  samples: Float32Array;
  /** The frame of the samples that lies on the click. */
  feltFrame: number;
}

/** @throws RangeError when a spoken word is to sound that was not given. */
export function createRenderer(
  schedule: readonly ScheduledClick[],
  sampleRateHz: number,
  { words = new Map(), loopFrames, beside }: RenderOptions = {},
): Renderer {
  const strokes = strokesAt(sampleRateHz);
  const clicks = schedule
    .map(({ timeS, voice, accent, gain }) => {
      const stroke: Stroke | undefined = isCountWord(voice)
        ? words.get(voice)
        : strokes.get(`${voice} ${accent}`);
      if (!stroke) throw new RangeError(`the word “${voice}” is not there`);
      return {
        frame: Math.round(timeS * sampleRateHz) - stroke.feltFrame,
        samples: stroke.samples,
        gain: isCountWord(voice) && accent ? gain * ACCENTED_WORD : gain,
      };
    })
    .sort((a, b) => a.frame - b.frame);
  const longest = clicks.reduce((most, { samples }) => Math.max(most, samples.length), 0);

  /** Adds what sounds from `fromFrame` on to what is there. */
  function mix(out: Float32Array, fromFrame: number): void {
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
  }

  return {
    fill(out, fromFrame) {
      out.fill(0);
      if (loopFrames === undefined) mix(out, fromFrame);
      else {
        const first = Math.max(0, Math.floor((fromFrame - longest) / loopFrames));
        // A spoken word begins a little before its round.
        const last = Math.floor((fromFrame + out.length + longest) / loopFrames);
        for (let round = first; round <= last; round++) mix(out, fromFrame - round * loopFrames);
      }
      beside?.(out, fromFrame);
      for (let o = 0; o < out.length; o++) if (Math.abs(out[o]) > KNEE) out[o] = limited(out[o]);
    },
  };
}

/** An accented word is 3 dB louder; its pitch stays. */
const ACCENTED_WORD = 10 ** (3 / 20);

const known = new Map<number, ReadonlyMap<string, Stroke>>();

/** Made once for each rate: the audio thread has no time to make them again. */
function strokesAt(sampleRateHz: number): ReadonlyMap<string, Stroke> {
  let strokes = known.get(sampleRateHz);
  if (!strokes) {
    strokes = new Map(
      VOICES.flatMap((voice) =>
        [false, true].map((accent) => [
          `${voice} ${accent}`,
          { samples: voiceSamples(voice, accent, sampleRateHz), feltFrame: 0 },
        ]),
      ),
    );
    known.set(sampleRateHz, strokes);
  }
  return strokes;
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
  { fromS = 0, toS = timeline.endS, words }: { fromS?: number; toS?: number; words?: CountWords } = {},
): Float32Array {
  const from = Math.round(fromS * sampleRateHz);
  const out = new Float32Array(Math.max(0, Math.round(toS * sampleRateHz) - from));
  createRenderer(scheduleOf(timeline), sampleRateHz, { words }).fill(out, from);
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

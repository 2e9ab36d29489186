/** A click track as the pieces of a WAV file, each a second or so: rendered while they are taken, never held together. */
import type { Timeline } from '../plan/index.ts';
import { type CountWords, createRenderer, scheduleOf } from '../sound/index.ts';
import { type WavForm, pcmBytes, wavHeader } from './wav.ts';

const FRAMES_A_PIECE = 65_536;
/** Room for the last click to ring out. */
const TAIL_S = 1;

export interface WavPiece {
  bytes: Uint8Array;
  /** Share of the file that is done with this piece, 0 to 1. */
  done: number;
}

export interface WavRange {
  /** Seconds on the timeline. */
  fromS: number;
  toS: number;
}

/** Where the range without the count-in begins. */
export function startOfPlay({ bars }: Timeline): number {
  return bars.find(({ kind }) => kind === 'play')!.startS;
}

/** @param words the spoken count at the form's rate; needed when the plan counts. */
export function* wavPieces(
  timeline: Timeline,
  form: WavForm,
  { fromS, toS }: WavRange,
  words?: CountWords,
): Generator<WavPiece> {
  const first = Math.round(fromS * form.sampleRateHz);
  const tail = toS >= timeline.endS ? TAIL_S : 0;
  const frames = Math.max(0, Math.round((toS + tail) * form.sampleRateHz) - first);
  // A click before the range that still rings is no part of it.
  const clicks = scheduleOf(timeline).filter(({ timeS }) => timeS >= fromS - 1e-9 && timeS < toS);
  const renderer = createRenderer(clicks, form.sampleRateHz, { words });
  yield { bytes: wavHeader(frames, form), done: 0 };
  for (let at = 0; at < frames; at += FRAMES_A_PIECE) {
    const samples = new Float32Array(Math.min(FRAMES_A_PIECE, frames - at));
    renderer.fill(samples, first + at);
    yield { bytes: pcmBytes(samples, form.bits), done: (at + samples.length) / frames };
  }
}

/**
 * Hearing a recording while it arrives: in a thread of its own, piece by piece, so that neither its length nor a broken file is felt by
 * anybody else.
 */
import { Worker } from 'node:worker_threads';
import { WavProblem, WavReader } from '@feldspar/core/wav';
import { type SoundKind, WholeEars } from '@feldspar/core/hearing';
import { MOST_ONSETS } from '@feldspar/core/recordings';
import type { Heard } from '@feldspar/core/wire';
import { Problem, sizeText } from '../http/problem.ts';
import { TooMuch } from './measure.ts';

export interface HearLimits {
  /** Of the body. */
  bytes: number;
  /** For one piece of it. */
  timeMs: number;
  memoryMb: number;
  /** Recordings at a time. */
  atOnce: number;
}
export const HEAR_LIMITS: HearLimits = { bytes: 512 * 1024 * 1024, timeMs: 30_000, memoryMb: 256, atOnce: 2 };

/** @throws Problem, WavProblem, TooMuch. */
export type Hear = (source: AsyncIterable<Uint8Array>, kind: SoundKind | null) => Promise<Heard>;

/** A WAV file as it comes, heard. */
export class HeardWav {
  private readonly reader = new WavReader();
  private readonly kind: SoundKind | null;
  private ears: WholeEars | null = null;

  constructor(kind: SoundKind | null) {
    this.kind = kind;
  }

  push(piece: Uint8Array): void {
    const samples = this.reader.push(piece);
    if (!this.reader.format) return;
    this.ears ??= new WholeEars(this.reader.format.sampleRateHz, this.kind);
    this.ears.push(samples);
    if (this.ears.count > MOST_ONSETS) throw new TooMuch(`it has more than ${MOST_ONSETS} onsets`);
  }

  end(): Heard {
    this.reader.end();
    const { sampleRateHz } = this.reader.format!;
    const { kind, strokes, voice } = (this.ears ?? new WholeEars(sampleRateHz, this.kind)).end();
    const durationS = this.reader.frames / sampleRateHz;
    return {
      sampleRateHz,
      durationS,
      kind,
      onsets: strokes.filter(({ timeS }) => timeS < durationS),
      ...(voice.length > 0 ? { voice } : {}),
    };
  }
}

/** In this thread, for tests. */
export function hearHere(limits = HEAR_LIMITS): Hear {
  return async (source, kind) => {
    const heard = new HeardWav(kind);
    for await (const piece of within(source, limits.bytes)) heard.push(piece);
    return heard.end();
  };
}

async function* within(source: AsyncIterable<Uint8Array>, most: number): AsyncGenerator<Uint8Array> {
  let bytes = 0;
  for await (const piece of source) {
    bytes += piece.length;
    if (bytes > most)
      throw new Problem(
        413,
        'Too large',
        `The recording is over ${sizeText(most)}. Send a part of it, or as 16 bits mono.`,
      );
    yield piece;
  }
}

/** What the thread answers to each piece, and at the end. */
export type ThreadAnswer = { ready: true } | { heard: Heard } | { refused: string; because: 'wav' | 'much' };

const WORKER = new URL('./hear.worker.js', import.meta.url);

export function hearInThreads(limits = HEAR_LIMITS): Hear {
  let running = 0;
  return async (source, kind) => {
    if (running >= limits.atOnce)
      throw new Problem(503, 'Busy', 'Other recordings are being heard. Send this one again in a moment.');
    running++;
    const worker = new Worker(WORKER, {
      workerData: kind,
      resourceLimits: { maxOldGenerationSizeMb: limits.memoryMb },
    });
    try {
      for await (const piece of within(source, limits.bytes)) await told(worker, piece, limits);
      const answer = await told(worker, null, limits);
      if (!('heard' in answer)) throw new Error('the thread that hears did not answer');
      return answer.heard;
    } finally {
      running--;
      await worker.terminate();
    }
  };
}

function told(
  worker: Worker,
  piece: Uint8Array | null,
  { timeMs, memoryMb }: HearLimits,
): Promise<ThreadAnswer> {
  return new Promise((resolve, reject) => {
    const timer = setTimeout(
      () => done(() => reject(new TooMuch(`hearing it takes longer than ${timeMs / 1000} s`))),
      timeMs,
    );
    const done = (settle: () => void) => {
      clearTimeout(timer);
      worker.off('message', answered);
      worker.off('error', failed);
      settle();
    };
    const answered = (answer: ThreadAnswer) =>
      done(() => {
        if (!('refused' in answer)) resolve(answer);
        else reject(answer.because === 'wav' ? new WavProblem(answer.refused) : new TooMuch(answer.refused));
      });
    const failed = (error: Error & { code?: string }) =>
      done(() =>
        reject(
          error.code === 'ERR_WORKER_OUT_OF_MEMORY'
            ? new TooMuch(`hearing it needs more than ${memoryMb} MB`)
            : error,
        ),
      );
    worker.on('message', answered);
    worker.on('error', failed);
    worker.postMessage(piece);
  });
}

import { parentPort, workerData } from 'node:worker_threads';
import { WavProblem } from '@feldspar/core/wav';
import type { SoundKind } from '@feldspar/core/hearing';
import { HeardWav, type ThreadAnswer } from './hear.ts';
import { TooMuch } from './measure.ts';

const heard = new HeardWav(workerData as SoundKind | null);

/** A piece of the file, or null after the last. An error's class does not survive the way between threads. */
parentPort!.on('message', (piece: Uint8Array | null) => {
  let answer: ThreadAnswer;
  try {
    if (piece) heard.push(piece);
    answer = piece ? { ready: true } : { heard: heard.end() };
  } catch (error) {
    if (error instanceof WavProblem) answer = { refused: error.message, because: 'wav' };
    else if (error instanceof TooMuch) answer = { refused: error.message, because: 'much' };
    else throw error;
  }
  parentPort!.postMessage(answer);
});

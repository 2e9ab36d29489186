/**
 * Low notes that begin softly, under noise: of their sound next to nothing lies high up, where most of what is not foretold is the noise. Where the low sound
 * alone does something that was not foretold by far, and the whole one a little, one begins.
 */
import { PredictionErrors, type Rise } from './prediction-errors.ts';

/** Of low strings few partials are left, and they lie close: more of the sound tells them apart. */
const FORM = { leastHz: 1_300, orderS: 0.03, fromS: 0.09 } as const;
/** The low sound rises by so much, and the whole one by so much, so near. */
const RISES = { db: 8, wholeDb: 1, nearS: 0.01 } as const;
/** A note of which the whole tells as well is told by that: so long after it, and so long before. It may come to be told so much later. */
const APART = { afterS: 0.1, beforeS: 0.02 } as const;

export class LowNotes {
  private readonly rate: number;
  private readonly errors: PredictionErrors;
  private waiting: Rise[] = [];

  constructor(sampleRateHz: number) {
    this.rate = sampleRateHz;
    this.errors = new PredictionErrors(sampleRateHz, FORM);
  }

  /** @param samples at most `AT_ONCE`. @param whole has had them already. */
  push(samples: Float32Array, whole: PredictionErrors): void {
    this.wait(this.errors.push(samples), whole);
  }

  /** The sound is over. */
  end(whole: PredictionErrors): void {
    this.wait(this.errors.end(), whole);
  }

  /** @param settledSample all that the whole tells of before it is told. @param toldSample of the last note. @returns the note that is settled now, or null. */
  take(settledSample: number, toldSample: number): Rise | null {
    const [rise] = this.waiting;
    if (!rise || settledSample < rise.sample + APART.beforeS * this.rate) return null;
    this.waiting.shift();
    return rise.sample - toldSample >= APART.afterS * this.rate ? rise : this.take(settledSample, toldSample);
  }

  private wait(rises: readonly Rise[], whole: PredictionErrors): void {
    for (const rise of rises)
      if (rise.db >= RISES.db && whole.largestNear(rise.sample, RISES.nearS * this.rate) >= RISES.wholeDb)
        this.waiting.push(rise);
  }
}

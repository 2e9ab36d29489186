/** How loud a recording is from moment to moment: the peak of each hundredth of a second. */
const LEVEL_S = 0.01;
/** What swells does so within so long. */
const SWELL_S = 0.06;

/** A tone that goes on is still so loud, beside its beginning, so long after it: a click with its room has died away. */
const LASTS = { fromS: 0.12, toS: 0.17, share: 0.2 } as const;

export class Levels {
  private readonly peaks: number[] = [];
  private readonly step: number;
  private readonly perS: number;
  private filled = 0;

  constructor(sampleRateHz: number) {
    this.step = Math.round(LEVEL_S * sampleRateHz);
    this.perS = sampleRateHz / this.step;
  }

  push(samples: Float32Array): void {
    for (const value of samples) {
      if (this.filled++ % this.step === 0) this.peaks.push(0);
      const last = this.peaks.length - 1;
      this.peaks[last] = Math.max(this.peaks[last], Math.abs(value));
    }
  }

  /** Whether it becomes louder by so much at a time: the softest of a little before beside the loudest of a little after. */
  swells(timeS: number, db: number): boolean {
    const at = Math.round(timeS * this.perS);
    const around = Math.round(SWELL_S * this.perS);
    const before = Math.min(...this.peaks.slice(Math.max(0, at - around), at + 1));
    const after = Math.max(0, ...this.peaks.slice(Math.max(0, at), at + around + 1));
    return after >= before * 10 ** (db / 20);
  }

  /** Whether what begins at a time, as loud as this, goes on. */
  lasts(timeS: number, strength: number): boolean {
    const [from, to] = [LASTS.fromS, LASTS.toS].map((afterS) => Math.round((timeS + afterS) * this.perS));
    return Math.min(...this.peaks.slice(from, to)) >= LASTS.share * strength;
  }

  /** At a time, or just after it. */
  at(timeS: number): number {
    const i = Math.floor(timeS * this.perS);
    return Math.max(this.peaks[i] ?? 0, this.peaks[i + 1] ?? 0);
  }
}

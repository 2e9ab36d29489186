/**
 * A sound while its kind is not known: it is kept, and heard as strokes all the time; as anything else, from its beginning on, only where that decides.
 */
import { TELLS_AFTER_S, kindOf } from './kind-teller.ts';
import type { SoundKind } from './onset/kinds.ts';
import { KnownEars } from './known-ears.ts';
import type { Onset } from './onset/onset.ts';

/** So many strokes, or so many seconds, decide the kind. It is asked about each time that so much has come. */
const DECIDES = { strokes: 10, seconds: 8, everyS: 0.1 } as const;

/** Ears, and what they have heard so far. */
interface Heard {
  ears: KnownEars;
  onsets: Onset[];
}

export class KindChooser {
  private readonly rate: number;
  private readonly every: number;
  private readonly sound: Float32Array;
  private readonly struck: Heard;
  private samples = 0;

  constructor(sampleRateHz: number) {
    this.rate = sampleRateHz;
    this.every = Math.round(DECIDES.everyS * sampleRateHz);
    this.sound = new Float32Array(this.every * Math.ceil(DECIDES.seconds / DECIDES.everyS));
    this.struck = { ears: new KnownEars(sampleRateHz, 'struck'), onsets: [] };
  }

  get heardS(): number {
    return this.samples / this.rate;
  }

  /** @returns how many of these were taken: no more than come before it is asked whether they decide. */
  push(samples: Float32Array): number {
    const count = Math.min(samples.length, this.every - (this.samples % this.every));
    this.sound.set(samples.subarray(0, count), this.samples);
    this.samples += count;
    if (this.samples % this.every === 0) this.hearStrokes(this.every);
    return count;
  }

  /** Whether what has been heard is enough. */
  get decides(): boolean {
    if (this.samples % this.every > 0) return false;
    if (this.samples === this.sound.length) return true;
    const told = this.struck.onsets.filter(({ timeS }) => timeS + TELLS_AFTER_S < this.heardS);
    return told.length >= DECIDES.strokes;
  }

  /** @param isOver nothing more comes. @returns what it is heard as, and what has been heard in it so far. */
  choose(isOver: boolean): Heard {
    const samples = this.sound.subarray(0, this.samples);
    if (isOver) {
      this.hearStrokes(this.samples % this.every);
      this.struck.onsets.push(...this.struck.ears.end());
    }
    const ways = new Map<SoundKind, Heard>([['struck', this.struck]]);
    const heardAs = (kind: SoundKind): Heard => {
      const already = ways.get(kind);
      if (already) return already;
      const ears = new KnownEars(this.rate, kind);
      const heard = { ears, onsets: [...ears.push(samples), ...(isOver ? ears.end() : [])] };
      ways.set(kind, heard);
      return heard;
    };
    const as = (kind: SoundKind) => heardAs(kind).onsets;
    return heardAs(kindOf({ samples, sampleRateHz: this.rate, isOver, as }));
  }

  private hearStrokes(newest: number): void {
    const { ears, onsets } = this.struck;
    onsets.push(...ears.push(this.sound.subarray(this.samples - newest, this.samples)));
  }
}

/**
 * Samples to onsets, as they come: for files and for live use alike. Nothing is known beforehand: every threshold follows from the signal's
 * own levels. A stroke is told of at most 50 ms after it, once it is known what kind of sounds are heard; until then the sound is kept.
 */
import { TELLS_AFTER_S, kindOf } from './kind-teller.ts';
import type { SoundKind } from './kinds.ts';
import { KnownEars } from './known-ears.ts';
import type { Onset } from './onset.ts';

/** So many strokes, or so many seconds, decide the kind. It is asked about each time that so much has come. */
const DECIDES = { strokes: 10, seconds: 8, everyS: 0.1 } as const;

/** Ears, and what they have heard so far. */
interface Heard {
  ears: KnownEars;
  onsets: Onset[];
}

export class Ears {
  private readonly rate: number;
  private known: KnownEars | null = null;
  /** While the kind is not known: as strokes it is heard all the time, as anything else where that is asked for. */
  private readonly struck: Heard;
  private readonly sound: Float32Array;
  private samples = 0;
  private readonly every: number;

  /** @param kind of the sounds; chosen from the signal where it is left out. */
  constructor(sampleRateHz: number, kind: SoundKind | null = null) {
    this.rate = sampleRateHz;
    if (kind) this.known = new KnownEars(sampleRateHz, kind);
    this.every = Math.round(DECIDES.everyS * sampleRateHz);
    this.sound = new Float32Array(kind ? 0 : this.every * Math.ceil(DECIDES.seconds / DECIDES.everyS));
    this.struck = { ears: new KnownEars(sampleRateHz, 'struck'), onsets: [] };
  }

  /** What it is heard as; null before that is decided. */
  get kind(): SoundKind | null {
    return this.known?.kind ?? null;
  }

  /** Seconds heard so far. */
  get heardS(): number {
    return this.known?.heardS ?? this.samples / this.rate;
  }

  /** @returns the onsets that these samples settle, in order; while the kind is not decided they are kept. */
  push(samples: Float32Array): Onset[] {
    const found: Onset[] = [];
    let from = 0;
    while (!this.known && from < samples.length) {
      const to = Math.min(samples.length, from + this.every - (this.samples % this.every));
      this.sound.set(samples.subarray(from, to), this.samples);
      this.samples += to - from;
      from = to;
      if (this.samples % this.every > 0) continue;
      const { ears, onsets } = this.struck;
      onsets.push(...ears.push(this.sound.subarray(this.samples - this.every, this.samples)));
      const told = onsets.filter(({ timeS }) => timeS + TELLS_AFTER_S < this.heardS);
      if (told.length >= DECIDES.strokes || this.samples === this.sound.length)
        found.push(...this.decide(false));
    }
    if (this.known && from < samples.length) found.push(...this.known.push(samples.subarray(from)));
    return found;
  }

  /** The sound is over: what is still kept. */
  end(): Onset[] {
    if (this.known) return this.known.end();
    const { ears, onsets } = this.struck;
    onsets.push(...ears.push(this.sound.subarray(this.samples - (this.samples % this.every), this.samples)));
    return this.decide(true);
  }

  /** @returns what has been heard so far, as what it is. */
  private decide(isOver: boolean): Onset[] {
    const samples = this.sound.subarray(0, this.samples);
    const ways = new Map<SoundKind, Heard>([['struck', this.struck]]);
    if (isOver) this.struck.onsets.push(...this.struck.ears.end());
    const heardAs = (kind: SoundKind): Heard => {
      const already = ways.get(kind);
      if (already) return already;
      const ears = new KnownEars(this.rate, kind);
      const heard = { ears, onsets: [...ears.push(samples), ...(isOver ? ears.end() : [])] };
      ways.set(kind, heard);
      return heard;
    };
    const kind = kindOf({ samples, sampleRateHz: this.rate, isOver, as: (other) => heardAs(other).onsets });
    const { ears, onsets } = heardAs(kind);
    this.known = ears;
    return onsets;
  }
}

/** All of a sound that is there already. */
export function hear(samples: Float32Array, sampleRateHz: number, kind: SoundKind | null = null) {
  const ears = new Ears(sampleRateHz, kind);
  const onsets = [...ears.push(samples), ...ears.end()].sort((a, b) => a.timeS - b.timeS);
  return { kind: ears.kind!, onsets: onsets.filter(({ timeS }) => timeS < samples.length / sampleRateHz) };
}

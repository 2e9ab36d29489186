/**
 * Samples to onsets, as they come: for files and for live use alike. Nothing is known beforehand: every threshold follows from the signal's
 * own levels. A stroke is told of at most 50 ms after it, once it is known what kind of sounds are heard; until then the sound is kept.
 */
import { DcBlocker } from './signal/dc-blocker.ts';
import { AT_ONCE } from './signal/half-rate.ts';
import { KindChooser } from './kind-chooser.ts';
import type { SoundKind } from './onset/kinds.ts';
import { KnownEars } from './known-ears.ts';
import type { Onset } from './onset/onset.ts';

export class Ears {
  private ears: KnownEars | KindChooser;
  private readonly blocker: DcBlocker;

  /** @param kind of the sounds; chosen from the signal where it is left out. */
  constructor(sampleRateHz: number, kind: SoundKind | null = null) {
    this.ears = kind ? new KnownEars(sampleRateHz, kind) : new KindChooser(sampleRateHz);
    this.blocker = new DcBlocker(sampleRateHz);
  }

  /** What it is heard as; null before that is decided. */
  get kind(): SoundKind | null {
    return this.ears instanceof KnownEars ? this.ears.kind : null;
  }

  /** Seconds heard so far. */
  get heardS(): number {
    return this.ears.heardS;
  }

  /** @returns the onsets that these samples settle, in order; while the kind is not decided they are kept. */
  push(samples: Float32Array): Onset[] {
    const found: Onset[] = [];
    for (const { onsets } of this.pieces(samples)) found.push(...onsets);
    return found;
  }

  /** The same piece by piece, each at most `AT_ONCE` long, with the sound as it is heard: without what is constant. It is overwritten by the next piece. */
  *pieces(samples: Float32Array): Generator<{ sound: Float32Array; onsets: Onset[] }> {
    for (let from = 0; from < samples.length; from += AT_ONCE) {
      const sound = this.blocker.push(samples.subarray(from, from + AT_ONCE));
      yield { sound, onsets: this.hear(sound) };
    }
  }

  /** The sound is over: what is still kept. */
  end(): Onset[] {
    return this.ears instanceof KnownEars ? this.ears.end() : this.decide(this.ears, true);
  }

  private hear(samples: Float32Array): Onset[] {
    const found: Onset[] = [];
    let rest = samples;
    while (this.ears instanceof KindChooser && rest.length > 0) {
      rest = rest.subarray(this.ears.push(rest));
      if (this.ears.decides) found.push(...this.decide(this.ears, false));
    }
    return this.ears instanceof KnownEars ? [...found, ...this.ears.push(rest)] : found;
  }

  private decide(chooser: KindChooser, isOver: boolean): Onset[] {
    const { ears, onsets } = chooser.choose(isOver);
    this.ears = ears;
    return onsets;
  }
}

/** All of a sound that is there already. */
export function hear(samples: Float32Array, sampleRateHz: number, kind: SoundKind | null = null) {
  const ears = new Ears(sampleRateHz, kind);
  const onsets = [...ears.push(samples), ...ears.end()].sort((a, b) => a.timeS - b.timeS);
  return { kind: ears.kind!, onsets: onsets.filter(({ timeS }) => timeS < samples.length / sampleRateHz) };
}

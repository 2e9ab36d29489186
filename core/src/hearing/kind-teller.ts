/**
 * What kind of sounds are heard, from the signal alone: how much of a sound is left a moment after its beginning, whether that is a tone, and
 * whether it was there at once.
 */
import type { SoundKind } from './kinds.ts';
import { periodicityOf } from './periodicity.ts';

/** What is left of a sound between these times after its onset, at the least: of a held one nearly all, of a struck one next to nothing. */
const SUSTAIN = { fromS: 0.06, toS: 0.18, heldDb: -7, pluckedDb: -26 } as const;
/** A tone that is held is so periodic, looked at between these times after its onset; a cymbal rings as long and is not. */
const TONE = { fromS: 0.08, toS: 0.14, periodic: 0.5 } as const;
/** Where so many of the held onsets have an attack, so near, they were not bowed or blown. */
const ATTACKED = { share: 0.55, withinS: 0.04 } as const;
/** Where strokes are mostly closer than this nobody holds a tone. */
const SLOW_S = 0.16;
/** Of a stroke so much of its level is there so soon, of what comes within the longer time. */
const ABRUPT = { soonS: 0.004, laterS: 0.02, share: 0.6, before: 0.5 } as const;
/** So many onsets, or so many seconds, decide the kind. */
const DECIDES = { onsets: 10, seconds: 8 } as const;

export type Way = 'struck' | 'held';

/** The sound as it is kept. */
interface Kept {
  sampleRateHz: number;
  /** Powers of two long, indexed by the sample: the sound, and without what is low. */
  ring: Float32Array;
  higher: Float32Array;
  /** Its level over time, in pieces of so many samples. */
  envelope: Float32Array;
  piece: number;
}

export class KindTeller {
  private readonly rate: number;
  private readonly kept: Kept;
  /** What is left of a sound is looked at when it is old enough. */
  private readonly waiting: { sample: number; way: Way }[] = [];
  private readonly sustains: Record<Way, number[]> = { struck: [], held: [] };
  /** Of the held ones, how periodic they are. */
  private readonly periodic: number[] = [];
  private readonly struckS: number[] = [];
  /** When strokes began that were there at once. */
  private readonly abruptS: number[] = [];

  constructor(kept: Kept) {
    this.kept = kept;
    this.rate = kept.sampleRateHz;
  }

  /** @param last index after the newest sample. */
  begins(way: Way, sample: number, last: number): void {
    this.waiting.push({ sample, way });
    if (way === 'struck') this.struckS.push(sample / this.rate);
    if (way === 'struck' && this.isAbrupt(sample, last)) this.abruptS.push(sample / this.rate);
  }

  /** A piece of the envelope is there: of the onset that is old enough now, how much of its level is left. */
  pieceEnded(index: number): void {
    const { envelope, piece } = this.kept;
    const mask = envelope.length - 1;
    const oldest = this.waiting[0];
    if (!oldest || index * piece < oldest.sample + SUSTAIN.toS * this.rate) return;
    const { sample: first, way } = this.waiting.shift()!;
    const at = (seconds: number) => Math.floor((first + seconds * this.rate) / piece);
    let most = 1e-9;
    let least = Infinity;
    for (let i = at(0); i <= at(SUSTAIN.fromS); i++) most = Math.max(most, envelope[i & mask]);
    // The next stroke may come before: it is what is left before it that counts.
    for (let i = at(SUSTAIN.fromS); i <= at(SUSTAIN.toS); i++) least = Math.min(least, envelope[i & mask]);
    this.sustains[way].push(20 * Math.log10((least + 1e-9) / most));
    if (way === 'held') this.periodic.push(periodicityOf(this.cut(first, TONE.fromS, TONE.toS), this.rate));
  }

  /**
   * @param heldS onsets of what may be held, in seconds. @param heardS seconds so far. @param now whether it must be decided.
   * @returns null while that is too little.
   */
  tell(heldS: readonly number[], heardS: number, now: boolean): SoundKind | null {
    const { struck, held } = this.sustains;
    const enough = Math.max(struck.length, held.length) >= DECIDES.onsets || heardS > DECIDES.seconds;
    if (!enough && !now) return null;
    const isTone = middleOf(this.periodic) > TONE.periodic;
    const isFast =
      struck.length > 0 && middleOf(this.struckS.map((timeS, i, all) => timeS - (all[i - 1] ?? 0))) < SLOW_S;
    if (middleOf(held) > SUSTAIN.heldDb && isTone && !isFast && this.isWithoutAttack(heldS))
      return 'sustained';
    return middleOf(struck) > SUSTAIN.pluckedDb ? 'plucked' : 'struck';
  }

  /** A piece of what was heard, from so long after a sample to so long after it. */
  private cut(sample: number, fromS: number, toS: number): Float32Array {
    const { ring } = this.kept;
    const first = sample + Math.round(fromS * this.rate);
    const length = Math.round((toS - fromS) * this.rate);
    return Float32Array.from({ length }, (_, i) => ring[(first + i) & (ring.length - 1)]);
  }

  /** A stroke is there at once, where little was before; what swells is not. High up, where tails die first. */
  private isAbrupt(sample: number, last: number): boolean {
    const { higher } = this.kept;
    const most = (fromS: number, toS: number) => {
      let level = 0;
      const to = Math.min(last, sample + toS * this.rate);
      for (let i = Math.max(0, Math.round(sample + fromS * this.rate)); i < to; i++)
        level = Math.max(level, Math.abs(higher[i & (higher.length - 1)]));
      return level;
    };
    const soon = most(0, ABRUPT.soonS);
    return (
      soon >= ABRUPT.share * most(0, ABRUPT.laterS) && most(-ABRUPT.laterS, -0.001) <= ABRUPT.before * soon
    );
  }

  private isWithoutAttack(heldS: readonly number[]): boolean {
    const attacked = heldS.filter((timeS) =>
      this.abruptS.some((other) => Math.abs(other - timeS) < ATTACKED.withinS),
    );
    return heldS.length > 0 && attacked.length < ATTACKED.share * heldS.length;
  }
}

function middleOf(values: readonly number[]): number {
  return values.toSorted((a, b) => a - b)[values.length >> 1] ?? -Infinity;
}

/**
 * What kind of sounds are heard, from the signal alone: how much of a sound is left a moment after its beginning, whether that is a tone, and
 * whether it dies away from its beginning on.
 */
import type { SoundKind } from './kinds.ts';
import { periodicityOf } from './periodicity.ts';

/** What is left of a sound between these times after its onset, at the least: of a held one nearly all, of a struck one next to nothing. */
const SUSTAIN = { fromS: 0.06, toS: 0.18, heldDb: -7, pluckedDb: -26 } as const;
/** A tone that is held is so periodic, looked at between these times after its onset; a cymbal rings as long and is not. */
const TONE = { fromS: 0.08, toS: 0.14, periodic: 0.5 } as const;
/**
 * What is plucked dies away from its beginning on, though a piano does so slowly: most of the time it falls by more than so much a second. What is held by
 * bow or breath rises about as often as it falls. Compared are levels of so many pieces, so many apart (longer than the period of a low string), unless one
 * is so far under the loudest: there nothing plays.
 */
const DIES = { dbPerS: -4, pieces: 8, apart: 12, silentDb: -40 } as const;
/** Where clear beginnings are mostly closer than this nobody holds a tone. */
const SLOW_S = 0.16;
/** So many onsets, or so many seconds, decide the kind. */
const DECIDES = { onsets: 10, seconds: 8 } as const;

const LEAST_POWER = 1e-12;

export type Way = 'struck' | 'held';

/** The sound as it is kept. */
interface Kept {
  sampleRateHz: number;
  /** A power of two long, indexed by the sample. */
  ring: Float32Array;
  /** Its level over time, in pieces of so many samples; a power of two long, too. */
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
  /** By how much the level rose, in dB a second, at each moment. */
  private readonly slopes: number[] = [];
  private loudestDb = -Infinity;

  constructor(kept: Kept) {
    this.kept = kept;
    this.rate = kept.sampleRateHz;
  }

  begins(way: Way, sample: number): void {
    this.waiting.push({ sample, way });
  }

  /** A piece of the envelope is there: how the level rises or falls, and of the onset that is old enough now, how much of its level is left. */
  pieceEnded(index: number): void {
    this.compare(index);
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
   * @param clearS when something began that nothing had foretold, in seconds. @param heardS seconds so far. @param now whether it must be decided.
   * @returns null while that is too little.
   */
  tell(clearS: readonly number[], heardS: number, now: boolean): SoundKind | null {
    const { struck, held } = this.sustains;
    const enough = Math.max(struck.length, held.length) >= DECIDES.onsets || heardS > DECIDES.seconds;
    if (!enough && !now) return null;
    const isTone = middleOf(this.periodic) > TONE.periodic;
    const gaps = clearS.slice(1).map((timeS, i) => timeS - clearS[i]);
    const isFast = gaps.length > 0 && middleOf(gaps) < SLOW_S;
    const dies = middleOf(this.slopes) < DIES.dbPerS;
    if (middleOf(held) > SUSTAIN.heldDb && isTone && !isFast && !dies) return 'sustained';
    return middleOf(struck) > SUSTAIN.pluckedDb ? 'plucked' : 'struck';
  }

  /** A piece of what was heard, from so long after a sample to so long after it. */
  private cut(sample: number, fromS: number, toS: number): Float32Array {
    const { ring } = this.kept;
    const first = sample + Math.round(fromS * this.rate);
    const length = Math.round((toS - fromS) * this.rate);
    return Float32Array.from({ length }, (_, i) => ring[(first + i) & (ring.length - 1)]);
  }

  private compare(index: number): void {
    if (index < DIES.apart + DIES.pieces) return;
    const now = this.levelDb(index);
    const before = this.levelDb(index - DIES.apart);
    this.loudestDb = Math.max(this.loudestDb, now);
    if (Math.min(now, before) < this.loudestDb + DIES.silentDb) return;
    this.slopes.push(((now - before) * this.rate) / (DIES.apart * this.kept.piece));
  }

  /** Of the last pieces up to this one. */
  private levelDb(index: number): number {
    const { envelope } = this.kept;
    let sum = LEAST_POWER;
    for (let i = index - DIES.pieces + 1; i <= index; i++) sum += envelope[i & (envelope.length - 1)] ** 2;
    return 10 * Math.log10(sum / DIES.pieces);
  }
}

function middleOf(values: readonly number[]): number {
  return values.toSorted((a, b) => a - b)[values.length >> 1] ?? -Infinity;
}

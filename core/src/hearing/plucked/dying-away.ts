/**
 * A sound that dies away, or is stopped, also does things that were not foretold. Where it becomes no louder, these are no notes unless they stand out by far.
 * While what rings is about as loud as the notes of late have been, a soft note may still lie under it.
 */
import { loudestIn } from '../signal/loudest.ts';

/** What rang before a moment, and how loud it is from then on, are the largest levels within so long. */
const RANG_S = 0.05;
const LEVEL_S = 0.03;
/** No louder is what comes to no more than so many times what rang. */
const LOUDER = 1.2;
/**
 * It has been stopped where between these times no more than such a share of what rang is left. A note rises by so much there; none does where next to nothing
 * is left.
 */
const STOPPED = { fromS: 0.02, toS: 0.04, share: 0.4, riseDb: 14, wholly: 0.15 } as const;
/** It has died away where it is no more than such a share of the loudest note of late, which is forgotten by so much a second. A note rises by so much there. */
const FAINT = { share: 0.35, riseDb: 8, forgetsDbPerS: 3 } as const;

/** Levels around a moment. */
export interface Around {
  rang: number;
  level: number;
  /** What is left of it soon after. */
  left: number;
}

/** @param ring holds the sound, a power of two of samples; `last` is the index after its newest one. */
export function around(ring: Float32Array, last: number, sample: number, rate: number): Around {
  const loudest = (fromS: number, toS: number) =>
    loudestIn(ring, last, sample + fromS * rate, sample + toS * rate);
  return {
    rang: loudest(-RANG_S, 0),
    level: loudest(0, LEVEL_S),
    left: loudest(STOPPED.fromS, STOPPED.toS),
  };
}

export class DyingAway {
  private loudest = 0;
  private atS = 0;

  /** @param timeS of a moment at which something rises by `riseDb` that was not foretold. Moments come in order, or nearly so. */
  isAllAt(timeS: number, { rang, level, left }: Around, riseDb: number): boolean {
    const late = this.loudest * 10 ** ((-FAINT.forgetsDbPerS * (timeS - this.atS)) / 20);
    if (level < LOUDER * rang) {
      if (left < (riseDb < STOPPED.riseDb ? STOPPED.share : STOPPED.wholly) * rang) return true;
      if (level < FAINT.share * late && riseDb < FAINT.riseDb) return true;
    }
    if (level > late) {
      this.loudest = level;
      this.atS = timeS;
    }
    return false;
  }
}

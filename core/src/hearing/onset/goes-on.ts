/** What is stopped is not foretold either, and changes its bands too: where something begins, the sound goes on. */
import { loudestIn } from '../signal/loudest.ts';

/** What is left between these times after a moment is compared with the loudest of so long before it. */
const LEFT = { fromS: 0.03, toS: 0.06, beforeS: 0.05 } as const;

/**
 * Whether no less than a share of what rang before a moment is left soon after it.
 * @param ring holds the sound, a power of two of samples; `last` is the index after its newest one.
 */
export function goesOn(
  ring: Float32Array,
  last: number,
  sample: number,
  rate: number,
  share: number,
): boolean {
  const loudest = (fromS: number, toS: number) =>
    loudestIn(ring, last, sample + fromS * rate, sample + toS * rate);
  return loudest(LEFT.fromS, LEFT.toS) >= share * loudest(-LEFT.beforeS, 0);
}

/**
 * Swing moves the second of each pair of `of` notes: with ratio r it lies at r/(r+1) of the pair. What lies between is
 * stretched and squeezed with it, so that finer notes keep their order. Pairs are counted from the barline; an unpaired
 * note at the end of an odd bar stays where it is.
 */
import { type Fraction } from '../time/index.ts';

export interface Swing {
  of: Fraction;
  /** Long to short, 1 is straight. */
  ratio: Fraction;
}

/** Where a straight position of the bar lies when swung; exact. */
export function swung(position: Fraction, { of, ratio }: Swing, bar: Fraction): Fraction {
  const pair = of.mul(2);
  const start = position.sub(position.mod(pair));
  if (start.add(pair).gt(bar)) return position;
  const inPair = position.mod(pair);
  const long = pair.mul(ratio).div(ratio.add(1));
  const moved = inPair.lte(of)
    ? inPair.mul(long).div(of)
    : long.add(inPair.sub(of).mul(pair.sub(long)).div(of));
  return start.add(moved);
}

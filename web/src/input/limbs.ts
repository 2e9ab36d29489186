/** Which key is which limb of a plan with two parts: the left one the first, unless the player has swapped them; remembered by their names. */
import { forget, keepText, readText } from '../device/storage.ts';
import type { Tap } from './taps.ts';

export interface Limbs {
  left: string;
  right: string;
}

const keyOf = (parts: readonly string[]) => `feldspar limbs ${parts.slice(0, 2).join(' and ')}`;

/** Null for a plan of one part: there the two keys are two hands. */
export function limbsOf(parts: readonly string[]): Limbs | null {
  if (parts.length < 2) return null;
  const [first, second] = parts;
  return readText(keyOf(parts)) === 'swapped'
    ? { left: second, right: first }
    : { left: first, right: second };
}

/** @returns the limbs as they are from now on. */
export function swapLimbs(parts: readonly string[]): Limbs | null {
  if (readText(keyOf(parts)) === 'swapped') forget(keyOf(parts));
  else keepText(keyOf(parts), 'swapped');
  return limbsOf(parts);
}

const FURTHER: Readonly<Record<string, number>> = { third: 2, fourth: 3 };

/**
 * The tap as the limb's that it stands for; one without a side goes where it fits.
 * @param parts of the plan, in order.
 */
export function tapOfLimb(tap: Tap, limbs: Limbs | null, parts: readonly string[] = []): Tap {
  const further = tap.voice === undefined ? undefined : FURTHER[tap.voice];
  if (further !== undefined) {
    const without = { ...tap };
    delete without.voice;
    // Of a plan that has fewer it is whichever fits.
    return parts[further] === undefined ? without : { ...tap, voice: parts[further] };
  }
  return limbs && (tap.voice === 'left' || tap.voice === 'right') ? { ...tap, voice: limbs[tap.voice] } : tap;
}

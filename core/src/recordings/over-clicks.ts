/** What is heard at a click whose sound was taken out: a stroke of its own, what may lie hidden there, or what is left of the click. */
import type { Onset, SoundKind } from '../hearing/index.ts';
import { RECEIVED_S, loudestOf } from './remove-clicks.ts';

/** A sound as it is received, and how loud what its removal leaves may be. */
export interface KnownSound {
  received: Float32Array;
  leaves: number;
}

export const knownSound = ({ sound, left }: { sound: Float32Array; left: number }): KnownSound => ({
  received: sound,
  leaves: left * loudestOf(sound),
});

/** What stands at a click must be so many times louder than what removal leaves, and so much of the click at the least. */
const OVER_LEFT = 3;
const LEFT_SHARE = 0.11;
/** What is no louder than so many times that is what removal leaves, and hides nothing that is known of. */
const ONLY_LEFT = 2;
/** What is left dies away with the click, by half in so long, and never quite. */
const HALVES_S = 0.04;
const FLOOR = 0.6;
/** An onset so little before a click may be the click; where long tones are listened for, when one begins is told less closely. */
const BEFORE_S = { struck: 0.008, sustained: 0.04 } as const;
/**
 * What is left of a click under a sound that rings on, or beside a long tone, has no clear beginning: it may be told as early as the ears look
 * back for one, and then its strength is only that of its beginning.
 */
const EARLY = { s: 0.022, share: 0.8 } as const;
export const beforeS = (kind: SoundKind): number => (kind === 'sustained' ? BEFORE_S.sustained : EARLY.s);
/** Where the sound of a click is not known, an onset so near to it is the click. */
const BESIDE_S = 0.004;
/** Where the known sound ends, what is left of the room's echo comes up within so long. */
const ENDS_S = 0.03;
/** So near to a click something may be hidden; later it is the rest of the click's own sound. */
const UNDER_S = 0.07;

/**
 * @param clickS where the last click before the onset begins, on the same clock.
 * @param known its sound; a sound that is not known was not taken out: the onset may be the click itself.
 * @param begins whether something begins there at all: of a long tone the strength is that of the tone, where it only goes on, too.
 */
export function isOverClick(
  { timeS, strength }: Pick<Onset, 'timeS' | 'strength'>,
  clickS: number,
  known: KnownSound | undefined,
  begins = true,
): 'stroke' | 'hidden' | 'click' {
  if (timeS - clickS > RECEIVED_S + ENDS_S) return 'stroke';
  const after = Math.max(0, timeS - clickS);
  const isEarly = clickS - timeS > BEFORE_S.struck;
  const leaves = known && Math.max(OVER_LEFT * known.leaves, LEFT_SHARE * loudestOf(known.received));
  const isStroke =
    leaves === undefined
      ? Math.abs(timeS - clickS) > BESIDE_S
      : strength > leaves * (isEarly ? EARLY.share : FLOOR + 0.5 ** (after / HALVES_S));
  if (isStroke && (begins || after >= UNDER_S)) return 'stroke';
  const isOnlyLeft = known !== undefined && strength <= ONLY_LEFT * known.leaves;
  return after < UNDER_S && !isOnlyLeft ? 'hidden' : 'click';
}

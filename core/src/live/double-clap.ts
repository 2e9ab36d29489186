/** A loud double clap as a signal: two strokes, both far above the room, close together, with nothing before and nothing after. Pure. */
import { decibels } from './level.ts';

interface Stroke {
  timeS: number;
  /** As the ears tell it, of full level. */
  strength: number;
}

/** Two claps of one gesture, slow and quick: 2 to 8 a second (hands clap at 4 to 5 without haste; common practice, no source). */
const APART_S = { least: 0.12, most: 0.5 } as const;
/** So long nothing else: three claps, or playing, are no signal. */
export const ALONE_S = 0.7;
/** Both so far above the room, and so near to each other. */
const OVER_ROOM_DB = 30;
const UNLIKE_DB = 10;
/** Clapping near a microphone is louder than this, talking is not. */
const LOUD_DB = -24;

/** When the two claps were. */
export interface Clapped {
  firstS: number;
  secondS: number;
}

export class DoubleClap {
  /** The last ones that were no signal. */
  private strokes: Stroke[] = [];

  /**
   * @param strokes in order of time; they may come late, and many at once. @param heardS up to where all strokes have come, in seconds.
   * @param roomDb of full level.
   * @returns each signal once, when it is sure that nothing follows it; else null.
   */
  push(strokes: readonly Stroke[], heardS: number, roomDb: number): Clapped | null {
    let found: Clapped | null = null;
    for (const stroke of strokes) {
      found ??= this.before(stroke.timeS, roomDb);
      this.strokes = [...this.strokes, stroke].slice(-3);
    }
    return found ?? this.before(heardS, roomDb);
  }

  /** @param untilS when the next stroke came, or until when none did. */
  private before(untilS: number, roomDb: number): Clapped | null {
    const [first, second] = this.strokes.slice(-2);
    if (!second || untilS - second.timeS < ALONE_S) return null;
    const before = this.strokes.at(-3);
    const apart = second.timeS - first.timeS;
    const [one, other] = [decibels(first.strength), decibels(second.strength)];
    const isSignal =
      (!before || first.timeS - before.timeS > ALONE_S) &&
      apart >= APART_S.least &&
      apart <= APART_S.most &&
      Math.min(one, other) >= Math.max(LOUD_DB, roomDb + OVER_ROOM_DB) &&
      Math.abs(one - other) <= UNLIKE_DB;
    if (!isSignal) return null;
    // Told once; what comes after it is measured from it.
    this.strokes = [second];
    return { firstS: first.timeS, secondS: second.timeS };
  }
}

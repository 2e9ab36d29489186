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
const ALONE_S = 0.7;
/** Both so far above the room, and so near to each other. */
const OVER_ROOM_DB = 30;
const UNLIKE_DB = 10;
/** Clapping near a microphone is louder than this, talking is not. */
const LOUD_DB = -24;

export class DoubleClap {
  private strokes: Stroke[] = [];

  /**
   * @param heardS seconds of sound so far. @param roomDb of full level.
   * @returns true once for each signal, when it is sure that nothing follows it.
   */
  push(strokes: readonly Stroke[], heardS: number, roomDb: number): boolean {
    this.strokes.push(...strokes);
    const [first, second] = this.strokes.slice(-2);
    const before = this.strokes.at(-3);
    this.strokes = this.strokes.slice(-3);
    if (!second || heardS - second.timeS < ALONE_S) return false;
    this.strokes = [];
    const apart = second.timeS - first.timeS;
    const [one, other] = [decibels(first.strength), decibels(second.strength)];
    return (
      (!before || first.timeS - before.timeS > ALONE_S) &&
      apart >= APART_S.least &&
      apart <= APART_S.most &&
      Math.min(one, other) >= Math.max(LOUD_DB, roomDb + OVER_ROOM_DB) &&
      Math.abs(one - other) <= UNLIKE_DB
    );
  }
}

/**
 * A soft note under strings that ring on strikes nothing that could be heard; its pitch comes in nevertheless. Such notes, told by how the bands change,
 * count between the strokes.
 */
import type { Onset } from './onset.ts';

/** So far from every stroke: what changes nearer to one changes because of it. */
const NEAR_S = 0.06;
/** A change waits so long: every stroke near it has been told by then, in whatever pieces the sound comes. */
const WAITS_S = NEAR_S + 0.06;
/** So many strokes may lie near a change that waits, or is told late itself. */
const REMEMBERED = 16;

export class BetweenStrokes {
  private strokes: Onset[] = [];
  private waiting: Onset[] = [];

  /**
   * @param strokes and `changes` since the last time. @param heardS seconds of the sound so far.
   * @returns the strokes, and the changes that count, in order among themselves; a change may lie before a stroke that was told earlier.
   */
  merge(strokes: readonly Onset[], changes: readonly Onset[], heardS: number): Onset[] {
    const known = [...this.strokes, ...strokes];
    this.strokes = known.slice(-REMEMBERED);
    const waiting = [...this.waiting, ...changes];
    this.waiting = waiting.filter(({ timeS }) => timeS + WAITS_S > heardS);
    const between = waiting.filter(
      ({ timeS }) =>
        timeS + WAITS_S <= heardS && known.every((stroke) => Math.abs(stroke.timeS - timeS) > NEAR_S),
    );
    return [...strokes, ...between].sort((a, b) => a.timeS - b.timeS);
  }
}

/**
 * A soft note under strings that ring on strikes nothing that could be heard; its pitch comes in nevertheless. Such notes, told by how the bands change,
 * are put between the strokes.
 */
import type { Onset } from './onset.ts';

/** So far from every stroke: what changes nearer to one changes because of it. */
const NEAR_S = 0.06;
/** Changes are told later than strokes are: so many of those given last may lie near one. */
const REMEMBERED = 4;

export class BetweenStrokes {
  private given: Onset[] = [];

  /** @param strokes and `changes` since the last time, each in order. @returns those that count, in order, and none before one given earlier. */
  merge(strokes: readonly Onset[], changes: readonly Onset[]): Onset[] {
    const latestS = this.given.at(-1)?.timeS ?? -Infinity;
    const known = [...this.given, ...strokes];
    const between = changes.filter(
      ({ timeS }) => timeS > latestS && known.every((stroke) => Math.abs(stroke.timeS - timeS) > NEAR_S),
    );
    const merged = [...strokes, ...between].sort((a, b) => a.timeS - b.timeS);
    this.given = [...this.given, ...merged].slice(-REMEMBERED);
    return merged;
  }
}

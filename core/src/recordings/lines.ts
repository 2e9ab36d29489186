/** Strokes of several tracks, each a line of its own, where there is only one line to play: those that come together are one. */
import { CHORD_S } from '../timing/index.ts';
import type { Mark } from './marks.ts';

/** @param marks in order of time. @returns as early as the first of those that come together, as strong as the strongest. */
export function asOneLine(marks: readonly Mark[]): Mark[] {
  const strokes: Mark[] = [];
  const lines = new Set<number | undefined>();
  for (const mark of marks) {
    const last = strokes.at(-1);
    const joins =
      last?.line !== undefined &&
      mark.line !== undefined &&
      !lines.has(mark.line) &&
      mark.timeS - last.timeS <= CHORD_S;
    if (!joins) {
      lines.clear();
      strokes.push({ ...mark });
    } else last.strength = Math.max(last.strength ?? 0, mark.strength ?? 0);
    lines.add(mark.line);
  }
  return strokes;
}

/**
 * Unisons: two limbs strike together on the accents of a line, or on its inversion, everything that is not accented. Common
 * practice, no source.
 */
import type { PlayLine, RhythmNote } from './schema.ts';

/** The same line with accents where there were none, and none where they were; rests stay. */
export function inverted(line: readonly RhythmNote[]): RhythmNote[] {
  return line.map((note) => {
    const { accent, ...plain } = note;
    return note.rest || accent ? plain : { ...plain, accent: true };
  });
}

/** The accented notes of a line for each limb; the others are rests. */
export function unison(
  line: readonly RhythmNote[],
  limbs: readonly [string, string] = ['hand', 'foot'],
): PlayLine[] {
  const rhythm = line.map(({ dur, accent, rest }) => (accent && !rest ? { dur } : { dur, rest: true }));
  return limbs.map((voice) => ({ voice, rhythm }));
}

/** Whether there is a note to strike together. */
export function hasAccents(line: readonly RhythmNote[]): boolean {
  return line.some(({ accent, rest }) => accent && !rest);
}

/** A lesson's note: plain text of a day, in which takes are named by their addresses. Open JSON. */
import { z } from 'zod';

export const lessonSchema = z.strictObject({
  format: z.literal('feldspar-lesson', {
    error: 'this is not a lesson of Feldspar: "format" must be "feldspar-lesson"',
  }),
  version: z.literal(1, { error: 'this lesson is of another version; this Feldspar reads version 1' }),
  playerId: z.uuid(),
  date: z.iso.date('write the day as 2026-12-24'),
  note: z.string().max(20_000, 'a note has at most 20 000 characters').default(''),
});
export type Lesson = z.infer<typeof lessonSchema>;

const TAKE = /\/takes\/([0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12})/gi;

/** A note in pieces: text, and the takes that it names. */
export function piecesOf(note: string): ({ text: string } | { takeId: string })[] {
  const pieces: ({ text: string } | { takeId: string })[] = [];
  let at = 0;
  for (const found of note.matchAll(TAKE)) {
    if (found.index > at) pieces.push({ text: note.slice(at, found.index) });
    pieces.push({ takeId: found[1].toLowerCase() });
    at = found.index + found[0].length;
  }
  if (at < note.length) pieces.push({ text: note.slice(at) });
  return pieces;
}

/** The notes of a player's lessons: today's is written, kept here at once and sent a breath later; older ones are read. */
import type { Lesson } from '@feldspar/core/people';
import type { KeptLesson } from '@feldspar/core/wire';
import { useState } from 'react';
import { takeAt } from '../../addresses/addresses.ts';
import { saveLesson } from '../../data/changes.ts';
import { useLessons } from '../../data/hooks.ts';
import { todayHere } from '../../text/people-text.ts';

export interface LessonNotes {
  /** Today's, as it is being written. */
  text: string;
  write(text: string): void;
  /** Puts a take into today's note. */
  mention(takeId: string): void;
  /** Before today, the newest first. */
  earlier: KeptLesson[];
  /** The newest of them. */
  last: KeptLesson | null;
  known: boolean;
}

export const MOST_NOTE = 20_000;

export function useLessonNotes(playerId: string): LessonNotes {
  const { data } = useLessons();
  const [today] = useState(todayHere);
  const [fresh] = useState(() => crypto.randomUUID());
  const [typed, setTyped] = useState<string | null>(null);
  const own = (data?.items ?? []).filter(({ document }) => document.playerId === playerId);
  const now = own.find(({ document }) => document.date === today);
  const earlier = own
    .filter((lesson) => lesson !== now && lesson.document.note.trim() !== '')
    .sort((a, b) => b.document.date.localeCompare(a.document.date));
  const text = typed ?? now?.document.note ?? '';
  const write = (next: string) => {
    const note = next.slice(0, MOST_NOTE);
    setTyped(note);
    const lesson: Lesson = { format: 'feldspar-lesson', version: 1, playerId, date: today, note };
    void saveLesson(now?.id ?? fresh, lesson);
  };
  return {
    text,
    write,
    mention: (id) => write(`${text}${text === '' || text.endsWith('\n') ? '' : '\n'}${takeAt(id)} `),
    earlier,
    last: earlier.at(0) ?? null,
    known: data !== undefined,
  };
}

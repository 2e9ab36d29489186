/** What a ZIP of everything holds: a folder for each kind of document, in the order in which they are read back. */
import { type DocumentKind, playerSaidSchema } from '@feldspar/core/wire';
import { circleSchema } from '@feldspar/core/circle';
import { assignmentSchema, lessonSchema } from '@feldspar/core/people';
import { pathSchema, walkSchema } from '@feldspar/core/paths';
import { planSchema } from '@feldspar/core/plan';
import { agendaSchema, sessionSchema } from '@feldspar/core/planner';
import { recordingSchema } from '@feldspar/core/recordings';
import { takeSchema } from '@feldspar/core/take';
import type { z } from 'zod';

export const FORMAT = 'feldspar-studio';
export const VERSION = 1;
export const ABOUT = 'feldspar.json';

const MB = 1024 * 1024;

const folders = {
  players: { schema: playerSaidSchema, most: MB },
  plans: { schema: planSchema, most: 2 * MB },
  recordings: { schema: recordingSchema, most: 32 * MB },
  takes: { schema: takeSchema, most: 16 * MB },
  paths: { schema: pathSchema, most: 2 * MB },
  walks: { schema: walkSchema, most: MB },
  agendas: { schema: agendaSchema, most: MB },
  sessions: { schema: sessionSchema, most: MB },
  assignments: { schema: assignmentSchema, most: MB },
  lessons: { schema: lessonSchema, most: MB },
  circles: { schema: circleSchema, most: MB },
} as const satisfies Record<string, { schema: z.ZodType; most: number }>;
export type Folder = keyof typeof folders;
export type Documents = { [F in Folder]: z.output<(typeof folders)[F]['schema']> };

/** Whom others name comes before them. */
export const FOLDERS: { [F in Folder]: { schema: z.ZodType<Documents[F]>; most: number } } = folders;

/** The kinds that one store keeps whole. */
export const KEPT_WHOLE: Partial<Record<Folder, DocumentKind>> = {
  paths: 'path',
  walks: 'walk',
  agendas: 'agenda',
  sessions: 'session',
  assignments: 'assignment',
  lessons: 'lesson',
  circles: 'circle',
};

const NAME = /^(\w+)\/([0-9a-f-]{36})\.json$/;

/** The folder and id of an entry, or null where it is none of them. */
export function placeOf(name: string): { folder: Folder; id: string } | null {
  const [, folder, id] = NAME.exec(name) ?? [];
  return folder !== undefined && id !== undefined && folder in FOLDERS
    ? { folder: folder as Folder, id }
    : null;
}

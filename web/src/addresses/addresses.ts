/** Every address of the application that names one thing, made here and nowhere else; the routes in `app` read them. */

/** A plan, and what is done with it. */
export const planAt = (id: string): string => `/plans/${id}`;
export const workshopAt = (id: string): string => `/plans/${id}/edit`;

export const sheetAt = (id: string): string => `/sheets/${id}`;
/** The ladder, of one family where it is named. */
export const sheetsAt = (family?: number): string =>
  family === undefined ? '/sheets' : `/sheets?family=${family}`;

/** A path, and its editing. */
export const pathAt = (id: string): string => `/paths/${id}`;
export const pathEditAt = (id: string): string => `/paths/${id}/edit`;

/** An agenda. */
export const agendaAt = (id: string): string => `/planner/${id}`;

/** A recording, with its strokes. */
export const recordingAt = (id: string): string => `/recordings/${id}`;
/** A recording as a record to play along with: its beats. */
export const beatsAt = (id: string): string => `/recordings/${id}/beats`;

/** The reading of a take. */
export const takeAt = (id: string): string => `/takes/${id}`;
/** Two takes beside each other. */
export const besideAt = (id: string, other: string): string => `/takes/${id}/beside/${other}`;

const of = (player: string | null | undefined): string => (player ? `?player=${player}` : '');
/** What was played, by one player where they are named; and how long they can be left alone. */
export const logAt = (player?: string | null): string => `/log${of(player)}`;
export const holdAt = (player?: string | null): string => `/hold${of(player)}`;
export const trendsAt = (player?: string | null): string => `/trends${of(player)}`;

/** The studio: who needs the teacher, who is here, what was given; and the lesson of one player with its handout. */
export const STUDIO = { week: '/studio', players: '/studio/players', work: '/studio/work' } as const;
export const lessonAt = (player: string): string => `/studio/lesson/${player}`;
export const handoutAt = (player: string): string => `/studio/lesson/${player}/handout`;

/** A circle, on the big screen. */
export const circleAt = (id: string): string => `/circle/${id}`;

/** Answers are cached under their addresses. This one names every list of takes, for revalidation after one was sent or changed. */
export const isTakeList = (key: unknown): boolean => typeof key === 'string' && key.startsWith('/takes?');

/** And this one every list of recordings. */
export const isRecordingList = (key: unknown): boolean =>
  typeof key === 'string' && key.startsWith('/recordings?');

/** The outline of a recording's sound: drawn once, whoever did it. */
export const outlineKey = (id: string, side: string) => ['outline', id, side] as const;

/** What is told by takes: weeks, trends, paths. */
export const isToldByTakes = (key: unknown): boolean =>
  typeof key === 'string' && (key.startsWith('/practised') || key.startsWith('/trends'));

/** What a teacher is told of players: it follows from whatever they play and are given. */
export const isToldOfPeople = (key: unknown): boolean => typeof key === 'string' && key.startsWith('/needs');

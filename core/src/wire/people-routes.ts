/** Routes of people: players, given work, lessons, circles, and who needs the teacher. */
import { circleSchema } from '../circle/index.ts';
import { assignmentSchema, lessonSchema } from '../people/index.ts';
import {
  keptAssignmentSchema,
  keptCircleSchema,
  keptLessonSchema,
  needsSchema,
  pageOf,
  playerSchema,
} from './answers.ts';
import { mergeSchema, needsQuery, ofPlayerQuery, playerSaidSchema } from './requests.ts';
import { KB, MB, type Route, gone, idAnswer, keeping, removing } from './route.ts';

export const PEOPLE_ROUTES = {
  'GET /players': { player: 'own list', does: 'List the players by name.', answer: pageOf(playerSchema) },
  'PUT /players/:id': {
    does: 'Store a player, or give another name.',
    body: playerSaidSchema,
    answer: idAnswer,
    refuses: { 410: 'This player was removed.' },
  },
  'DELETE /players/:id': {
    does: 'Put a player into the bin; the takes stay.',
    answer: null,
    refuses: gone('player'),
  },
  'POST /players/:id/restore': {
    does: 'Bring a player back from the bin; of a merged one the takes too.',
    answer: null,
    refuses: gone('player'),
  },
  'POST /players/:id/merge': {
    does: 'Two are the same person: the takes of this player are those of another from now on.',
    body: mergeSchema,
    answer: null,
    refuses: { ...gone('player'), 409: 'A player cannot be merged into themselves.' },
  },

  'GET /assignments': {
    player: 'own list',
    does: 'List the work that was given, newest first; of one player what is theirs, by name or by class.',
    query: ofPlayerQuery,
    answer: pageOf(keptAssignmentSchema),
  },
  'PUT /assignments/:id': keeping('work that is given', assignmentSchema, 64 * KB),
  ...removing('assignment', 'work', 'Put given work into the bin; what was played stays.'),
  'GET /lessons': {
    player: 'own list',
    does: 'List the notes of lessons, newest first.',
    query: ofPlayerQuery,
    answer: pageOf(keptLessonSchema),
  },
  'PUT /lessons/:id': keeping('the note of a lesson', lessonSchema, MB),
  ...removing('lesson', 'lesson', 'Put the note of a lesson into the bin.'),
  'GET /circles': { does: 'List the circles, newest first.', answer: pageOf(keptCircleSchema) },
  'PUT /circles/:id': keeping('a circle', circleSchema, MB),
  ...removing('circle', 'circle', 'Put a circle into the bin.'),
  'GET /needs': {
    does: 'Say of everybody who is here what they did this week and what they need; who needs the teacher comes first.',
    query: needsQuery,
    answer: needsSchema,
  },
} as const satisfies Record<string, Route>;

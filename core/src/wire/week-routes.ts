/** Routes of weeks: what was practised, trends, paths, agendas. */
import { pathSchema, walkSchema } from '../paths/index.ts';
import { agendaSchema, sessionSchema } from '../planner/index.ts';
import {
  keptAgendaSchema,
  keptPathSchema,
  keptSessionSchema,
  keptWalkSchema,
  pageOf,
  practisedTakeSchema,
  trendsSchema,
} from './answers.ts';
import { ofPlayerQuery, practisedQuery, trendsQuery } from './requests.ts';
import { MB, type Route, gone, keeping } from './route.ts';

export const WEEK_ROUTES = {
  'GET /practised': {
    player: 'own list',
    does: 'List the newest takes of a player in a line each: what paths and benches are told by. Without a player, those without one.',
    query: practisedQuery,
    answer: pageOf(practisedTakeSchema),
  },
  'GET /trends': {
    player: 'own list',
    does: 'Say how the figures of a player went day by day; without a player, of everybody.',
    query: trendsQuery,
    answer: trendsSchema,
  },

  'GET /paths': {
    player: 'anything',
    does: 'List one’s own paths, newest first.',
    answer: pageOf(keptPathSchema),
  },
  'PUT /paths/:id': keeping('a path of one’s own', pathSchema, 2 * MB),
  'DELETE /paths/:id': {
    does: 'Put a path into the bin; what was played on it stays.',
    answer: null,
    refuses: gone('path'),
  },
  'POST /paths/:id/restore': { does: 'Bring a path back from the bin.', answer: null, refuses: gone('path') },
  'GET /walks': {
    player: 'own list',
    does: 'List who walks which path, the one begun last first.',
    query: ofPlayerQuery,
    answer: pageOf(keptWalkSchema),
  },
  'PUT /walks/:id': {
    ...keeping('that a path is walked, and what was ticked', walkSchema, MB),
    player: 'own thing',
  },

  'GET /agendas/:id/calendar': {
    player: 'anything',
    does: 'Give an agenda that comes back as iCalendar, to be saved or subscribed to.',
    sends: 'text/calendar',
    answer: null,
    refuses: { 404: 'There is no such agenda, or it does not come back.' },
  },
  'GET /agendas': {
    player: 'anything',
    does: 'List the agendas, newest first.',
    answer: pageOf(keptAgendaSchema),
  },
  'PUT /agendas/:id': keeping('an agenda', agendaSchema, MB),
  'DELETE /agendas/:id': {
    does: 'Put an agenda into the bin; sessions stay.',
    answer: null,
    refuses: gone('agenda'),
  },
  'POST /agendas/:id/restore': {
    does: 'Bring an agenda back from the bin.',
    answer: null,
    refuses: gone('agenda'),
  },
  'GET /sessions': {
    player: 'own list',
    does: 'List what became of agendas, the newest first.',
    query: ofPlayerQuery,
    answer: pageOf(keptSessionSchema),
  },
  'PUT /sessions/:id': { ...keeping('a session', sessionSchema, MB), player: 'own thing' },
} as const satisfies Record<string, Route>;

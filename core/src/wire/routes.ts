/**
 * The one table of routes: what each takes, how large it may be, what it answers. The server checks with it, the page's client is typed
 * by it, and the OpenAPI document is made of it. Addresses stand here as they follow `/api`.
 */
import { z } from 'zod';
import { planSchema } from '../plan/index.ts';
import { takeSchema } from '../take/index.ts';
import { saidReportSchema } from '../words/index.ts';
import {
  binSchema,
  heardSchema,
  holdGroupSchema,
  importedSchema,
  importingSchema,
  pageOf,
  planItemSchema,
  remeasuringSchema,
  storedPlanSchema,
  takeItemSchema,
  tempoCurveSchema,
} from './answers.ts';
import {
  holdsQuery,
  onsetsQuery,
  plansQuery,
  reportRequestSchema,
  revisionQuery,
  takeChangeSchema,
  takesQuery,
  tempoCurveRequestSchema,
} from './requests.ts';
import { KB, MB, type Route, gone, idAnswer } from './route.ts';
import { PEOPLE_ROUTES } from './people-routes.ts';
import { RECORDING_ROUTES } from './recording-routes.ts';
import { WEEK_ROUTES } from './week-routes.ts';

export const ROUTES = {
  ...PEOPLE_ROUTES,
  ...WEEK_ROUTES,
  ...RECORDING_ROUTES,

  'GET /health': {
    player: 'anything',
    does: 'Say whether the server runs.',
    answer: z.object({ status: z.literal('ok'), version: z.string() }),
  },

  'GET /takes': {
    player: 'own list',
    does: 'List takes with the figures and the small core that a list shows.',
    query: takesQuery,
    answer: pageOf(takeItemSchema),
  },
  'GET /takes/:id': {
    player: 'own thing',
    does: 'Give the raw take, with what is said about it.',
    answer: takeSchema,
    refuses: { ...gone('take'), 410: 'The stored take is damaged.' },
  },
  'PUT /takes/:id': {
    player: 'own thing',
    does: 'Store a take, then measure it. The same take again is harmless; one that cannot be measured is kept.',
    body: takeSchema,
    // Two hours of sixteenths with their clock facts are about 6 MB.
    bytes: 16 * MB,
    answer: idAnswer,
    created: true,
    refuses: { 409: 'Another take has this id.', 410: 'This take was deleted.', 422: 'The take has errors.' },
  },
  'PATCH /takes/:id': {
    player: 'own thing',
    does: 'Change what is said about a take, all of it or nothing; the raw take stays.',
    body: takeChangeSchema,
    bytes: 64 * KB,
    answer: null,
    refuses: { ...gone('take'), 409: 'It was changed meanwhile; `current` is what it is now.' },
  },
  'DELETE /takes/:id': {
    player: 'own thing',
    does: 'Put a take into the bin.',
    answer: null,
    refuses: gone('take'),
  },
  'POST /takes/:id/restore': {
    player: 'own thing',
    does: 'Bring a take back from the bin.',
    answer: null,
    refuses: gone('take'),
  },

  'GET /plans': {
    player: 'anything',
    does: 'List the ready plans in learning order, then one’s own, newest first.',
    query: plansQuery,
    answer: pageOf(planItemSchema),
  },
  'GET /plans/:id': {
    player: 'anything',
    does: 'Give a plan; that of any placement of a re-heard click is found by its id.',
    answer: storedPlanSchema,
    refuses: { ...gone('plan'), 410: 'The stored plan is damaged.' },
  },
  'PUT /plans/:id': {
    does: 'Store one’s own plan. With the revision it was made on (0: new) nothing newer is overwritten.',
    query: revisionQuery,
    body: planSchema,
    bytes: MB,
    answer: idAnswer.extend({ revision: z.number().int() }),
    refuses: {
      409: 'A ready plan, or one changed meanwhile; then `current` is what is stored.',
      410: 'This plan was deleted.',
      422: 'The plan has errors.',
    },
  },
  'DELETE /plans/:id': {
    does: 'Put one’s own plan into the bin; its takes stay.',
    answer: null,
    refuses: { ...gone('plan'), 409: 'Ready plans stay.' },
  },
  'POST /plans/:id/restore': { does: 'Bring a plan back from the bin.', answer: null, refuses: gone('plan') },

  'GET /studio': {
    does: 'Give everything as one ZIP: documents as JSON, takes and hits as CSV; sounds are not in it.',
    sends: 'application/zip',
    answer: null,
  },
  'POST /studio': {
    does: 'Read such a ZIP into this studio: nothing is stored twice, and nothing that is here is changed.',
    takes: 'application/zip',
    answer: importedSchema,
    refuses: {
      409: 'Another one is being read.',
      413: 'It is too large.',
      415: 'It is not sent as application/zip.',
      422: 'It is no ZIP of a studio.',
    },
  },
  'GET /studio/reading': { does: 'Say how far a ZIP is read in.', answer: importingSchema },

  'GET /holds': {
    player: 'own list',
    does: 'Say how long a player holds alone, by family and tempo; without a player, of takes without one.',
    query: holdsQuery,
    answer: pageOf(holdGroupSchema),
  },
  'GET /bin': { does: 'List what was deleted in the last days, the last first.', answer: binSchema },
  'GET /remeasuring': {
    player: 'anything',
    does: 'Say how far the figures are computed anew.',
    answer: remeasuringSchema,
  },
  'DELETE /remeasuring': { does: 'Stop computing figures anew until the next start.', answer: null },

  'POST /tempo-curve': {
    player: 'anything',
    does: 'Find the beats of free playing, and say how its tempo went; nothing is stored.',
    body: tempoCurveRequestSchema,
    bytes: 4 * MB,
    answer: tempoCurveSchema,
    refuses: { 422: 'It has errors, or no beat can be found.' },
  },
  'POST /reports': {
    player: 'anything',
    does: 'Measure hits against a plan; nothing is stored.',
    body: reportRequestSchema,
    bytes: 16 * MB,
    answer: saidReportSchema,
    refuses: { 422: 'It has errors, or is too much to compute.' },
  },
  'POST /onsets': {
    player: 'anything',
    does: 'Hear the onsets of a recording; nothing is stored.',
    query: onsetsQuery,
    sound: true,
    answer: heardSchema,
    refuses: {
      413: 'The recording is too large.',
      415: 'It is not sent as audio/wav.',
      422: 'It cannot be read.',
    },
  },
} as const satisfies Record<string, Route>;

export type Routes = typeof ROUTES;
export type RouteName = keyof Routes;
export type Method = 'GET' | 'PUT' | 'PATCH' | 'DELETE' | 'POST';

type Of<Name extends RouteName, Part extends string> =
  Routes[Name] extends Record<Part, infer Schema> ? Schema : never;

/** What is answered; undefined where nothing is. */
export type AnswerOf<Name extends RouteName> =
  Of<Name, 'answer'> extends z.ZodType ? z.output<Of<Name, 'answer'>> : undefined;
/** A body as it is checked, with its defaults. */
export type BodyOf<Name extends RouteName> =
  Of<Name, 'body'> extends z.ZodType ? z.output<Of<Name, 'body'>> : undefined;
/** A body as it may be sent. */
export type SentBody<Name extends RouteName> =
  Of<Name, 'body'> extends z.ZodType ? z.input<Of<Name, 'body'>> : undefined;
export type QueryOf<Name extends RouteName> =
  Of<Name, 'query'> extends z.ZodType ? z.output<Of<Name, 'query'>> : undefined;

/** "GET /takes/:id" in its two parts. */
export function partsOf(name: string): { method: Method; path: string } {
  const [method, path] = name.split(' ');
  return { method: method as Method, path };
}

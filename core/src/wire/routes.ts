/**
 * The one table of routes: what each takes, how large it may be, what it answers. The server checks with it, the page's client is typed
 * by it, and the OpenAPI document is made of it. Addresses stand here as they follow `/api`.
 */
import { z } from 'zod';
import { planSchema } from '../plan/index.ts';
import { pathSchema, walkSchema } from '../paths/index.ts';
import { circleSchema } from '../circle/index.ts';
import { assignmentSchema, lessonSchema } from '../people/index.ts';
import { agendaSchema, sessionSchema } from '../planner/index.ts';
import { recordingSchema } from '../recordings/index.ts';
import { takeSchema } from '../take/index.ts';
import { saidReportSchema } from '../words/index.ts';
import {
  binSchema,
  heardSchema,
  holdGroupSchema,
  importedSchema,
  importingSchema,
  keptAgendaSchema,
  keptAssignmentSchema,
  keptCircleSchema,
  keptLessonSchema,
  needsSchema,
  keptPathSchema,
  keptSessionSchema,
  keptWalkSchema,
  pageOf,
  planItemSchema,
  playerSchema,
  practisedTakeSchema,
  recordingItemSchema,
  remeasuringSchema,
  soundStateSchema,
  storedPlanSchema,
  storedRecordingSchema,
  takeItemSchema,
  tempoCurveSchema,
  trendsSchema,
} from './answers.ts';
import {
  holdsQuery,
  mergeSchema,
  needsQuery,
  ofPlayerQuery,
  onsetsQuery,
  pieceQuery,
  plansQuery,
  playerSaidSchema,
  practisedQuery,
  recordingsQuery,
  reportRequestSchema,
  revisionQuery,
  takeChangeSchema,
  takesQuery,
  tempoCurveRequestSchema,
  trendsQuery,
} from './requests.ts';

export const KB = 1024;
export const MB = 1024 * KB;

/** The size of a body where the table says nothing. */
export const USUAL_BODY_BYTES = 8 * KB;

export interface Route {
  /** In the imperative, for readers of the document. */
  does: string;
  query?: z.ZodObject;
  body?: z.ZodType;
  /** The body is a recording (audio/wav), read as it comes; its size is set by the server. */
  sound?: true;
  /** The body is a piece of a sound file (application/octet-stream). */
  piece?: true;
  /** A file is answered (audio/wav), or the part of it that a Range asks for. */
  file?: true;
  /** What is sent or answered as it is: its media type. */
  sends?: string;
  takes?: string;
  /** How large the body may be. */
  bytes?: number;
  /** Null where nothing is answered (204). */
  answer: z.ZodType | null;
  /** Beside 200, where something new may be made. */
  created?: true;
  /**
   * What whoever opened the studio as one player may ask: anything it holds, a list of their own, or a thing of their own. Where it is left
   * out the route is the teacher's, and there is no such thing for them.
   */
  player?: 'anything' | 'own list' | 'own thing';
  /** Which refusals are its own; those that any route may answer are not named. */
  refuses?: Partial<Record<404 | 409 | 410 | 413 | 415 | 422, string>>;
}

const idAnswer = z.object({ id: z.uuid() });
/** A document that is kept whole: the last one said counts. */
const keeping = <Body extends z.ZodType>(what: string, body: Body, bytes: number) =>
  ({
    does: `Store ${what}, in place of what was.`,
    body,
    bytes,
    answer: idAnswer,
    created: true,
    refuses: { 410: `This one was deleted.`, 422: `It has errors.` },
  }) as const;
/** What is deleted lies in the bin, and comes back. */
const removing = <Kind extends string>(kind: Kind, what: string, does: string) =>
  ({
    [`DELETE /${kind}s/:id`]: { does, answer: null, refuses: gone(what) },
    [`POST /${kind}s/:id/restore`]: {
      does: `Bring it back from the bin: ${what}.`,
      answer: null,
      refuses: gone(what),
    },
  }) as Record<`DELETE /${Kind}s/:id` | `POST /${Kind}s/:id/restore`, Removal>;
interface Removal {
  does: string;
  answer: null;
  refuses: { 404: string };
}
const gone = (what: string) => ({ 404: `There is no such ${what}.` });

export const ROUTES = {
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

  'GET /recordings': {
    player: 'own list',
    does: 'List recordings, newest first.',
    query: recordingsQuery,
    answer: pageOf(recordingItemSchema),
  },
  'GET /recordings/:id': {
    player: 'own thing',
    does: 'Give what was heard in a recording, what a person changed of it, and what it was played to.',
    answer: storedRecordingSchema,
    refuses: { ...gone('recording'), 410: 'The stored recording is damaged.' },
  },
  'PUT /recordings/:id': {
    player: 'own thing',
    does: 'Store what is known of a recording; its sound is sent by itself.',
    body: recordingSchema,
    bytes: 32 * MB,
    answer: idAnswer,
    created: true,
    refuses: { 410: 'This recording was deleted.', 422: 'The recording has errors.' },
  },
  'DELETE /recordings/:id': {
    player: 'own thing',
    does: 'Put a recording into the bin; takes made of it stay.',
    answer: null,
    refuses: gone('recording'),
  },
  'POST /recordings/:id/restore': {
    player: 'own thing',
    does: 'Bring a recording back from the bin.',
    answer: null,
    refuses: gone('recording'),
  },
  'GET /recordings/:id/sound': {
    player: 'own thing',
    does: 'Give the sound, or the part of it that a Range asks for.',
    file: true,
    answer: null,
    refuses: { 404: 'There is no such recording, or its sound is not kept.' },
  },
  'GET /recordings/:id/received': {
    player: 'own thing',
    does: 'Say how much of the sound has arrived.',
    answer: soundStateSchema,
    refuses: gone('recording'),
  },
  'PUT /recordings/:id/sound': {
    player: 'own thing',
    does: 'Keep the next piece of the sound; with the last one it is kept under its content’s hash.',
    query: pieceQuery,
    piece: true,
    bytes: 8 * MB,
    answer: soundStateSchema,
    refuses: {
      ...gone('recording'),
      409: 'Another piece is asked for: so much has arrived.',
      413: 'The piece, or the recording, is too large.',
      415: 'It is not sent as application/octet-stream.',
      422: 'It is no WAV file.',
    },
  },
  'DELETE /recordings/:id/sound': {
    player: 'own thing',
    does: 'Let go of the sound; what was heard in it stays.',
    answer: null,
    refuses: gone('recording'),
  },

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

/** Routes of recordings and their sounds. */
import { recordingSchema } from '../recordings/index.ts';
import { pageOf, recordingItemSchema, soundStateSchema, storedRecordingSchema } from './answers.ts';
import { pieceQuery, recordingsQuery } from './requests.ts';
import { MB, type Route, gone, idAnswer } from './route.ts';

export const RECORDING_ROUTES = {
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
} as const satisfies Record<string, Route>;

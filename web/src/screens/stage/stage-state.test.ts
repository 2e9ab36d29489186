import type { Session } from './session.ts';
import { IDLE, type StageEvent, stageAfter } from './stage-state.ts';

const session = {} as Session;
const other = {} as Session;
const after = (...events: StageEvent[]) => events.reduce(stageAfter, IDLE);
const start: StageEvent = { type: 'start', attempt: 1 };
const started: StageEvent = { type: 'started', attempt: 1, session };

it.each<[string, StageEvent[], unknown]>([
  ['begins', [start], { name: 'starting', attempt: 1 }],
  ['plays', [start, started], { name: 'playing', attempt: 1, session }],
  [
    'a second start while one is on changes nothing',
    [start, { type: 'start', attempt: 2 }],
    { name: 'starting', attempt: 1 },
  ],
  ['given up while the audio wakes it is idle', [start, { type: 'cancel' }], IDLE],
  ['and stays so when the audio comes after all', [start, { type: 'cancel' }, started], IDLE],
  [
    'an old start that comes late is not the new one',
    [start, { type: 'cancel' }, { type: 'start', attempt: 2 }, started],
    { name: 'starting', attempt: 2 },
  ],
  [
    'giving up does not touch what plays',
    [start, started, { type: 'cancel' }],
    { name: 'playing', attempt: 1, session },
  ],
  ['stopping waits for the take', [start, started, { type: 'stop' }], { name: 'stopping' }],
  [
    'and a key pressed then does nothing',
    [start, started, { type: 'stop' }, { type: 'start', attempt: 2 }],
    { name: 'stopping' },
  ],
  [
    'a plan that loops pauses, and begins again',
    [start, started, { type: 'kept', last: 'a take', takes: 1 }],
    { name: 'pausing', takes: 1, last: 'a take' },
  ],
  [
    'from the pause on as from idle',
    [start, started, { type: 'kept', last: 'a take', takes: 1 }, { type: 'start', attempt: 2 }],
    { name: 'starting', attempt: 2 },
  ],
  ['nobody played', [start, started, { type: 'nothing' }], { ...IDLE, nothing: true }],
  ['it failed', [start, { type: 'failed', error: 'no audio' }], { ...IDLE, error: 'no audio' }],
  [
    'and may be tried again',
    [
      start,
      { type: 'failed', error: 'no audio' },
      { type: 'start', attempt: 2 },
      { ...started, attempt: 2, session: other },
    ],
    { name: 'playing', attempt: 2, session: other },
  ],
])('%s', (_, events, expected) => {
  expect(after(...events)).toEqual(expected);
});

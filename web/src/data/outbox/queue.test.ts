/** What the queue does with changes: joins, orders, confirms. */
import { type Change, type Waiting, confirmed, due, joined } from './queue.ts';

const NONE = new Set<string>();
const note = (text: string, was?: string): Change => ({
  thing: 'take 1',
  method: 'PATCH',
  path: '/takes/1',
  body: { note: text, ...(was === undefined ? {} : { was: { note: was } }) },
  said: 'A note',
});
const put = (title: string, on = 0): Change => ({
  thing: 'plan 2',
  method: 'PUT',
  path: '/plans/2',
  body: { title },
  on,
  said: 'A plan',
});
const bin = (method: 'DELETE' | 'POST'): Change => ({
  thing: 'take 1',
  method,
  path: method === 'DELETE' ? '/takes/1' : '/takes/1/restore',
  said: 'Deleting',
});

/** The queue after these changes, one after another; those of these keys were sent. */
function queueOf(changes: readonly Change[], sent = NONE): Waiting[] {
  let queue: Waiting[] = [];
  const fresh = new Set(changes.map((_, i) => `key ${i}`).filter((key) => !sent.has(key)));
  changes.forEach((change, i) => {
    const { keep, drop } = joined(queue, change, `key ${i}`, '2026-05-04T18:20:00.000Z', fresh);
    const changed = new Set([...keep.map(({ key }) => key), ...drop]);
    queue = [...queue.filter(({ key }) => !changed.has(key)), ...keep];
  });
  return queue;
}
const bodies = (queue: readonly Waiting[]) => queue.map(({ body }) => body);

describe('a change joins', () => {
  it('a note typed on is one request, made on what the first letter was made on', () => {
    expect(bodies(queueOf([note('s', ''), note('sl', ''), note('slow', '')]))).toEqual([
      { note: 'slow', was: { note: '' } },
    ]);
  });

  it('different things said of a take go together; what they were made on too', () => {
    const judging: Change = { ...note(''), body: { judging: null, was: { judging: { percent: 5 } } } };
    expect(bodies(queueOf([note('slow', 'fast'), judging]))).toEqual([
      { note: 'slow', judging: null, was: { note: 'fast', judging: { percent: 5 } } },
    ]);
  });

  it('a plan saved twice is sent once, as it is now, on what it was begun on', () => {
    const [saved, ...others] = queueOf([put('a', 3), put('b', 3)]);
    expect([saved.body, saved.on, others]).toEqual([{ title: 'b' }, 3, []]);
  });

  it('a deletion that was not sent is taken back; one that was is followed by its restoring', () => {
    expect(queueOf([bin('DELETE'), bin('POST')])).toEqual([]);
    expect(queueOf([bin('DELETE'), bin('POST')], new Set(['key 0'])).map(({ method }) => method)).toEqual([
      'DELETE',
      'POST',
    ]);
  });

  it('what somebody else says of the same thing is a request of its own', () => {
    const both = queueOf([{ ...note('mine'), as: 'player 1' }, note('the teacher’s')]);
    expect(both.map(({ as, body }) => [as, body])).toEqual([
      ['player 1', { note: 'mine' }],
      [undefined, { note: 'the teacher’s' }],
    ]);
  });

  it('a request that was sent is not touched any more', () => {
    expect(bodies(queueOf([note('s'), note('slow')], new Set(['key 0'])))).toEqual([
      { note: 's' },
      { note: 'slow' },
    ]);
  });
});

describe('a change that the server refused', () => {
  it('is replaced by the next of the same thing', () => {
    const [first] = queueOf([put('a', 3)]).map((waiting) => ({ ...waiting, state: 'refused' as const }));
    const { keep } = joined([first], put('b', 3), 'key 1', first.at, NONE);
    expect(keep).toEqual([{ ...first, state: 'waiting', body: { title: 'b' }, version: 1 }]);
  });
});

describe('sending', () => {
  it('goes one after another within a thing; one that is stuck holds up its own thing only', () => {
    const queue = queueOf([bin('DELETE'), put('a'), note('x')], new Set(['key 0']));
    expect(due(queue).map(({ key }) => key)).toEqual(['key 0', 'key 1']);
    const stuck = queue.map((waiting) =>
      waiting.key === 'key 0' ? { ...waiting, state: 'refused' as const } : waiting,
    );
    expect(due(stuck).map(({ key }) => key)).toEqual(['key 1']);
  });

  it('what is confirmed goes; what comes after it was made on what the server has now', () => {
    const queue = queueOf([put('a', 3), put('b', 3)], new Set(['key 0']));
    expect(confirmed(queue, queue[0], 4)).toEqual({
      drop: ['key 0'],
      keep: [expect.objectContaining({ key: 'key 1', on: 4, body: { title: 'b' } })],
    });
    const notes = queueOf([note('s', ''), note('slow', '')], new Set(['key 0']));
    expect(confirmed(notes, notes[0]).keep).toEqual([
      expect.objectContaining({ body: { note: 'slow', was: { note: 's' } } }),
    ]);
  });

  it('what is confirmed says nothing of what the next one does not change', () => {
    const judging: Change = { ...note(''), body: { judging: null, was: { judging: { percent: 5 } } } };
    const queue = queueOf([note('slow', ''), judging], new Set(['key 0']));
    expect(bodies(confirmed(queue, queue[0]).keep)).toEqual([judging.body]);
  });

  it('an answer to an older state of the request does not confirm what was typed since', () => {
    const [sent] = queueOf([note('s', '')]);
    const now = { ...sent, version: 1, body: { note: 'slow', was: { note: '' } } };
    expect(confirmed([now], sent)).toEqual({
      drop: [],
      keep: [{ ...now, body: { note: 'slow', was: { note: 's' } } }],
    });
  });
});

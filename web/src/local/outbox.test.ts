import 'fake-indexeddb/auto';
import { testTake } from '../testing/documents.ts';
import {
  adoptAbandoned,
  discard,
  entries,
  flush,
  keep,
  lockName,
  onOutboxChange,
  waitingTake,
} from './outbox.ts';

const take = testTake();
const answers: { status: number; body?: object }[] = [];
const sent: string[] = [];

beforeEach(() => {
  answers.length = 0;
  sent.length = 0;
  globalThis.fetch = (async (url: string, init: { method: string }) => {
    sent.push(`${init.method} ${url}`);
    const answer = answers.shift();
    if (!answer) throw new TypeError('Failed to fetch');
    return {
      ok: answer.status < 400,
      status: answer.status,
      json: async () => answer.body ?? {},
      text: async () => JSON.stringify(answer.body ?? {}),
    };
  }) as unknown as typeof fetch;
});
afterEach(async () => {
  for (const { id } of await entries()) await discard(id);
});

describe('takes that the server does not have yet', () => {
  it('are sent and leave only when the server has confirmed them', async () => {
    await keep(take, 'waiting');
    expect(await flush()).toEqual({ sent: [], waiting: 1 });
    expect(await waitingTake(take.id)).toEqual(take);
    answers.push({ status: 201, body: { id: take.id } });
    expect(await flush()).toEqual({ sent: [take.id], waiting: 0 });
    expect(await entries()).toEqual([]);
    expect(sent).toEqual([`PUT /api/takes/${take.id}`, `PUT /api/takes/${take.id}`]);
  });

  it('carry the note that was written while they waited, even when the server knew the take already', async () => {
    await keep({ ...take, note: 'slower' }, 'waiting');
    answers.push({ status: 200 }, { status: 204 });
    await flush();
    expect(sent).toEqual([`PUT /api/takes/${take.id}`, `PATCH /api/takes/${take.id}`]);
    expect(await entries()).toEqual([]);
  });

  it('wait on when the server breaks, and are kept with the reason when it refuses', async () => {
    await keep(take, 'waiting');
    answers.push({ status: 500, body: { detail: 'broken' } });
    expect((await flush()).waiting).toBe(1);
    answers.push({ status: 422, body: { detail: 'hits: too many' } });
    expect((await flush()).waiting).toBe(0);
    expect(await entries()).toEqual([{ id: take.id, state: 'refused', take, reason: 'hits: too many' }]);
  });

  it('a take being played is not sent', async () => {
    await keep(take, 'playing');
    await flush();
    expect(sent).toEqual([]);
    expect(await waitingTake(take.id)).toBeUndefined();
  });

  it('a take left behind by a closed tab is adopted; one still played elsewhere is not, an empty one is dropped', async () => {
    const other = testTake({ id: '00000000-0000-4000-8000-000000000002' });
    const empty = testTake({ id: '00000000-0000-4000-8000-000000000003', hits: [] });
    for (const each of [take, other, empty]) await keep(each, 'playing');
    const held = lockName(other.id);
    const locks = {
      request: async (name: string, then: () => Promise<void>) => (name === held ? undefined : then()),
    } as unknown as LockManager;
    await adoptAbandoned(locks);
    expect((await entries()).map(({ id, state }) => [id, state])).toEqual([
      [take.id, 'waiting'],
      [other.id, 'playing'],
    ]);
  });

  it('tells whoever listens', async () => {
    let calls = 0;
    const leave = onOutboxChange(() => calls++);
    await keep(take, 'waiting');
    leave();
    await discard(take.id);
    expect(calls).toBe(1);
  });
});

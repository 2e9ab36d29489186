/** The outbox over a real (in-memory) IndexedDB and a server that answers as told. */
import 'fake-indexeddb/auto';
import { testTake } from '../../testing/documents.ts';
import {
  ask,
  askNow,
  flush,
  giveUp,
  isUnkept,
  onConfirmed,
  onOutboxChange,
  tryAgain,
  waitingChanges,
} from './outbox.ts';
import { overPlayers, overTake, overTakes, waitingPlan, waitingTake } from './overlay.ts';
import { abandonTake, adoptAbandoned, finishTake, keepPiece, lockName, putTogether } from './playing.ts';
import { keepRequest, readPieces, readPlaying, readRequests } from './store.ts';

const take = testTake();
const answers: { status: number; body?: object }[] = [];
const sent: { what: string; body: unknown }[] = [];
let underWay: Promise<void> = Promise.resolve();

beforeEach(() => {
  answers.length = 0;
  sent.length = 0;
  underWay = Promise.resolve();
  globalThis.fetch = (async (url: string, init: { method: string; body?: string }) => {
    sent.push({ what: `${init.method} ${url}`, body: init.body && JSON.parse(init.body) });
    const answer = answers.shift();
    await underWay;
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
  for (const waiting of waitingChanges()) await giveUp(waiting);
  for (const { id } of await readPlaying()) await abandonTake(id);
});

const note = (text: string, was?: string) =>
  ({
    thing: `take ${take.id}`,
    method: 'PATCH',
    path: `/takes/${take.id}`,
    body: { note: text, ...(was === undefined ? {} : { was: { note: was } }) },
    said: 'A note',
  }) as const;
const path = `/api/takes/${take.id}`;

describe('a change', () => {
  it('is kept at once, and leaves only when the server has confirmed it', async () => {
    await finishTake(take);
    expect(await readRequests()).toHaveLength(1);
    await flush();
    expect(waitingTake(waitingChanges(), take.id)).toEqual(take);
    answers.push({ status: 201, body: { id: take.id } });
    await flush();
    expect([waitingChanges(), await readRequests()]).toEqual([[], []]);
    expect(sent.map(({ what }) => what)).toEqual([`PUT ${path}`, `PUT ${path}`]);
  });

  it('made of a take that waits goes after it', async () => {
    await finishTake(take);
    await ask(note('slower'));
    answers.push({ status: 201 }, { status: 204 });
    await flush();
    expect(sent.map(({ what }) => what)).toEqual([`PUT ${path}`, `PATCH ${path}`]);
    expect(waitingChanges()).toEqual([]);
  });

  it('made while another is being sent is sent too, in order: the newer one wins', async () => {
    let arrive: () => void = () => undefined;
    underWay = new Promise((resolve) => (arrive = resolve));
    answers.push({ status: 204 }, { status: 204 });
    await ask(note('a', ''));
    const first = flush();
    while (sent.length === 0) await new Promise((resolve) => setTimeout(resolve));
    await ask(note('b', ''));
    const second = flush();
    arrive();
    await Promise.all([first, second]);
    expect(sent.map(({ body }) => body)).toEqual([
      { note: 'a', was: { note: '' } },
      { note: 'b', was: { note: 'a' } },
    ]);
    expect(waitingChanges()).toEqual([]);
  });

  it('that another tab added to while it was on its way is not dropped with the answer', async () => {
    await ask(note('a', ''));
    const [mine] = await readRequests();
    let arrive: () => void = () => undefined;
    underWay = new Promise((resolve) => (arrive = resolve));
    answers.push({ status: 204 }, { status: 204 });
    const sending = flush();
    while (sent.length === 0) await new Promise((resolve) => setTimeout(resolve));
    await keepRequest({ ...mine, version: 1, body: { note: 'ab', was: { note: '' } } });
    arrive();
    await sending;
    await flush();
    expect(sent.map(({ body }) => (body as { note: string }).note)).toEqual(['a', 'ab']);
    expect([waitingChanges(), await readRequests()]).toEqual([[], []]);
  });

  it('made in the very moment in which the queue is read anew stays as it was said', async () => {
    answers.push({ status: 204 }, { status: 204 }, { status: 204 });
    await ask(note('a', ''));
    const reading = flush();
    const asking = ask(note('ab', ''));
    await Promise.all([reading, asking]);
    await flush();
    expect(sent.map(({ body }) => (body as { note: string }).note).at(-1)).toBe('ab');
    expect([waitingChanges(), await readRequests()]).toEqual([[], []]);
  });

  it('made while what was confirmed is being let go of is kept as it was said, and meets nothing but itself', async () => {
    let onServer = '';
    globalThis.fetch = (async (_address: string, { body }: { body: string }) => {
      const { note: said, was } = JSON.parse(body) as { note: string; was: { note: string } };
      sent.push({ what: said, body: was.note });
      await underWay;
      const ok = [was.note, said].includes(onServer);
      if (ok) onServer = said;
      const answer = ok ? {} : { detail: 'changed meanwhile', current: { note: onServer } };
      return { ok, status: ok ? 204 : 409, json: async () => answer, text: async () => '' };
    }) as unknown as typeof fetch;
    let arrive: () => void = () => undefined;
    underWay = new Promise((resolve) => (arrive = resolve));
    await ask(note('a', ''));
    const first = flush();
    while (sent.length === 0) await new Promise((resolve) => setTimeout(resolve));
    await ask(note('ab', ''));
    // The first letter has left the queue, and is not gone from the storage yet.
    let asked: Promise<void> | undefined;
    const leave = onOutboxChange(() => {
      if (waitingChanges().length === 1) asked ??= ask(note('abc', 'a'));
    });
    arrive();
    await first;
    leave();
    await asked;
    await flush();
    await flush();
    expect([onServer, waitingChanges(), await readRequests()]).toEqual(['abc', [], []]);
  });

  it('made after one whose answer got lost goes behind it: the server may have taken it', async () => {
    await ask(note('a', ''));
    await flush();
    await ask(note('b', ''));
    await ask(note('bc', ''));
    answers.push({ status: 204 }, { status: 204 });
    await flush();
    expect(sent.map(({ body }) => body)).toEqual([
      { note: 'a', was: { note: '' } },
      { note: 'a', was: { note: '' } },
      { note: 'bc', was: { note: 'a' } },
    ]);
    expect(waitingChanges()).toEqual([]);
  });

  it('that brings back what may be deleted by now is sent behind the deletion', async () => {
    const of = { thing: 'take 5', said: 'Deleting' };
    await ask({ ...of, method: 'DELETE', path: '/takes/5' });
    await flush();
    await ask({ ...of, method: 'POST', path: '/takes/5/restore' });
    answers.push({ status: 204 }, { status: 204 });
    await flush();
    expect(sent.map(({ what }) => what.split(' ')[0])).toEqual(['DELETE', 'DELETE', 'POST']);
  });

  it('waits on with its reason when the server breaks; one that is refused can be saved and given up', async () => {
    await finishTake(take);
    answers.push({ status: 500, body: { detail: 'broken' } });
    await flush();
    expect(waitingChanges()).toMatchObject([{ state: 'waiting', reason: 'broken' }]);
    answers.push({ status: 422, body: { detail: 'hits: too many' } });
    await flush();
    const [refused] = waitingChanges();
    expect(refused).toMatchObject({ state: 'refused', reason: 'hits: too many', body: take });
    await ask(note('still mine'));
    await giveUp(refused);
    expect(waitingChanges()).toEqual([]);
  });

  it('that meets another one waits for a person, with both; kept, it goes on the other', async () => {
    const current = { revision: 7, document: { title: 'theirs' } };
    answers.push({ status: 409, body: { detail: 'changed meanwhile', current } });
    const plan = {
      thing: 'plan 9',
      method: 'PUT',
      path: '/plans/9',
      body: { title: 'mine' },
      on: 3,
      said: 'A plan',
    } as const;
    expect(await askNow(plan)).toEqual({ state: 'refused', reason: 'changed meanwhile' });
    const [conflict] = waitingChanges();
    expect(conflict).toMatchObject({ state: 'conflict', current });
    answers.push({ status: 200, body: { revision: 8 } });
    await tryAgain(conflict, { on: 7 });
    await flush();
    expect(sent.map(({ what }) => what)).toEqual([
      'PUT /api/plans/9?revision=3',
      'PUT /api/plans/9?revision=7',
    ]);
    expect(waitingChanges()).toEqual([]);
  });

  it('deleting what is gone already is done', async () => {
    answers.push({ status: 404, body: { detail: 'no such take' } });
    const gone = { thing: 'take 5', method: 'DELETE', path: '/takes/5', said: 'Deleting' } as const;
    expect(await askNow(gone)).toEqual({ state: 'sent' });
  });

  it('is told of while it is still in the queue, so that nothing shown falls back in between', async () => {
    const seen: number[] = [];
    const leave = onConfirmed(() => seen.push(waitingChanges().length));
    answers.push({ status: 204 });
    await askNow(note('x'));
    leave();
    expect(seen).toEqual([1]);
    let calls = 0;
    const stop = onOutboxChange(() => calls++);
    await ask(note('y'));
    stop();
    expect(calls).toBeGreaterThan(0);
  });
});

it('where the browser keeps nothing it goes on in memory, and says so', async () => {
  const full = jest.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
    throw new DOMException('full', 'QuotaExceededError');
  });
  await finishTake(take);
  full.mockRestore();
  expect(isUnkept()).toBe(true);
  expect(await readRequests()).toEqual([]);
  answers.push({ status: 201 });
  await flush();
  expect(sent).toHaveLength(1);
  expect([waitingChanges(), isUnkept()]).toEqual([[], false]);
});

describe('a take while it is played', () => {
  const head = { id: take.id, take: { ...take, hits: [], stoppedAtS: null }, positionS: 12 };
  const part = (from: number, to: number) => ({ hits: take.hits.slice(from, to), anchors: [], lengths: [] });

  it('is added to, not rewritten; put together it is the take, stopped where it ended', async () => {
    await keepPiece(head, part(0, 5));
    await keepPiece({ ...head, positionS: 14 }, { ...part(5, 9), lengths: [[2, 0.25]] });
    await keepPiece({ ...head, positionS: 15 }, part(9, 9));
    const [playing] = await readPlaying();
    const pieces = await readPieces(take.id);
    expect(pieces.map(({ hits }) => hits.length)).toEqual([5, 4]);
    const made = putTogether(playing, pieces);
    expect(made.hits.map(({ timeS }) => timeS)).toEqual(take.hits.slice(0, 9).map(({ timeS }) => timeS));
    expect([made.hits[2].lengthS, made.stoppedAtS]).toEqual([0.25, 15]);
  });

  it('that is over while a piece of it is being written leaves nothing behind', async () => {
    const kept = keepPiece(head, part(0, 5));
    await abandonTake(take.id);
    await kept;
    expect([await readPlaying(), await readPieces(take.id)]).toEqual([[], []]);
  });

  it('left behind by a page that is gone it waits to be sent; one still played elsewhere does not, a count-in alone is dropped', async () => {
    const other = '00000000-0000-4000-8000-000000000002';
    const empty = '00000000-0000-4000-8000-000000000003';
    const of = (id: string) => ({ ...head, id, take: { ...head.take, id } });
    await keepPiece(head, part(0, 9));
    await keepPiece(of(other), part(0, 9));
    await keepPiece(of(empty), { hits: [{ timeS: 0.1 }, { timeS: 0.8 }], anchors: [], lengths: [] });
    const locks = {
      request: async (name: string, then: () => Promise<void>) =>
        name === lockName(other) ? undefined : then(),
    } as unknown as LockManager;
    await adoptAbandoned(locks);
    expect(waitingChanges().map(({ thing }) => thing)).toEqual([`take ${take.id}`]);
    expect((await readPlaying()).map(({ id }) => id)).toEqual([other]);
    expect(await readPieces(take.id)).toEqual([]);
  });
});

describe('laid over what the server has', () => {
  it('a note that waits is shown, a take being deleted is not, a plan saved here is', async () => {
    await ask(note('breathe'));
    await ask({ thing: 'take 8', method: 'DELETE', path: '/takes/8', said: 'Deleting' });
    await ask({
      thing: 'plan 9',
      method: 'PUT',
      path: '/plans/9',
      body: { ...take.plan, title: 'Mine' },
      on: 0,
      said: 'A plan',
    });
    const queue = waitingChanges();
    expect(overTake(queue, take).note).toBe('breathe');
    const items = [
      { id: take.id, note: '' },
      { id: '8', note: '' },
    ] as unknown as Parameters<typeof overTakes>[1];
    expect(overTakes(queue, items)).toEqual([{ id: take.id, note: 'breathe' }]);
    expect(waitingPlan(queue, '9')).toMatchObject({ title: 'Mine', ready: false, revision: 0 });
  });

  it('what is brought back behind its deletion is there; a name changed twice is one person, of the last name', async () => {
    const of = { thing: 'take 8', said: 'Deleting' };
    await ask({ ...of, method: 'DELETE', path: '/takes/8' });
    const rename = (name: string) =>
      ask({ thing: 'player 3', method: 'PUT', path: '/players/3', body: { name }, said: 'A name' });
    await rename('Ada');
    const items = [{ id: '8', note: '' }] as unknown as Parameters<typeof overTakes>[1];
    expect(overTakes(waitingChanges(), items)).toEqual([]);
    answers.push({ status: 500 }, { status: 500 });
    await flush();
    await ask({ ...of, method: 'POST', path: '/takes/8/restore' });
    await rename('Adaeze');
    expect(waitingChanges()).toHaveLength(4);
    expect(overTakes(waitingChanges(), items)).toEqual(items);
    expect(overPlayers(waitingChanges(), []).map(({ name }) => name)).toEqual(['Adaeze']);
  });
});

/**
 * Opened as one player: every route of the table, asked for what belongs to somebody else. A route that is new and not named here fails: the
 * table below is checked against the table of routes.
 */
import { READY_PATHS } from '@feldspar/core/paths';
import { ROUTES, type Route, type RouteName, VIEWER, partsOf } from '@feldspar/core/wire';
import { GROWING, demoTake, takeId, testRecording } from './testing/documents.ts';
import { type Service, startService } from './testing/service.ts';

const [ADA, BEN] = [takeId(801), takeId(802)];
const THINGS = {
  take: takeId(1),
  recording: takeId(2),
  walk: takeId(3),
  session: takeId(4),
  agenda: takeId(5),
  lesson: takeId(6),
};

let service: Service;
beforeAll(async () => {
  service = await startService();
  const put = (path: string, body: object) => service.request.put(`/api${path}`).send(body);
  for (const [id, name] of [
    [ADA, 'Ada Fern'],
    [BEN, 'Ben Holt'],
  ])
    await put(`/players/${id}`, { name, instrument: 'cello' }).expect(200);
  await put(`/takes/${THINGS.take}`, demoTake(1, { playerId: BEN, note: 'Ben Holt alone' })).expect(201);
  await put(`/recordings/${THINGS.recording}`, testRecording({ id: THINGS.recording, playerId: BEN })).expect(
    201,
  );
  await put(`/walks/${THINGS.walk}`, walk(BEN)).expect(201);
  await put(`/sessions/${THINGS.session}`, session(BEN)).expect(201);
  await put(`/lessons/${THINGS.lesson}`, lesson(BEN)).expect(201);
  await put(`/agendas/${THINGS.agenda}`, AGENDA).expect(201);
  await put(`/assignments/${takeId(7)}`, WORK).expect(201);
});
afterAll(() => service.remove());

const walk = (playerId: string) => ({
  playerId,
  pathId: READY_PATHS[0].id,
  since: '2026-11-01T10:00:00.000Z',
});
const ITEM = { key: 'a', kind: 'play', title: 'Growing silence', minutes: 15, planId: GROWING.id };
const session = (playerId: string) => ({
  ...{ format: 'feldspar-session', version: 1, playerId, agendaId: null, title: 'Thursday' },
  ...{ startedAt: '2026-11-01T10:00:00.000Z', endedAt: null, at: 0 },
  items: [{ item: ITEM, did: 'waiting', begunAt: null, seconds: 0, takes: 0, again: 0 }],
});
const lesson = (playerId: string) => ({
  ...{ format: 'feldspar-lesson', version: 1, playerId, date: '2026-11-24', note: 'of Ben Holt' },
});
const AGENDA = { format: 'feldspar-agenda', version: 1, title: 'Thursday', purpose: 'own', items: [ITEM] };
const WORK = {
  ...{ format: 'feldspar-assignment', version: 1, to: { players: [ADA, BEN], groups: ['Tuesday'] } },
  ...{ times: 2, since: '2026-03-01', work: { kind: 'plan', planId: GROWING.id, title: 'Growing silence' } },
};
const CIRCLE = {
  ...{ format: 'feldspar-circle', version: 1, title: 'Tuesday', startedAt: '2026-11-24T17:00:00.000Z' },
  ...{
    endedAt: null,
    clickBpm: 20,
    difficulty: 'easy',
    seats: [{ name: 'Guest', playerId: null }],
    turns: [],
  },
};

/** For each route of things that have a player: the thing of somebody else, and what is sent to it. */
const OF_SOMEBODY_ELSE: Partial<Record<RouteName, { id: string; body?: object }>> = {
  'GET /takes/:id': { id: THINGS.take },
  'PUT /takes/:id': { id: THINGS.take, body: demoTake(1, { playerId: ADA }) },
  'PATCH /takes/:id': { id: THINGS.take, body: { note: 'mine' } },
  'DELETE /takes/:id': { id: THINGS.take },
  'POST /takes/:id/restore': { id: THINGS.take },
  'GET /recordings/:id': { id: THINGS.recording },
  'PUT /recordings/:id': {
    id: THINGS.recording,
    body: testRecording({ id: THINGS.recording, playerId: ADA }),
  },
  'DELETE /recordings/:id': { id: THINGS.recording },
  'POST /recordings/:id/restore': { id: THINGS.recording },
  'GET /recordings/:id/sound': { id: THINGS.recording },
  'GET /recordings/:id/received': { id: THINGS.recording },
  'PUT /recordings/:id/sound': { id: THINGS.recording },
  'DELETE /recordings/:id/sound': { id: THINGS.recording },
  'PUT /walks/:id': { id: THINGS.walk, body: walk(ADA) },
  'PUT /sessions/:id': { id: THINGS.session, body: session(ADA) },
};
/** Those that nobody but the teacher has; what is sent would be good. */
const OF_THE_TEACHER: Partial<Record<RouteName, object>> = {
  'PUT /plans/:id': GROWING.plan,
  'PUT /players/:id': { name: 'Ada', instrument: '' },
  'POST /players/:id/merge': { into: ADA },
  'PUT /paths/:id': READY_PATHS[0].path,
  'PUT /agendas/:id': AGENDA,
  'PUT /assignments/:id': WORK,
  'PUT /lessons/:id': lesson(ADA),
  'PUT /circles/:id': CIRCLE,
};

const ask = (name: RouteName, id: string, body?: object, query = '') => {
  const { method, path } = partsOf(name);
  const address = `/api${path.replace(':id', id)}${query}`;
  const asked = service.request[method.toLowerCase() as 'get'](address).set(VIEWER, ADA);
  return body ? asked.send(body) : asked;
};
const routesOf = (player: Route['player']) =>
  (Object.entries(ROUTES) as [RouteName, Route][])
    .filter(([, route]) => route.player === player)
    .map(([name]) => name);

it('the tables here name every route that has things of one’s own', () => {
  expect(Object.keys(OF_SOMEBODY_ELSE).sort()).toEqual(routesOf('own thing').sort());
});

it.each(routesOf('own thing'))('%s: what is somebody else’s is not there', async (name) => {
  const { id, body } = OF_SOMEBODY_ELSE[name]!;
  const answer = await ask(name, id, body, name === 'PUT /recordings/:id/sound' ? '?from=0' : '');
  expect(answer.status).toBe(404);
  expect(answer.text).not.toMatch(/Ben Holt/);
});

it.each(routesOf(undefined))('%s is the teacher’s: it is not there', async (name) => {
  const id = name.includes('lessons') ? THINGS.lesson : BEN;
  const body = OF_THE_TEACHER[name];
  if (/^PUT|^PATCH/.test(name)) expect(body).toBeDefined();
  expect((await ask(name, id, body)).status).toBe(404);
});

it.each(routesOf('own list'))(
  '%s: somebody else’s list is not there, and one’s own holds nobody else',
  async (name) => {
    if ((ROUTES[name] as Route).query)
      expect((await ask(name, '', undefined, `?player=${BEN}`)).status).toBe(404);
    for (const query of ['', `?player=${ADA}`]) {
      const { status, text } = await ask(name, '', undefined, (ROUTES[name] as Route).query ? query : '');
      expect(status).toBe(200);
      expect(text).not.toMatch(new RegExp(`${BEN}|Ben Holt|${Object.values(THINGS).join('|')}`));
    }
  },
);

it.each(routesOf('anything'))('%s holds nothing of anybody', async (name) => {
  if (!name.startsWith('GET')) return;
  const id = name.includes('agendas') ? THINGS.agenda : GROWING.id;
  expect((await ask(name, id)).text).not.toMatch(new RegExp(`${BEN}|Ben Holt`));
});

describe('what is one’s own', () => {
  it('is played, noted, walked and found', async () => {
    const mine = demoTake(21, { playerId: ADA });
    await ask('PUT /takes/:id', mine.id, mine).expect(201);
    await ask('PATCH /takes/:id', mine.id, { note: 'mine' }).expect(204);
    expect((await ask('GET /takes/:id', mine.id).expect(200)).body.note).toBe('mine');
    await ask('PUT /walks/:id', takeId(31), walk(ADA)).expect(201);
    expect((await ask('GET /takes', '')).body.items).toHaveLength(1);
    expect((await ask('GET /walks', '')).body.items).toHaveLength(1);
    expect((await ask('GET /players', '')).body.items).toMatchObject([{ id: ADA }]);
    await ask('DELETE /takes/:id', mine.id).expect(204);
    await ask('POST /takes/:id/restore', mine.id).expect(204);
  });

  it('nothing new is put among the things of others, or of nobody', async () => {
    await ask('PUT /takes/:id', takeId(22), demoTake(22, { playerId: BEN })).expect(404);
    await ask('PUT /takes/:id', takeId(23), demoTake(23, { playerId: null })).expect(404);
  });

  it('given work is seen without who else has it', async () => {
    expect((await ask('GET /assignments', '')).body.items).toMatchObject([
      { document: { to: { players: [ADA], groups: [] } } },
    ]);
  });

  it('goes with whoever was merged', async () => {
    const double = takeId(803);
    await service.request.put(`/api/players/${double}`).send({ name: 'Ada F.' }).expect(200);
    await service.request
      .put(`/api/takes/${takeId(24)}`)
      .send(demoTake(24, { playerId: double }))
      .expect(201);
    await ask('GET /takes/:id', takeId(24)).expect(404);
    await service.request.post(`/api/players/${double}/merge`).send({ into: ADA }).expect(204);
    await ask('GET /takes/:id', takeId(24)).expect(200);
  });
});

it('a header that names nobody is refused', async () => {
  await service.request.get('/api/takes').set(VIEWER, 'somebody').expect(400);
});

/** Paths, who walks them, agendas, sessions; takes in a line each; trends. */
import { READY_PATHS } from '@feldspar/core/paths';
import type { KeptPath, PractisedTake, TrendsAnswer } from '@feldspar/core/wire';
import { GROWING, demoTake, takeId } from './testing/documents.ts';
import { type Service, startService } from './testing/service.ts';

let service: Service;
beforeEach(async () => {
  service = await startService();
});
afterEach(() => service.remove());

const [{ path: PATH }] = READY_PATHS;
const AGENDA = {
  ...{ format: 'feldspar-agenda', version: 1, title: 'Thursday', purpose: 'rotation' },
  items: [
    { key: 'a', kind: 'warm up', title: 'Warm up', minutes: 5 },
    { key: 'b', kind: 'play', title: 'Growing silence', minutes: 15, planId: GROWING.id },
  ],
};
const SINCE = '2026-11-01T10:00:00.000Z';
const walkOf = (playerId: string | null) => ({ playerId, pathId: READY_PATHS[1].id, since: SINCE });
const SESSION = {
  ...{ format: 'feldspar-session', version: 1, playerId: null, agendaId: null, title: 'Thursday' },
  ...{ startedAt: SINCE, endedAt: null, at: 0 },
  items: [{ item: AGENDA.items[1], did: 'waiting', begunAt: null, seconds: 0, takes: 0, again: 0 }],
};
const person = async (n: number, name: string) => {
  await service.request
    .put(`/api/players/${takeId(n)}`)
    .send({ name, instrument: '' })
    .expect(200);
  return takeId(n);
};
const items = async (path: string) => (await service.request.get(path).expect(200)).body.items as KeptPath[];

describe('documents that are kept whole', () => {
  it.each([
    ['paths', PATH],
    ['walks', walkOf(null)],
    ['agendas', AGENDA],
    ['sessions', SESSION],
  ])('%s: put, put again, listed newest first', async (kind, document) => {
    const put = (n: number, body: object) => service.request.put(`/api/${kind}/${takeId(n)}`).send(body);
    expect((await put(1, document)).status).toBe(201);
    expect((await put(2, document)).status).toBe(201);
    const again = await put(1, {
      ...document,
      ...('title' in document ? { title: 'Another' } : { ended: true }),
    });
    expect(again.status).toBe(200);
    const listed = await items(`/api/${kind}`);
    expect(listed.map(({ id }) => id)).toEqual([2, 1].map(takeId));
    expect(listed[1].document).toMatchObject('title' in document ? { title: 'Another' } : { ended: true });
    // The id of one kind is not that of another.
    const other = kind === 'paths' ? 'agendas' : 'paths';
    const taken = await service.request
      .put(`/api/${other}/${takeId(1)}`)
      .send(other === 'paths' ? PATH : AGENDA);
    expect(taken.status).toBe(409);
  });

  it.each([
    ['paths', PATH],
    ['agendas', AGENDA],
  ])('%s: deleted they lie in the bin, take no change, and come back', async (kind, document) => {
    const at = `/api/${kind}/${takeId(1)}`;
    await service.request.put(at).send(document).expect(201);
    await service.request.delete(at).expect(204);
    expect(await items(`/api/${kind}`)).toEqual([]);
    await service.request.put(at).send(document).expect(410);
    const bin = (await service.request.get('/api/bin').expect(200)).body;
    expect(bin[kind]).toMatchObject([{ id: takeId(1), title: document.title }]);
    await service.request.post(`${at}/restore`).expect(204);
    expect(await items(`/api/${kind}`)).toHaveLength(1);
    await service.request.delete(`/api/${kind}/${takeId(9)}`).expect(404);
    // Nor is it found among the others.
    await service.request.delete(`/api/${kind === 'paths' ? 'agendas' : 'paths'}/${takeId(1)}`).expect(404);
  });

  it('a path is refused by its field', async () => {
    const { body } = await service.request
      .put(`/api/paths/${takeId(1)}`)
      .send({ ...PATH, steps: [] })
      .expect(422);
    expect(body.errors).toEqual([{ path: 'steps', message: 'a path has at least one step' }]);
  });

  it('walks of two who are the same person are those of the one who stays; a damaged one costs no other', async () => {
    const [ada, other] = [await person(801, 'Ada'), await person(802, 'A. Moss')];
    await service.request
      .put(`/api/walks/${takeId(1)}`)
      .send(walkOf(ada))
      .expect(201);
    await service.request
      .put(`/api/walks/${takeId(2)}`)
      .send(walkOf(other))
      .expect(201);
    await service.request
      .put(`/api/walks/${takeId(3)}`)
      .send(walkOf(ada))
      .expect(201);
    await service.request.post(`/api/players/${other}/merge`).send({ into: ada }).expect(204);
    await service.database.sequelize.query(
      `UPDATE documents SET document = '{"pa' WHERE id = '${takeId(3)}'`,
    );
    const walks = await items(`/api/walks?player=${ada}`);
    expect(walks).toMatchObject([2, 1].map((n) => ({ id: takeId(n), document: { playerId: ada } })));
  });
});

describe('takes in a line each', () => {
  it('newest first, of one player, with their figures and nothing large', async () => {
    const player = await person(801, 'Ada');
    for (const n of [1, 2, 3])
      await service.request
        .put(`/api/takes/${takeId(n)}`)
        .send(demoTake(n, n === 3 ? {} : { playerId: player }));
    const listed = await items(`/api/practised?player=${player}`);
    expect(listed.map(({ id }) => id)).toEqual([2, 1].map(takeId));
    const [take] = listed as unknown as PractisedTake[];
    expect(take).toMatchObject({
      planId: GROWING.id,
      stopped: false,
      figures: { trials: { of: 'returns' } },
    });
    expect(JSON.stringify(take).length).toBeLessThan(1000);
    expect((await items('/api/practised')).map(({ id }) => id)).toEqual([takeId(3)]);
    expect(await items(`/api/practised?player=${player}&limit=1`)).toHaveLength(1);
  });

  it('what cannot be read is left out, and costs no other', async () => {
    for (const n of [1, 2, 3]) await service.request.put(`/api/takes/${takeId(n)}`).send(demoTake(n));
    const damage = (column: string, n: number) =>
      service.database.sequelize.query(`UPDATE takes SET ${column} = '{"pl' WHERE id = '${takeId(n)}'`);
    await damage('tempo', 1);
    await damage('figures', 2);
    const listed = (await items('/api/practised')) as unknown as PractisedTake[];
    expect(listed.map(({ id, figures }) => [id, figures === null])).toEqual([
      [takeId(3), false],
      [takeId(2), true],
    ]);
  });
});

describe('trends', () => {
  const asked = async (query = '') =>
    (await service.request.get(`/api/trends${query}`).expect(200)).body as TrendsAnswer;
  const put = (n: number, startedAt: string, more = {}) =>
    service.request
      .put(`/api/takes/${takeId(n)}`)
      .send(demoTake(n, { startedAt, ...more }))
      .expect(201);

  it('by the days of the zone that is asked for, and between two of them', async () => {
    await put(1, '2026-11-01T22:30:00.000Z');
    await put(2, '2026-11-01T23:30:00.000Z');
    expect((await asked()).days).toMatchObject([{ day: '2026-11-01', takes: 2 }]);
    const oslo = await asked('?zone=Europe/Oslo');
    expect(oslo.days.map(({ day, takes }) => [day, takes])).toEqual([
      ['2026-11-01', 1],
      ['2026-11-02', 1],
    ]);
    expect((await asked('?zone=Europe/Oslo&from=2026-11-02')).takes).toBe(1);
    expect((await asked('?zone=Europe/Oslo&to=2026-11-01')).takes).toBe(1);
    expect(oslo.trends.map(({ figure }) => figure)).toEqual(['return', 'hold', 'spread', 'offset', 'tempo']);
    await service.request.get('/api/trends?zone=Nowhere/City').expect(422);
  });

  it('of a player, a plan, a family, a tempo; and the plans there are to choose from, whatever is chosen', async () => {
    const player = await person(801, 'Ada');
    await put(1, '2026-11-01T10:00:00.000Z', { playerId: player });
    await put(2, '2026-11-02T10:00:00.000Z', { planId: null, plan: { ...GROWING.plan, title: 'Mine' } });
    await put(3, '2026-11-03T10:00:00.000Z');
    expect((await asked()).takes).toBe(3);
    expect((await asked(`?player=${player}`)).takes).toBe(1);
    expect((await asked(`?plan=${GROWING.id}`)).takes).toBe(2);
    // Gaps.
    const gaps = await asked('?family=13');
    expect(gaps.takes).toBe(2);
    expect(gaps.plans).toEqual([
      { planId: GROWING.id, title: GROWING.plan.title, family: 13, takes: 2 },
      { planId: null, title: 'Mine', family: null, takes: 1 },
    ]);
    expect((await asked('?family=5')).takes).toBe(0);
    expect((await asked('?fastest=60')).takes).toBe(0);
    expect((await asked('?slowest=60&fastest=100')).takes).toBe(3);
  });
});

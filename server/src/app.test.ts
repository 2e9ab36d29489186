import { type Plan, compile, withTempo } from '@feldspar/core/plan';
import { STEADY_PLAYER, simulate } from '@feldspar/core/players';
import { ALL_READY_PLANS, placementPlanId } from '@feldspar/core/practice';
import { placementOf } from '@feldspar/core/reference';
import { measureTake } from '@feldspar/core/take';
import { tempo } from '@feldspar/core/time';
import { said, saidReportSchema } from '@feldspar/core/words';
import { GROWING, demoTake, takeId, testRecording } from './testing/documents.ts';
import { type Service, startService } from './testing/service.ts';

let service: Service;
beforeEach(async () => {
  service = await startService();
});
afterEach(() => service.remove());

const put = (take = demoTake(1)) => service.request.put(`/api/takes/${take.id}`).send(take);

describe('takes', () => {
  it('are put once; the same again is harmless; the raw take comes back as it was', async () => {
    const take = demoTake(1);
    expect((await put(take)).status).toBe(201);
    expect((await put(take)).status).toBe(200);
    const { body } = await service.request.get(`/api/takes/${take.id}`);
    expect(body).toEqual(JSON.parse(JSON.stringify(take)));
  });

  it('two equal puts at the same moment make one take', async () => {
    const answers = await Promise.all([put(), put()]);
    expect(answers.every((a) => a.status < 300)).toBe(true);
    expect((await service.request.get('/api/takes')).body.items).toHaveLength(1);
  });

  it('are never rewritten', async () => {
    await put();
    const other = await put(demoTake(1, { hits: [] }));
    expect(other.status).toBe(409);
    expect(other.body.detail).toMatch(/never rewritten/);
  });

  it('survive the server: another process opens the same folder and finds them', async () => {
    await put();
    await service.close();
    service = await startService(service.folder);
    expect((await service.request.get(`/api/takes/${takeId(1)}`)).status).toBe(200);
  });

  it('list newest first, page by page, with the figures of the core', async () => {
    for (let n = 1; n <= 5; n++) await put(demoTake(n));
    const first = (await service.request.get('/api/takes?limit=3')).body;
    expect(first.items.map((item: { id: string }) => item.id)).toEqual([5, 4, 3].map(takeId));
    const second = (await service.request.get(`/api/takes?limit=3&cursor=${first.nextCursor}`)).body;
    expect(second.items.map((item: { id: string }) => item.id)).toEqual([2, 1].map(takeId));
    expect(second.nextCursor).toBeNull();
    const { report } = measureTake(demoTake(5));
    expect(first.items[0].summary).toMatchObject({
      finding: report.findings[0],
      verdict: report.drift.verdict,
      tempoPercent: report.drift.tempoPercent,
    });
  });

  it('list one player’s takes only, when asked', async () => {
    const player = takeId(900);
    await service.request.put(`/api/players/${player}`).send({ name: 'Ada', instrument: 'cello' });
    await put(demoTake(1, { playerId: player }));
    await put(demoTake(2));
    const { body } = await service.request.get(`/api/takes?player=${player}`);
    expect(body.items.map((item: { id: string }) => item.id)).toEqual([takeId(1)]);
  });

  it('keep a player and plan that this server does not know in the raw take', async () => {
    const take = demoTake(1, { playerId: takeId(77), planId: takeId(78) });
    expect((await put(take)).status).toBe(201);
    expect((await service.request.get(`/api/takes/${take.id}`)).body.playerId).toBe(takeId(77));
  });

  it('take a note, and a note does not make a put of the same take a conflict', async () => {
    await put();
    await service.request
      .patch(`/api/takes/${takeId(1)}`)
      .send({ note: 'slower' })
      .expect(204);
    expect((await service.request.get(`/api/takes/${takeId(1)}`)).body.note).toBe('slower');
    expect((await put()).status).toBe(200);
  });

  it('are deleted and brought back; a deleted one is not brought back by a late put', async () => {
    await put();
    await service.request.delete(`/api/takes/${takeId(1)}`).expect(204);
    expect((await service.request.get(`/api/takes/${takeId(1)}`)).status).toBe(404);
    expect((await put()).status).toBe(410);
    await service.request.post(`/api/takes/${takeId(1)}/restore`).expect(204);
    expect((await service.request.get(`/api/takes/${takeId(1)}`)).status).toBe(200);
  });
});

describe('plans and players', () => {
  it('ready plans are there from the start, in their order, and cannot be changed', async () => {
    const { body } = await service.request.get('/api/plans');
    expect(body.items.map((plan: { id: string }) => plan.id)).toEqual(ALL_READY_PLANS.map(({ id }) => id));
    const change = await service.request.put(`/api/plans/${GROWING.id}`).send(GROWING.plan);
    expect(change.status).toBe(409);
  });

  it('own plans are put by id, again and again', async () => {
    const own = { ...GROWING.plan, title: 'Mine' };
    await service.request
      .put(`/api/plans/${takeId(5)}`)
      .send(own)
      .expect(200);
    await service.request
      .put(`/api/plans/${takeId(5)}`)
      .send({ ...own, title: 'Mine, better' })
      .expect(200);
    expect((await service.request.get(`/api/plans/${takeId(5)}`)).body).toMatchObject({
      title: 'Mine, better',
      ready: false,
    });
    expect((await service.request.get('/api/plans')).body.items.at(-1).title).toBe('Mine, better');
  });

  it('an own plan is deleted and comes back; a ready one stays', async () => {
    const id = takeId(6);
    await service.request
      .put(`/api/plans/${id}`)
      .send({ ...GROWING.plan, title: 'Gone soon' })
      .expect(200);
    const titles = async () =>
      (await service.request.get('/api/plans')).body.items.map(({ title }: { title: string }) => title);
    await service.request.delete(`/api/plans/${id}`).expect(204);
    await service.request.get(`/api/plans/${id}`).expect(404);
    expect(await titles()).not.toContain('Gone soon');
    await service.request.post(`/api/plans/${id}/restore`).expect(204);
    expect(await titles()).toContain('Gone soon');
    await service.request.delete(`/api/plans/${GROWING.id}`).expect(409);
    expect(await titles()).toContain(GROWING.plan.title);
  });

  it('every placement of a re-heard click is a plan; none is listed, and takes are linked to it', async () => {
    const placement = placementOf('bar-5-2-and')!;
    const id = placementPlanId(placement);
    const { body } = await service.request.get(`/api/plans/${id}`).expect(200);
    expect(body).toMatchObject({ id, ready: true, title: 'The click as the “and” of 2 in 5' });
    await service.request.put(`/api/plans/${id}`).send(body.document).expect(409);
    const plan = body.document;
    const hits = simulate(compile(plan), STEADY_PLAYER, 3);
    await service.request
      .put(`/api/takes/${takeId(40)}`)
      .send(demoTake(40, { planId: id, plan, hits }))
      .expect(201);
    const list = (await service.request.get('/api/takes')).body.items;
    expect(list.find((item: { id: string }) => item.id === takeId(40)).planId).toBe(id);
    expect(
      (await service.request.get('/api/plans')).body.items.map((p: { id: string }) => p.id),
    ).not.toContain(id);
  });

  it('players are put by id and listed by name', async () => {
    await service.request
      .put(`/api/players/${takeId(2)}`)
      .send({ name: ' Zoe ', instrument: 'flute' })
      .expect(200);
    await service.request
      .put(`/api/players/${takeId(1)}`)
      .send({ name: 'Ada' })
      .expect(200);
    expect((await service.request.get('/api/players')).body.items).toEqual([
      { id: takeId(1), name: 'Ada', instrument: '', profile: {} },
      { id: takeId(2), name: 'Zoe', instrument: 'flute', profile: {} },
    ]);
  });
});

describe('a few letters', () => {
  const found = async (path: string, find: string) =>
    (await service.request.get(`${path}?find=${encodeURIComponent(find)}`).expect(200)).body.items.map(
      ({ id }: { id: string }) => id,
    );
  it('find takes by their title or their note, whatever the case, and nothing by signs that mean more elsewhere', async () => {
    for (const n of [1, 2])
      await service.request
        .put(`/api/takes/${takeId(n)}`)
        .send(demoTake(n))
        .expect(201);
    await service.request
      .patch(`/api/takes/${takeId(2)}`)
      .send({ note: '100 % Tired hands' })
      .expect(204);
    expect(await found('/api/takes', 'GROWING')).toEqual([takeId(2), takeId(1)]);
    expect(await found('/api/takes', 'tired')).toEqual([takeId(2)]);
    expect(await found('/api/takes', '100 %')).toEqual([takeId(2)]);
    expect(await found('/api/takes', '_rowing')).toEqual([]);
    expect(await found('/api/takes', "' OR 1=1 --")).toEqual([]);
  });
  it('find recordings by their name', async () => {
    const recording = testRecording({ name: 'Kitchen, claps' });
    await service.request.put(`/api/recordings/${recording.id}`).send(recording).expect(201);
    expect(await found('/api/recordings', 'kitchen')).toEqual([recording.id]);
    expect(await found('/api/recordings', 'cellar')).toEqual([]);
  });
});

describe('tempos to compare', () => {
  const at = (bpm: number, beat: string) => withTempo(GROWING.plan, tempo(bpm, beat));
  const put = (n: number, plan: Plan) =>
    service.request
      .put(`/api/takes/${takeId(n)}`)
      .send(demoTake(n, { plan }))
      .expect(201);
  const list = async (query: string) => (await service.request.get(`/api/takes?${query}`)).body;
  const rates = (body: { items: { quarterBpm: number }[] }) => body.items.map(({ quarterBpm }) => quarterBpm);

  it('takes are ordered by one note whatever they were entered in, page by page', async () => {
    await put(1, at(50, '1/2'));
    await put(2, at(90, '1/4'));
    await put(3, at(160, '1/8'));
    await put(4, at(90, '1/4'));
    const first = await list('order=slowest&limit=2');
    const second = await list(`order=slowest&limit=2&cursor=${first.nextCursor}`);
    expect([rates(first), rates(second)]).toEqual([
      [80, 90],
      [90, 100],
    ]);
    expect(second.nextCursor).toBeNull();
    expect(rates(await list('order=fastest'))).toEqual([100, 90, 90, 80]);
    await service.request.get(`/api/takes?order=fastest&cursor=${first.nextCursor}`).expect(400);
    await service.request.get('/api/takes?order=oddest').expect(422);
  });

  it('a true tempo is kept beside the raw take, compared by, and taken back', async () => {
    await put(1, at(200, '1/4'));
    const patch = (body: object) => service.request.patch(`/api/takes/${takeId(1)}`).send(body);
    await patch({ trueTempo: { bpm: 50, beat: '1/2' } }).expect(204);
    const take = (await service.request.get(`/api/takes/${takeId(1)}`)).body;
    expect(take.trueTempo).toEqual({ bpm: 50, beat: '1/2' });
    expect(take.plan.sections[0].tempo).toMatchObject({ bpm: 200, beat: '1/4' });
    expect((await list('')).items[0]).toMatchObject({ trueTempo: { bpm: 50, beat: '1/2' }, quarterBpm: 100 });
    // The take as it first came is still the same take.
    await service.request
      .put(`/api/takes/${takeId(1)}`)
      .send(demoTake(1, { plan: at(200, '1/4') }))
      .expect(200);
    await patch({ trueTempo: null }).expect(204);
    expect((await list('')).items[0]).toMatchObject({ trueTempo: null, quarterBpm: 200 });
    for (const bad of [{}, { trueTempo: { bpm: 0, beat: '1/4' } }, { trueTempo: { bpm: 100 } }])
      expect((await patch(bad)).status).toBe(422);
  });
});

describe('POST /api/reports computes and stores nothing', () => {
  it('gives the report of the core, fit to its schema', async () => {
    const { plan, hits } = demoTake(3);
    const { status, body } = await service.request.post('/api/reports').send({ plan, hits, latencyMs: 20 });
    expect(status).toBe(200);
    expect(saidReportSchema.parse(body)).toEqual(body);
    expect(body).toEqual(said(measureTake(demoTake(3, { latencyMs: 20 })).report));
    expect(body.swing).toMatchObject({ ratio: null, n: 0, why: expect.stringMatching(/^needs 8 pairs/) });
    expect((await service.request.get('/api/takes')).body.items).toEqual([]);
  });

  it('a plan that cannot be played says which part', async () => {
    const plan = structuredClone(GROWING.plan);
    plan.sections[0].clicks = [{ groove: 'plain' }];
    const { status, body } = await service.request.post('/api/reports').send({ plan, hits: [] });
    expect(status).toBe(422);
    expect(body.errors).toEqual([
      {
        path: 'sections[0].clicks[0].groove',
        message: expect.stringMatching(/no groove called "plain"; choose one of "drums"/),
      },
    ]);
  });
});

/** What is stored whatever happens, what is refused whole, and what is found again. Real SQLite. */
import { compile } from '@feldspar/core/plan';
import { ESTIMATOR } from '@feldspar/core/timing';
import { TooMuch, computeHere, measureNow } from './compute/measure.ts';
import { DAYS_KEPT } from './store/bin.ts';
import { GROWING, demoTake, takeId } from './testing/documents.ts';
import { folderWithPages } from './testing/folders.ts';
import { type Service, startService } from './testing/service.ts';

/** What measuring does; each test may have it fail. */
let measuring: typeof measureNow;
let service: Service;
beforeEach(async () => {
  measuring = measureNow;
  service = await startService(folderWithPages(), {
    ...computeHere(),
    measure: async (take) => measuring(take),
    close: async () => undefined,
  });
});
afterEach(() => service.remove());

const put = (take = demoTake(1)) => service.request.put(`/api/takes/${take.id}`).send(take);
const items = async () => (await service.request.get('/api/takes').expect(200)).body.items;

describe('the raw take comes first', () => {
  const fail = (error: Error) => {
    measuring = () => {
      throw error;
    };
  };

  it('one that cannot be measured is stored, listed with the reason, and measured by the next estimator', async () => {
    fail(new TypeError('Cannot read properties of undefined'));
    await put().expect(201);
    expect(await items()).toMatchObject([
      { summary: null, unmeasured: 'Cannot read properties of undefined' },
    ]);
    expect((await service.request.get(`/api/takes/${takeId(1)}`)).body.hits).toHaveLength(80);
    await put().expect(200);
    const row = (await service.database.models.takes.findByPk(takeId(1)))!;
    expect(row.estimator).toBe(ESTIMATOR);
    measuring = measureNow;
    await service.remeasuring.run();
    expect((await items())[0].summary).toBeNull();
    await row.update({ estimator: ESTIMATOR - 1 });
    await service.remeasuring.run();
    expect(await items()).toMatchObject([{ unmeasured: null, summary: { estimator: ESTIMATOR } }]);
  });

  it('one that took too long is tried again at the next start', async () => {
    fail(new TooMuch('measuring it takes longer than 30 s'));
    await put().expect(201);
    measuring = measureNow;
    await service.remeasuring.run();
    expect((await items())[0].summary.finding.code).toMatch(/./);
  });

  it('three taps in the count-in, stopped after bar 1, are measured like anything else', async () => {
    const playsS = compile(GROWING.plan).bars[1].startS;
    const hits = [0, 0.7, 1.4].map((timeS) => ({ timeS }));
    await put(demoTake(1, { hits, stoppedAtS: playsS + 1 })).expect(201);
    expect((await items())[0]).toMatchObject({ unmeasured: null, summary: { counts: { matched: 0 } } });
  });
});

describe('a change', () => {
  const patch = (body: object) => service.request.patch(`/api/takes/${takeId(1)}`).send(body);
  const take = async () => (await service.request.get(`/api/takes/${takeId(1)}`)).body;

  it('is made whole or not at all', async () => {
    await put();
    await patch({ note: 'half', judging: { tolerance: { percent: 90 } } }).expect(422);
    await patch({ note: 'half', trueTempo: { bpm: 100 } }).expect(422);
    expect(await take()).toMatchObject({ note: '' });
  });

  it('made on what it was goes through, twice too; on something else it is a conflict that shows what it is', async () => {
    await put();
    await patch({ note: 'slower', was: { note: '' } }).expect(204);
    await patch({ note: 'slower', was: { note: '' } }).expect(204);
    const { body } = await patch({ note: 'faster', was: { note: '' } }).expect(409);
    expect(body).toMatchObject({
      detail: expect.stringMatching(/The note of this take/),
      current: { note: 'slower' },
    });
    expect((await take()).note).toBe('slower');
    await patch({ note: 'faster', was: { note: 'slower' } }).expect(204);
  });

  it('of two at once, made on the same, one goes through and the other is told', async () => {
    await put();
    const both = ['slower', 'faster'].map((note) => patch({ note, was: { note: '' } }));
    const statuses = (await Promise.all(both)).map(({ status }) => status);
    expect(statuses.sort((a, b) => a - b)).toEqual([204, 409]);
  });

  it('of how it is judged gives the figures of the last one, whichever is measured last', async () => {
    await put();
    const tolerances: unknown[] = [];
    let go: () => void = () => undefined;
    const held = new Promise<void>((resolve) => (go = resolve));
    const reached = new Promise<void>((resolve) => {
      measuring = (async (judged: Parameters<typeof measureNow>[0]) => {
        tolerances.push(judged.judging?.tolerance);
        if (tolerances.length === 1) {
          resolve();
          await held;
        }
        return measureNow(judged);
      }) as unknown as typeof measureNow;
    });
    const judged = (percent: number) => patch({ judging: { tolerance: { percent } } }).expect(204);
    const first = judged(1).then();
    await reached;
    await judged(20);
    const { summary } = (await items())[0];
    go();
    await first;
    expect(tolerances).toEqual([{ percent: 1 }, { percent: 20 }]);
    expect((await items())[0].summary).toEqual(summary);
    expect(summary).not.toEqual(measureNow({ ...(await take()), judging: undefined }).summary);
  });

  it('of a plan carries the revision it was made on', async () => {
    const plan = (title: string, on?: number) =>
      service.request
        .put(`/api/plans/${takeId(2)}${on === undefined ? '' : `?revision=${on}`}`)
        .send({ ...GROWING.plan, title });
    expect((await plan('a', 0).expect(200)).body.revision).toBe(1);
    expect((await plan('b', 1).expect(200)).body.revision).toBe(2);
    // The answer got lost: the same again is no conflict.
    expect((await plan('b', 1).expect(200)).body.revision).toBe(2);
    const conflict = (await plan('c', 1).expect(409)).body;
    expect(conflict.current).toMatchObject({ revision: 2, document: { title: 'b' } });
    await service.request.delete(`/api/plans/${takeId(2)}`).expect(204);
    expect((await plan('d', 2).expect(410)).body.detail).toMatch(/was deleted/);
    await plan('d').expect(410);
  });

  it('of two at once on the same revision one goes through', async () => {
    const send = (title: string) =>
      service.request.put(`/api/plans/${takeId(2)}?revision=1`).send({ ...GROWING.plan, title });
    await service.request
      .put(`/api/plans/${takeId(2)}?revision=0`)
      .send(GROWING.plan)
      .expect(200);
    const answers = await Promise.all(['x', 'y', 'z'].map(send));
    expect(answers.map(({ status }) => status).sort((a, b) => a - b)).toEqual([200, 409, 409]);
  });
});

describe('the bin', () => {
  const age = (model: 'takes' | 'plans', days: number) =>
    service.database.sequelize.query(
      `UPDATE ${model} SET deletedAt = '${new Date(Date.now() - days * 86_400_000).toISOString().replace('T', ' ').replace('Z', ' +00:00')}' WHERE deletedAt IS NOT NULL`,
    );

  it('holds what was deleted for its days, and then it is really gone; takes outlive their plan', async () => {
    await service.request.put(`/api/plans/${takeId(2)}`).send({ ...GROWING.plan, title: 'Mine' });
    await put(demoTake(1, { planId: takeId(2) }));
    await put(demoTake(3));
    await service.request.delete(`/api/takes/${takeId(3)}`).expect(204);
    await service.request.delete(`/api/plans/${takeId(2)}`).expect(204);
    const bin = (await service.request.get('/api/bin').expect(200)).body;
    expect(bin).toMatchObject({
      daysKept: DAYS_KEPT,
      takes: [{ id: takeId(3) }],
      plans: [{ id: takeId(2), title: 'Mine' }],
    });
    await age('takes', DAYS_KEPT - 1);
    expect(await service.bin.empty()).toBe(0);
    await age('takes', DAYS_KEPT + 1);
    await age('plans', DAYS_KEPT + 1);
    expect(await service.bin.empty()).toBe(2);
    await service.request.post(`/api/takes/${takeId(3)}/restore`).expect(404);
    await service.request.post(`/api/plans/${takeId(2)}/restore`).expect(404);
    expect(await items()).toMatchObject([{ id: takeId(1), planId: null, title: 'Growing silence' }]);
  });
});

describe('players in the bin', () => {
  const player = `/api/players/${takeId(7)}`;
  const named = async () =>
    (await service.request.get('/api/players')).body.items.map(({ name }: { name: string }) => name);
  beforeEach(async () => {
    await service.request.put(player).send({ name: 'Mia', instrument: 'cello' }).expect(200);
    await put(demoTake(1, { playerId: takeId(7) }));
  });

  it('are renamed, removed and brought back; their takes stay theirs', async () => {
    await service.request.put(player).send({ name: 'Mia B.', instrument: 'cello' }).expect(200);
    expect(await named()).toEqual(['Mia B.']);
    await service.request.delete(player).expect(204);
    expect(await named()).toEqual([]);
    expect((await service.request.get('/api/bin')).body.players).toMatchObject([
      { id: takeId(7), name: 'Mia B.', instrument: 'cello' },
    ]);
    expect(await items()).toMatchObject([{ playerId: takeId(7) }]);
    // A take that was played before, and is sent only now, is theirs too.
    await put(demoTake(2, { playerId: takeId(7) }));
    await service.request.post(`${player}/restore`).expect(204);
    expect(await named()).toEqual(['Mia B.']);
    expect((await items()).map((item: { playerId: string }) => item.playerId)).toEqual([
      takeId(7),
      takeId(7),
    ]);
  });

  it('a name typed in an old window brings nobody back', async () => {
    await service.request.delete(player).expect(204);
    await service.request.put(player).send({ name: 'Mia', instrument: 'cello' }).expect(410);
    await service.request.delete(player).expect(404);
    await service.request.post(`/api/players/${takeId(8)}/restore`).expect(404);
  });

  it('after their days they are really gone; the takes stay without a name', async () => {
    await service.request.delete(player).expect(204);
    await service.database.sequelize.query("UPDATE players SET deletedAt = '2020-01-01 00:00:00.000 +00:00'");
    expect(await service.bin.empty()).toBe(1);
    await service.request.post(`${player}/restore`).expect(404);
    expect(await items()).toMatchObject([{ playerId: null }]);
  });
});

describe('lists', () => {
  it('of plans come page by page and without documents', async () => {
    for (let n = 1; n <= 5; n++)
      await service.request.put(`/api/plans/${takeId(n)}`).send({ ...GROWING.plan, title: `${n}` });
    const own = async (query: string) => {
      const { body } = await service.request.get(`/api/plans?${query}`).expect(200);
      return { ...body, items: body.items.filter(({ ready }: { ready: boolean }) => !ready) };
    };
    const first = await own('limit=3');
    expect(first.items.map(({ title }: { title: string }) => title)).toEqual(['5', '4', '3']);
    expect(first.items[0]).toEqual({
      id: takeId(5),
      title: '5',
      trains: '',
      ready: false,
      revision: 1,
      tempo: GROWING.plan.sections[0].tempo,
      sheet: false,
      unreadable: null,
    });
    const second = await service.request.get(`/api/plans?limit=3&cursor=${first.nextCursor}`);
    expect(second.body.items.map(({ title }: { title: string }) => title)).toEqual(['2', '1']);
    expect(second.body.nextCursor).toBeNull();
  });

  it('reads columns, never documents: of plans, takes and the bin', async () => {
    await service.request.put(`/api/plans/${takeId(1)}`).send(GROWING.plan);
    const asked: string[] = [];
    const { options } = service.database.sequelize as unknown as {
      options: { logging: false | ((sql: string) => void) };
    };
    options.logging = (sql) => asked.push(sql);
    for (const path of ['/api/plans', '/api/takes', '/api/bin', '/api/holds'])
      await service.request.get(path).expect(200);
    options.logging = false;
    expect(asked.filter((sql) => /FROM `?(plans|takes)\b/.test(sql)).length).toBeGreaterThanOrEqual(5);
    expect(asked.filter((sql) => /\bdocument\b.* FROM /.test(sql))).toEqual([]);
  });

  it('a plan that is damaged is listed as such, costs no other, and can be saved over', async () => {
    await service.request.put(`/api/plans/${takeId(1)}`).send(GROWING.plan);
    await service.database.sequelize.query(
      `UPDATE plans SET document = '{"sec', tempo = '{"bp' WHERE id = '${takeId(1)}'`,
    );
    const { body } = await service.request.get('/api/plans').expect(200);
    expect(body.items.at(-1)).toMatchObject({ id: takeId(1), unreadable: expect.stringMatching(/damaged/) });
    await service.request.get(`/api/plans/${takeId(1)}`).expect(410);
    await service.request
      .put(`/api/plans/${takeId(1)}`)
      .send(GROWING.plan)
      .expect(200);
    await service.request.get(`/api/plans/${takeId(1)}`).expect(200);
  });
});

/** Every query, as it is asked. */
function watch(logging: false | ((sql: string) => void)): void {
  (service.database.sequelize as unknown as { options: { logging: typeof logging } }).options.logging =
    logging;
}

it('holding over weeks is read from figures kept with them, never from documents', async () => {
  const seen: string[] = [];
  for (let n = 1; n <= 8; n++) await put(demoTake(n)).expect(201);
  watch((sql) => seen.push(sql));
  const { body } = await service.request.get('/api/holds').expect(200);
  watch(false);
  expect(body.items[0].recent).toMatchObject({ takes: 6, beats: expect.any(Number) });
  expect(seen.filter((sql) => /`document`/.test(sql))).toEqual([]);
  // Asked again, what was pooled is known.
  seen.length = 0;
  watch((sql) => seen.push(sql));
  expect((await service.request.get('/api/holds')).body).toEqual(body);
  watch(false);
  expect(seen.filter((sql) => /`alone`/.test(sql) && !/IN \(NULL\)|IN \(\)/.test(sql))).toEqual([]);
});

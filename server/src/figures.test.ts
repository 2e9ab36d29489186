/** The figures kept beside takes: judged anew, measured anew, pooled. Real SQLite. */
import { STEADY_PLAYER, simulate } from '@feldspar/core/players';
import { compile, withTempo } from '@feldspar/core/plan';
import { type TakeSummary, holdOfTakes, measureTake } from '@feldspar/core/take';
import { tempo } from '@feldspar/core/time';
import { ESTIMATOR, type Judging } from '@feldspar/core/timing';
import { Remeasuring } from './store/remeasuring.ts';
import { GROWING, demoTake, takeId } from './testing/documents.ts';
import { type Service, startService } from './testing/service.ts';

let service: Service;
beforeEach(async () => {
  service = await startService();
});
afterEach(() => service.remove());

const put = (take = demoTake(1)) => service.request.put(`/api/takes/${take.id}`).send(take).expect(201);
const items = async () => (await service.request.get('/api/takes')).body.items;
const BEGINNER: Judging = { tolerance: { level: 'beginner' } };

const OLD = { code: 'offset', meanMs: 99 } as const;

/** As an older version left it. */
async function age(n: number) {
  const row = (await service.database.models.takes.findByPk(takeId(n)))!;
  await row.update({
    estimator: 0,
    summary: { ...row.summary!, estimator: 0, finding: OLD, hold: undefined },
  });
}

describe('how a take is judged', () => {
  it('is said afterwards, changes the figures of the list, and can be taken back; the raw take stays', async () => {
    await put();
    const before = (await items())[0].summary;
    await service.request
      .patch(`/api/takes/${takeId(1)}`)
      .send({ judging: BEGINNER })
      .expect(204);
    expect((await service.request.get(`/api/takes/${takeId(1)}`)).body.judging).toEqual(BEGINNER);
    const judged = (await items())[0].summary;
    expect(judged.hold.toleranceMs).toBe(60);
    expect(judged.hold.beats).toBeGreaterThan(before.hold.beats);
    await service.request
      .put(`/api/takes/${takeId(1)}`)
      .send(demoTake(1))
      .expect(200);
    await service.request
      .patch(`/api/takes/${takeId(1)}`)
      .send({ judging: null })
      .expect(204);
    expect((await items())[0].summary).toEqual(before);
  });

  it('may come with the take', async () => {
    await put(demoTake(1, { judging: BEGINNER }));
    expect((await items())[0].summary.hold.toleranceMs).toBe(60);
  });

  it.each([
    [{ tolerance: { percent: 90 } }, /at most 25 %/],
    [{ intended: { offsetMs: 10, at: [] } }, /at least one place/],
  ])('refuses %j, naming the field', async (judging, message) => {
    await put();
    const { body } = await service.request
      .patch(`/api/takes/${takeId(1)}`)
      .send({ judging })
      .expect(422);
    expect(body.errors[0].path).toMatch(/^judging/);
    expect(JSON.stringify(body.errors)).toMatch(message);
  });
});

describe('a newer estimator', () => {
  it('lists show the old figures at once, and the new ones when it has run', async () => {
    for (let n = 1; n <= 3; n++) await put(demoTake(n));
    await age(1);
    await age(3);
    const codes = (await items()).map((item: { summary: TakeSummary }) => item.summary.finding!.code);
    expect(codes).toEqual(['offset', 'alone', 'offset']);
    await service.remeasuring.run();
    expect((await service.request.get('/api/remeasuring')).body).toEqual({
      running: false,
      done: 2,
      total: 2,
      failed: 0,
    });
    const [newest] = await items();
    expect(newest.summary.finding).toEqual(measureTake(demoTake(3)).report.findings[0]);
    const row = (await service.database.models.takes.findByPk(takeId(1)))!;
    expect(row.estimator).toBe(ESTIMATOR);
  });

  it('stops after the take in hand when asked, and goes on with the rest the next time', async () => {
    for (let n = 1; n <= 3; n++) {
      await put(demoTake(n));
      await age(n);
    }
    const running = service.remeasuring.run();
    await service.request.delete('/api/remeasuring').expect(204);
    await running;
    const { done } = service.remeasuring.progress();
    expect(done).toBeLessThan(3);
    await service.remeasuring.run();
    expect(service.remeasuring.progress()).toMatchObject({ running: false, done: 3 - done, total: 3 - done });
  });

  it('a take that cannot be measured is counted, keeps its old figures, and does not stop the others', async () => {
    const said: string[] = [];
    const remeasuring = new Remeasuring(
      {
        outdated: async () => ['a', 'b', 'c'],
        remeasure: async (id) => {
          if (id === 'b') throw new Error('no such voice');
          said.push(id);
          return true;
        },
      },
      { warn: () => undefined },
    );
    await remeasuring.run();
    expect(said).toEqual(['a', 'c']);
    expect(remeasuring.progress()).toMatchObject({ done: 3, failed: 1 });
  });
});

describe('holding, over weeks', () => {
  const at = (bpm: number, n: number, day: number) => {
    const plan = withTempo(GROWING.plan, tempo(bpm, '1/4'));
    return demoTake(n, {
      plan,
      hits: simulate(compile(plan), { ...STEADY_PLAYER, tempoPercent: 0.2 }, n),
      startedAt: new Date(Date.UTC(2026, 3, day, 12)).toISOString(),
    });
  };

  it('pools the recent takes of a family and tempo, and lists each with its range', async () => {
    for (const take of [at(90, 1, 1), at(92, 2, 3), at(120, 3, 4), at(90, 4, 9)]) await put(take);
    const { body } = await service.request.get('/api/holds').expect(200);
    expect(
      body.items.map((group: { family: number; quarterBpm: number[]; takes: { id: string }[] }) => [
        group.family,
        group.quarterBpm,
        group.takes.map(({ id }) => id),
      ]),
    ).toEqual([
      [expect.any(Number), [90, 92], [1, 2, 4].map(takeId)],
      [expect.any(Number), [120, 120], [takeId(3)]],
    ]);
    expect(body.items[0].recent).toEqual({
      ...holdOfTakes([at(90, 4, 9), at(92, 2, 3), at(90, 1, 1)]),
      takes: 3,
    });
    const [low, high] = body.items[0].recent.range;
    expect(low).toBeLessThanOrEqual(body.items[0].recent.beats);
    expect(high).toBeGreaterThanOrEqual(body.items[0].recent.beats);
  });

  it('takes from months ago are drawn but not pooled; a stranger has none', async () => {
    await put(at(90, 1, 1));
    await put({ ...at(90, 2, 1), startedAt: new Date(Date.UTC(2026, 8, 1)).toISOString() });
    const { body } = await service.request.get('/api/holds');
    expect(body.items[0]).toMatchObject({
      recent: { takes: 1 },
      takes: [expect.anything(), expect.anything()],
    });
    expect((await service.request.get(`/api/holds?player=${takeId(9)}`)).body.items).toEqual([]);
    await service.request.get('/api/holds?player=Mira').expect(422);
  });
});

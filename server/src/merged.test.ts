import { demoTake, takeId } from './testing/documents.ts';
import { Identities } from './store/players.ts';
import { type Service, startService } from './testing/service.ts';

let service: Service;
beforeEach(async () => {
  service = await startService();
});
afterEach(() => service.remove());

const [MIA, MIA_AGAIN, RUBEN, NOBODY] = [101, 102, 103, 104].map(takeId);
const named = (id: string, name: string) =>
  service.request.put(`/api/players/${id}`).send({ name, instrument: 'cello' }).expect(200);
const played = (n: number, playerId: string) => {
  const take = demoTake(n, { playerId });
  return service.request.put(`/api/takes/${take.id}`).send(take).expect(201);
};
const merge = (id: string, into: string) => service.request.post(`/api/players/${id}/merge`).send({ into });
const takesOf = async (id: string) =>
  (await service.request.get(`/api/takes?player=${id}`).expect(200)).body.items as {
    id: string;
    playerId: string;
  }[];
const names = async () =>
  ((await service.request.get('/api/players')).body.items as { name: string }[]).map(({ name }) => name);

describe('two players who are the same person', () => {
  beforeEach(async () => {
    await named(MIA, 'Mia');
    await named(MIA_AGAIN, 'Mia');
    await named(RUBEN, 'Ruben');
    await played(1, MIA);
    await played(2, MIA_AGAIN);
    await played(3, RUBEN);
  });

  it('are one after merging: in the list, in each take, and for what is sent late', async () => {
    await merge(MIA_AGAIN, MIA).expect(204);
    expect(await names()).toEqual(['Mia', 'Ruben']);
    await played(4, MIA_AGAIN);
    expect((await takesOf(MIA)).map(({ id, playerId }) => [id, playerId])).toEqual([
      [takeId(4), MIA],
      [takeId(2), MIA],
      [takeId(1), MIA],
    ]);
    expect((await service.request.get(`/api/takes/${takeId(2)}`)).body.playerId).toBe(MIA);
  });

  it('are two again when it is undone; nothing was rewritten', async () => {
    await merge(MIA_AGAIN, MIA).expect(204);
    await service.request.post(`/api/players/${MIA_AGAIN}/restore`).expect(204);
    expect(await names()).toEqual(['Mia', 'Mia', 'Ruben']);
    expect((await takesOf(MIA_AGAIN)).map(({ id }) => id)).toEqual([takeId(2)]);
    expect((await takesOf(MIA)).map(({ id }) => id)).toEqual([takeId(1)]);
  });

  it('are merged on and on, and parted at any joint', async () => {
    await merge(MIA_AGAIN, MIA).expect(204);
    await merge(MIA, RUBEN).expect(204);
    expect(await takesOf(RUBEN)).toHaveLength(3);
    await service.request.post(`/api/players/${MIA}/restore`).expect(204);
    expect((await takesOf(RUBEN)).map(({ id }) => id)).toEqual([takeId(3)]);
    expect((await takesOf(MIA)).map(({ id }) => id)).toEqual([takeId(2), takeId(1)]);
  });

  it('hold together: how long alone is pooled over the takes of both', async () => {
    const count = async (id: string) => {
      const { items } = (await service.request.get(`/api/holds?player=${id}`)).body;
      return items.flatMap(({ takes }: { takes: unknown[] }) => takes).length as number;
    };
    const before = (await count(MIA)) + (await count(MIA_AGAIN));
    await merge(MIA_AGAIN, MIA).expect(204);
    expect(before).toBeGreaterThan(0);
    expect(await count(MIA)).toBe(before);
  });

  it('lie in the bin with whom they went to, and stay merged when the bin is emptied', async () => {
    await merge(MIA_AGAIN, MIA).expect(204);
    expect((await service.request.get('/api/bin')).body.players).toMatchObject([
      { id: MIA_AGAIN, mergedInto: MIA },
    ]);
    const later = new Date(Date.now() + 31 * 86_400_000);
    await service.bin.empty(later);
    expect((await service.request.get('/api/bin')).body.players).toEqual([]);
    expect((await takesOf(MIA)).map(({ id }) => id)).toEqual([takeId(2), takeId(1)]);
  });

  it('asked twice is the same as asked once', async () => {
    await merge(MIA_AGAIN, MIA).expect(204);
    await merge(MIA_AGAIN, MIA).expect(204);
  });

  it('are not merged with themselves, nor with nobody', async () => {
    await merge(MIA, MIA).expect(409);
    await merge(MIA, NOBODY).expect(404);
    await merge(NOBODY, MIA).expect(404);
    await merge(MIA, 'Ruben').expect(422);
    expect(await names()).toEqual(['Mia', 'Mia', 'Ruben']);
  });
});

it('a circle in a damaged database ends', () => {
  const circle = new Identities(new Map([['a', 'b'], ['b', 'a']])); // prettier-ignore
  expect(['a', 'b']).toContain(circle.of('a'));
});

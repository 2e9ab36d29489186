/** Players and what is known of them, given work, lessons, circles, and who needs the teacher. */
import type { Needs } from '@feldspar/core/wire';
import { GROWING, demoTake, takeId } from './testing/documents.ts';
import { type Service, startService } from './testing/service.ts';

let service: Service;
beforeEach(async () => {
  service = await startService();
});
afterEach(() => service.remove());

const [IMKE, HANA] = [takeId(801), takeId(802)];
const person = (id: string, said: object) =>
  service.request
    .put(`/api/players/${id}`)
    .send({ name: 'Imke', instrument: 'cello', ...said })
    .expect(200);
const work = (to: object, more: object = {}) => ({
  ...{ format: 'feldspar-assignment', version: 1, to, times: 2, since: '2026-03-01' },
  work: { kind: 'plan', planId: GROWING.id, title: 'Growing silence' },
  ...more,
});
const items = async (path: string) => (await service.request.get(path).expect(200)).body.items;

describe('what is known of a player', () => {
  it('is said whole, and stays where a name is changed alone', async () => {
    const profile = { level: 'beginner', groups: ['Tuesday'], mark: 'fold', thinksIn: '3/8', hand: 'left' };
    await person(IMKE, { profile });
    await person(IMKE, { name: 'Imke Rosal' });
    expect(await items('/api/players')).toEqual([
      { id: IMKE, name: 'Imke Rosal', instrument: 'cello', profile },
    ]);
    await person(IMKE, { profile: { archived: true } });
    expect((await items('/api/players'))[0].profile).toEqual({ archived: true });
  });

  it.each([
    [{ level: 'expert' }, 'profile.level'],
    [{ groups: ['A', 'A'] }, 'profile.groups'],
    [{ groups: [''] }, 'profile.groups[0]'],
    [{ colour: 'red' }, 'profile'],
  ])('%j is refused, with its field', async (profile, path) => {
    const { body } = await service.request
      .put(`/api/players/${IMKE}`)
      .send({ name: 'Imke', profile })
      .expect(422);
    expect(body.errors[0].path).toBe(path);
  });
});

describe('given work', () => {
  it('is kept, goes into the bin and comes back', async () => {
    await service.request
      .put(`/api/assignments/${takeId(1)}`)
      .send(work({ groups: ['Tuesday'] }))
      .expect(201);
    expect(await items('/api/assignments')).toMatchObject([{ id: takeId(1), document: { times: 2 } }]);
    await service.request.delete(`/api/assignments/${takeId(1)}`).expect(204);
    expect(await items('/api/assignments')).toEqual([]);
    expect((await service.request.get('/api/bin')).body.assignments).toMatchObject([
      { title: 'Growing silence' },
    ]);
    await service.request.post(`/api/assignments/${takeId(1)}/restore`).expect(204);
    expect(await items('/api/assignments')).toHaveLength(1);
  });

  it('of one player is what is theirs by name or by class, merged doubles included', async () => {
    await person(IMKE, { profile: { groups: ['Tuesday'] } });
    await person(HANA, { name: 'Hana' });
    const double = takeId(803);
    await person(double, { name: 'Imke R.' });
    const given = [
      { groups: ['Tuesday'] },
      { players: [HANA] },
      { players: [double] },
      { players: [IMKE, HANA] },
    ];
    for (const [n, to] of given.entries())
      await service.request
        .put(`/api/assignments/${takeId(n + 1)}`)
        .send(work(to))
        .expect(201);
    const of = async (id: string) =>
      (await items(`/api/assignments?player=${id}`)).map(({ id: one }: { id: string }) =>
        Number(one.slice(-3)),
      );
    expect([await of(IMKE), await of(HANA)]).toEqual([
      [4, 1],
      [4, 2],
    ]);
    await service.request.post(`/api/players/${double}/merge`).send({ into: IMKE }).expect(204);
    expect(await of(IMKE)).toEqual([4, 3, 1]);
  });

  it.each([
    [work({}), 'to', 'say who it is for'],
    [work({ players: [IMKE] }, { times: 0 }), 'times', 'at least once'],
    [work({ players: [IMKE] }, { by: '2026-02-01' }), 'by', 'the last day lies before the first'],
  ])('what cannot be is refused with its field', async (body, path, message) => {
    const answer = await service.request
      .put(`/api/assignments/${takeId(1)}`)
      .send(body)
      .expect(422);
    expect(answer.body.errors).toEqual([{ path, message }]);
  });
});

it('lessons are listed by player, the newest first; circles are kept', async () => {
  for (const [n, playerId] of [IMKE, HANA, IMKE].entries()) {
    await person(playerId, {});
    const lesson = { format: 'feldspar-lesson', version: 1, playerId, date: '2026-11-24', note: `note ${n}` };
    await service.request
      .put(`/api/lessons/${takeId(n + 1)}`)
      .send(lesson)
      .expect(201);
  }
  const lessons = await items(`/api/lessons?player=${IMKE}`);
  expect(lessons.map(({ document }: { document: { note: string } }) => document.note)).toEqual([
    'note 2',
    'note 0',
  ]);
  const circle = {
    ...{ format: 'feldspar-circle', version: 1, title: 'Tuesday', startedAt: '2026-11-24T17:00:00.000Z' },
    ...{
      endedAt: null,
      clickBpm: 20,
      plays: 'claps',
      difficulty: 'easy',
      seats: [{ name: 'Guest', playerId: null }],
      turns: [],
    },
  };
  await service.request
    .put(`/api/circles/${takeId(9)}`)
    .send(circle)
    .expect(201);
  expect(await items('/api/circles')).toEqual([{ id: takeId(9), document: circle }]);
});

describe('who needs the teacher', () => {
  const needs = async () =>
    (await service.request.get('/api/needs?zone=Europe/Oslo').expect(200)).body as Needs;

  it('is everybody who is here, the most urgent first, with their work', async () => {
    await person(IMKE, { profile: { groups: ['Tuesday'] } });
    await person(HANA, { name: 'Hana' });
    await person(takeId(803), { name: 'Gone', profile: { archived: true } });
    await service.request
      .put(`/api/assignments/${takeId(1)}`)
      .send(work({ groups: ['Tuesday'] }, { by: '2026-05-01' }))
      .expect(201);
    await service.request
      .put(`/api/takes/${takeId(11)}`)
      .send(demoTake(11, { playerId: IMKE }))
      .expect(201);
    const { players } = await needs();
    expect(players.map(({ id }) => id)).toEqual([IMKE, HANA]);
    // The take was played on 1 April, in the middle of what was given.
    expect(players[0].week).toMatchObject({
      need: { kind: 'late', unit: 'take', title: 'Growing silence', done: 1, of: 2 },
      work: [{ id: takeId(1), standing: { state: 'late', done: 1 } }],
      daysPractised: 0,
    });
    expect(players[1].week.need).toEqual({ kind: 'new' });
  });

  it('a day is that of the zone', async () => {
    await person(IMKE, {});
    const now = new Date();
    await service.request
      .put(`/api/takes/${takeId(11)}`)
      .send(demoTake(11, { playerId: IMKE, startedAt: now.toISOString() }))
      .expect(201);
    const { today, players } = await needs();
    expect(today).toBe(new Intl.DateTimeFormat('sv-SE', { timeZone: 'Europe/Oslo' }).format(now));
    expect(players[0].week.daysPractised).toBe(1);
    expect(players[0].week.days.find(({ day }) => day === today)!.minutes).toBeGreaterThan(0);
  });
});

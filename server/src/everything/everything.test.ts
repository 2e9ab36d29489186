/** Everything out and in again: written by one library, read back here by another (fflate). */
import { READY_PATHS } from '@feldspar/core/paths';
import { strFromU8, unzipSync, zipSync } from 'fflate';
import { GROWING, demoTake, takeId, testRecording } from '../testing/documents.ts';
import { type Service, startService } from '../testing/service.ts';

const OWN = { ...GROWING.plan, title: 'My own' };
const RECORDING = testRecording({ id: takeId(600) });
const AGENDA = {
  ...{ format: 'feldspar-agenda', version: 1, title: 'Thursday', purpose: 'own' },
  items: [{ key: 'a', kind: 'play', title: 'Growing silence', minutes: 15, planId: GROWING.id }],
  recurring: { days: ['TH'], at: '17:00', zone: 'Europe/Oslo', from: '2026-12-01' },
};
const WALK = { playerId: takeId(801), pathId: READY_PATHS[0].id, since: '2026-11-01T10:00:00.000Z' };

const SESSION = {
  ...{
    format: 'feldspar-session',
    version: 1,
    playerId: takeId(801),
    agendaId: takeId(703),
    title: 'Thursday',
  },
  ...{ startedAt: '2026-11-01T10:00:00.000Z', endedAt: '2026-11-01T10:20:00.000Z', at: 1 },
  items: [
    {
      item: AGENDA.items[0],
      did: 'played',
      begunAt: '2026-11-01T10:00:00.000Z',
      seconds: 900,
      takes: 2,
      again: 0,
    },
  ],
};

let service: Service;
let other: Service;
beforeEach(async () => {
  [service, other] = [await startService(), await startService()];
});
afterEach(async () => {
  await service.remove();
  await other.remove();
});

async function fill({ request }: Service) {
  await request
    .put(`/api/players/${takeId(801)}`)
    .send({ name: 'Ada; "M."', instrument: 'cello' })
    .expect(200);
  await request
    .put(`/api/plans/${takeId(500)}`)
    .send(OWN)
    .expect(200);
  for (const n of [1, 2, 3])
    await request.put(`/api/takes/${takeId(n)}`).send(demoTake(n, n === 1 ? { playerId: takeId(801) } : {}));
  await request
    .patch(`/api/takes/${takeId(2)}`)
    .send({ note: 'tired,\nhands', judging: { tolerance: { level: 'beginner' } } });
  await request.put(`/api/recordings/${RECORDING.id}`).send(RECORDING).expect(201);
  await request
    .put(`/api/paths/${takeId(701)}`)
    .send(READY_PATHS[2].path)
    .expect(201);
  await request
    .put(`/api/walks/${takeId(702)}`)
    .send(WALK)
    .expect(201);
  await request
    .put(`/api/agendas/${takeId(703)}`)
    .send(AGENDA)
    .expect(201);
  await request
    .put(`/api/sessions/${takeId(705)}`)
    .send(SESSION)
    .expect(201);
}
const zipOf = async ({ request }: Service) => {
  const answer = await request
    .get('/api/studio')
    .buffer(true)
    .parse((response, done) => {
      const pieces: Buffer[] = [];
      response.on('data', (piece: Buffer) => pieces.push(piece));
      response.on('end', () => done(null, Buffer.concat(pieces)));
    })
    .expect(200);
  expect(answer.headers['content-type']).toBe('application/zip');
  return answer.body as Buffer;
};
const filesOf = (zip: Uint8Array) =>
  Object.fromEntries(Object.entries(unzipSync(zip)).map(([name, bytes]) => [name, strFromU8(bytes)]));
const readInto = ({ request }: Service, zip: Uint8Array) =>
  request.post('/api/studio').set('Content-Type', 'application/zip').send(Buffer.from(zip));
const ABOUT = { format: 'feldspar-studio', version: 1 };
const madeZip = (files: Record<string, unknown>) =>
  zipSync(
    Object.fromEntries(
      Object.entries(files).map(([name, value]) => [
        name,
        new TextEncoder().encode(typeof value === 'string' ? value : JSON.stringify(value)),
      ]),
    ),
  );

it('holds every document as it is, and two tables; the ready plans ship with each Feldspar', async () => {
  await fill(service);
  const files = filesOf(await zipOf(service));
  expect(Object.keys(files).sort()).toEqual(
    [
      'feldspar.json',
      ...['hits.csv', 'takes.csv'],
      `players/${takeId(801)}.json`,
      `plans/${takeId(500)}.json`,
      ...[1, 2, 3].map((n) => `takes/${takeId(n)}.json`),
      `recordings/${RECORDING.id}.json`,
      ...[`paths/${takeId(701)}.json`, `walks/${takeId(702)}.json`, `agendas/${takeId(703)}.json`],
      `sessions/${takeId(705)}.json`,
    ].sort(),
  );
  expect(JSON.parse(files[`plans/${takeId(500)}.json`])).toEqual(OWN);
  expect(JSON.parse(files[`takes/${takeId(2)}.json`])).toMatchObject({
    note: 'tired,\nhands',
    judging: { tolerance: { level: 'beginner' } },
  });
  expect(JSON.parse(files['feldspar.json'])).toMatchObject({
    ...ABOUT,
    counts: { players: 1, plans: 1, takes: 3, recordings: 1, paths: 1, walks: 1, agendas: 1, sessions: 1 },
  });
  const [head, ...lines] = files['takes.csv'].trim().split(/\n(?=0000)/);
  expect(head.split(',').slice(0, 4)).toEqual(['id', 'started at', 'player', 'plan']);
  expect(lines).toHaveLength(3);
  expect(lines[0]).toContain('"Ada; ""M."""');
  expect(lines[1]).toContain('"tired,\nhands"');
  const hits = files['hits.csv'].trim().split('\n');
  expect(hits).toHaveLength(1 + [1, 2, 3].reduce((sum, n) => sum + demoTake(n).hits.length, 0));
});

it('read into an empty studio it is the same studio; into the same one nothing is stored twice', async () => {
  await fill(service);
  const zip = await zipOf(service);
  const { body } = await readInto(other, zip).expect(200);
  expect(body).toEqual({
    new: { players: 1, plans: 1, takes: 3, recordings: 1, paths: 1, walks: 1, agendas: 1, sessions: 1 },
    ...{ known: {}, other: {}, deleted: {}, refused: [], moreRefused: 0 },
  });
  await other.remeasuring.run();
  const [first, second] = [filesOf(zip), filesOf(await zipOf(other))];
  for (const files of [first, second]) delete files['feldspar.json'];
  expect(second).toEqual(first);
  const again = (await readInto(other, zip).expect(200)).body;
  expect(again.new).toEqual({});
  expect(again.known).toEqual({
    players: 1,
    plans: 1,
    takes: 3,
    recordings: 1,
    paths: 1,
    walks: 1,
    agendas: 1,
    sessions: 1,
  });
});

it('what is something else here stays as it is here; what lies in the bin stays there', async () => {
  await fill(service);
  await fill(other);
  await other.request.put(`/api/players/${takeId(801)}`).send({ name: 'Another name', instrument: '' });
  await other.request.put(`/api/plans/${takeId(500)}?revision=1`).send({ ...OWN, title: 'Changed here' });
  await other.request.delete(`/api/takes/${takeId(3)}`).expect(204);
  const { body } = await readInto(other, await zipOf(service)).expect(200);
  expect(body).toMatchObject({
    new: {},
    other: { players: 1, plans: 1 },
    deleted: { takes: 1 },
    known: { takes: 2 },
  });
  expect((await other.request.get(`/api/plans/${takeId(500)}`)).body.title).toBe('Changed here');
});

it('takes come with their links whatever order the file has', async () => {
  const take = demoTake(1, { playerId: takeId(801), planId: takeId(500) });
  const zip = madeZip({
    [`takes/${take.id}.json`]: take,
    [`plans/${takeId(500)}.json`]: OWN,
    [`players/${takeId(801)}.json`]: { name: 'Ada', instrument: '' },
    'feldspar.json': ABOUT,
  });
  await readInto(other, zip).expect(200);
  expect((await other.request.get(`/api/takes?player=${takeId(801)}`)).body.items).toMatchObject([
    { id: take.id, planId: takeId(500) },
  ]);
});

it('a faulty document is named with its field and costs no other', async () => {
  const zip = madeZip({
    'feldspar.json': ABOUT,
    [`paths/${takeId(1)}.json`]: { ...READY_PATHS[0].path, steps: [] },
    [`takes/${takeId(2)}.json`]: '{"format": ',
    [`plans/${takeId(500)}.json`]: OWN,
    'README.txt': 'hello',
  });
  const { body } = await readInto(other, zip).expect(200);
  expect(body.new).toEqual({ plans: 1 });
  expect(body.refused).toEqual([
    { file: `takes/${takeId(2)}.json`, path: '', message: 'no JSON' },
    { file: `paths/${takeId(1)}.json`, path: 'steps', message: 'a path has at least one step' },
  ]);
});

it.each([
  [
    'one that reaches out of its folder',
    () => madeZip({ 'feldspar.json': ABOUT, '../escape.json': '{}' }),
    /invalid relative path/,
  ],
  ['no ZIP', () => Buffer.from('hello'), /no ZIP that can be read/],
  ['a ZIP of something else', () => madeZip({ 'a.txt': 'b' }), /no feldspar\.json/],
  ['one that says nothing', () => madeZip({ 'feldspar.json': '{' }), /cannot be read/],
  ['of another format', () => madeZip({ 'feldspar.json': { format: 'x' } }), /does not say/],
  [
    'of another version',
    () => madeZip({ 'feldspar.json': { ...ABOUT, version: 2 } }),
    /version 2; this Feldspar reads version 1/,
  ],
])('%s is refused', async (_, make, said) => {
  const { body } = await readInto(other, make()).expect(422);
  expect(body.detail).toMatch(said);
  expect((await other.request.get('/api/studio/reading')).body.running).toBe(false);
});

it('a file that unpacks to more than it says is given up', async () => {
  const zip = Buffer.from(
    madeZip({ 'feldspar.json': ABOUT, [`paths/${takeId(1)}.json`]: ' '.repeat(3_000_000) }),
  );
  const { body } = await readInto(other, zip).expect(200);
  expect(body.refused).toMatchObject([{ message: expect.stringMatching(/larger than/) }]);
  // The directory lies about its size.
  const name = zip.lastIndexOf(`paths/${takeId(1)}.json`);
  zip.writeUInt32LE(1000, name - 46 + 24);
  const lying = (await readInto(other, zip).expect(200)).body;
  expect(lying.new).toEqual({});
  expect(lying.refused).toHaveLength(1);
});

it('sent as something else it is refused', async () => {
  await other.request.post('/api/studio').set('Content-Type', 'text/plain').send('x').expect(415);
});

it('an agenda that comes back is a calendar; one that does not is none', async () => {
  await fill(service);
  const { text, headers } = await service.request.get(`/api/agendas/${takeId(703)}/calendar`).expect(200);
  expect(headers['content-type']).toBe('text/calendar; charset=utf-8');
  expect(text).toMatch(/RRULE:FREQ=WEEKLY;BYDAY=TH/);
  expect(text).toMatch(/15 min Growing silence/);
  await service.request.put(`/api/agendas/${takeId(704)}`).send({ ...AGENDA, recurring: undefined });
  await service.request.get(`/api/agendas/${takeId(704)}/calendar`).expect(404);
});

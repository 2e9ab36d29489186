/** The door: who may come in, what is refused and with which words, and what a breakage says. */
import { GROWING, demoTake, takeId } from './testing/documents.ts';
import { folderWithPages } from './testing/folders.ts';
import { type Service, startService } from './testing/service.ts';

let service: Service;
beforeEach(async () => {
  service = await startService(folderWithPages());
});
afterEach(() => service.remove());

const put = (take = demoTake(1)) => service.request.put(`/api/takes/${take.id}`).send(take);
const items = async () => (await service.request.get('/api/takes').expect(200)).body.items;

const problem = (response: { status: number; type: string; body: { detail: string } }) => [
  response.status,
  response.type,
  response.body.detail,
];

it('answers its health', async () => {
  expect((await service.request.get('/api/health')).body).toEqual({ status: 'ok', version: 'test' });
});

it('isolates its pages across origins', async () => {
  const { headers } = await service.request.get('/api/health');
  expect(headers['cross-origin-opener-policy']).toBe('same-origin');
  expect(headers['cross-origin-embedder-policy']).toBe('require-corp');
  expect(headers['content-security-policy']).toMatch(/default-src 'self'/);
});

it.each([
  ['a foreign origin', { Origin: 'https://example.org' }, /Requests from https:\/\/example.org are refused/],
  ['an opaque origin', { Origin: 'null' }, /Requests from null are refused/],
  ['a foreign host', { Host: 'feldspar.example' }, /answers to localhost only/],
])('refuses %s', async (_, headers, detail) => {
  const response = await service.request.get('/api/takes').set(headers);
  expect(problem(response)).toEqual([403, 'application/problem+json', expect.stringMatching(detail)]);
});

it.each([
  ['an unknown id', 'get', `/api/takes/${takeId(404)}`, undefined, 404, /no take with the id .*404/],
  ['an unknown plan', 'get', `/api/plans/${takeId(404)}`, undefined, 404, /no plan/],
  ['an id that is none', 'get', '/api/takes/7', undefined, 400, /"7" is not a UUID/],
  ['an unknown address', 'get', '/api/nothing', undefined, 404, /nothing at GET/],
  ['a bad cursor', 'get', '/api/takes?cursor=zzz', undefined, 400, /nextCursor of the page before/],
  ['a bad limit', 'get', '/api/takes?limit=0', undefined, 422, /limit/],
  [
    'a nameless player',
    'put',
    `/api/players/${takeId(1)}`,
    { name: '' },
    422,
    /name: give the player a name/,
  ],
  ['a take under another id', 'put', `/api/takes/${takeId(2)}`, demoTake(1), 422, /The address says/],
] as const)('%s gets its message', async (_, method, path, body, status, detail) => {
  const response = await service.request[method](path).send(body);
  expect(problem(response)).toEqual([status, 'application/problem+json', expect.stringMatching(detail)]);
});

it('names every bad field of a malformed plan', async () => {
  const plan = {
    ...GROWING.plan,
    title: '',
    sections: [{ ...GROWING.plan.sections[0], bars: 0, tempo: { bpm: -4, beat: '1/0' } }],
  };
  const { status, body } = await service.request.put(`/api/plans/${takeId(1)}`).send(plan);
  expect(status).toBe(422);
  expect(body.errors.map((e: { path: string }) => e.path)).toEqual([
    'title',
    'sections[0].bars',
    'sections[0].tempo.bpm',
    'sections[0].tempo.beat',
  ]);
});

it('refuses text that is not JSON, another media type and a body too large', async () => {
  const send = (type: string, text: string) =>
    service.request
      .put(`/api/plans/${takeId(1)}`)
      .set('Content-Type', type)
      .send(text);
  expect(problem(await send('application/json', '{"title": '))).toEqual([
    400,
    'application/problem+json',
    expect.stringMatching(/not valid JSON/),
  ]);
  expect(problem(await send('text/plain', 'plan'))).toEqual([
    415,
    'application/problem+json',
    expect.stringMatching(/application\/json/),
  ]);
  const huge = JSON.stringify({ note: 'x'.repeat(2 * 1024 * 1024) });
  expect(problem(await send('application/json', huge))).toEqual([
    413,
    'application/problem+json',
    expect.stringMatching(/over 1 MB/),
  ]);
});

it('says no more than it should when something breaks', async () => {
  await service.database.sequelize.query('DROP TABLE takes');
  const response = await service.request.get('/api/takes');
  expect(problem(response)).toEqual([
    500,
    'application/problem+json',
    expect.stringMatching(/Nothing was changed/),
  ]);
  expect(JSON.stringify(response.body)).not.toMatch(/SQL|at .*\.ts|stack/i);
});

it.each([
  '/%00',
  '/..%2f..%2fpackage.json',
  '/assets/..%2f..%2f..%2fetc%2fpasswd',
  '/%E0%A4%A',
  '/a.js%00.css',
])('%s finds nothing outside the pages, and breaks nothing', async (path) => {
  const { status, text } = await service.request.get(path);
  expect(status).toBeLessThan(500);
  expect(text).not.toMatch(/root:|"name"/);
});

it('files are those that were built; every other address is the page', async () => {
  expect((await service.request.get('/assets/a-1.js').expect(200)).headers['cache-control']).toMatch(
    /immutable/,
  );
  await service.request.get('/assets/a-2.js').expect(404);
  expect((await service.request.get('/takes/x').expect(200)).text).toMatch(/Feldspar/);
});

it('what is refused has the headers of what is answered', async () => {
  const { headers } = await service.request
    .get('/api/takes')
    .set('Origin', 'http://evil.example')
    .expect(403);
  expect(headers['content-security-policy']).toMatch(/default-src 'self'.*form-action 'self'/);
  expect(headers['cross-origin-opener-policy']).toBe('same-origin');
  expect(headers['x-content-type-options']).toBe('nosniff');
});

it.each([
  ['cross-site', 'no-cors', '/api/takes', 403],
  ['same-site', 'cors', '/api/takes', 403],
  ['cross-site', 'navigate', '/api/takes', 403],
  ['cross-site', 'navigate', '/log', 200],
  ['cross-site', 'no-cors', '/assets/a-1.js', 403],
  ['same-origin', 'cors', '/api/takes', 200],
  ['none', 'navigate', '/api/takes', 200],
])('a request that began %s (%s) for %s: %i', async (site, mode, path, status) => {
  await service.request.get(path).set({ 'Sec-Fetch-Site': site, 'Sec-Fetch-Mode': mode }).expect(status);
});

it('a body that is not encoded as it says, or nested without end, is refused', async () => {
  const send = (body: string, headers: Record<string, string> = {}) =>
    service.request
      .put(`/api/plans/${takeId(1)}`)
      .set({ 'Content-Type': 'application/json', ...headers })
      .send(body);
  expect((await send('{}', { 'Content-Encoding': 'gzip' })).status).toBe(400);
  expect((await send('{}', { 'Content-Encoding': 'nonsense' })).status).toBe(415);
  const deep = `{"title":${'['.repeat(50_000)}${']'.repeat(50_000)}}`;
  expect((await send(deep)).body).toMatchObject({
    status: 422,
    detail: expect.stringMatching(/nested deeper/),
  });
});

it('hundreds of thousands of wrong hits get twenty problems, not megabytes of them', async () => {
  const hits = Array.from({ length: 60_000 }, () => ({}));
  const { body, text } = await service.request
    .post('/api/reports')
    .send({ plan: GROWING.plan, hits })
    .expect(422);
  expect(body.errors).toHaveLength(21);
  expect(body.errors.at(-1).message).toBe('and 59980 more');
  expect(text.length).toBeLessThan(5000);
});

it('a full disk is said to be full, and nothing was changed', async () => {
  await put(demoTake(1));
  await service.database.sequelize.query('PRAGMA wal_checkpoint(TRUNCATE)');
  const [[{ page_count: pages }]] = (await service.database.sequelize.query('PRAGMA page_count')) as [
    { page_count: number }[],
    unknown,
  ];
  await service.database.sequelize.query(`PRAGMA max_page_count = ${pages}`);
  let [n, full] = [2, await put(demoTake(2))];
  // Free pages inside the file may still hold one.
  while (full.status === 201) full = await put(demoTake(++n));
  expect([full.status, full.body.detail]).toEqual([507, expect.stringMatching(/no room left on the disk/)]);
  expect(await items()).toHaveLength(n - 1);
  await service.database.sequelize.query('PRAGMA max_page_count = 1000000');
  await put(demoTake(n)).expect(201);
});

/**
 * Requests that nobody would send, to every route of a real service over real SQLite, measured in worker threads as it is served.
 * `FELDSPAR_LONG` sends all of them.
 */
import fc from 'fast-check';
import { QueryTypes } from 'sequelize';
import type { Response } from 'supertest';
import { computeInThreads } from './compute/measure.ts';
import { type Asked, asked } from './testing/fuzz.ts';
import { demoTake, takeId } from './testing/documents.ts';
import { type Service, newFolder, startService } from './testing/service.ts';

const REQUESTS = process.env.FELDSPAR_LONG ? 25_000 : 800;
/** Four in a hundred of the bodies are large; none of the answers is. */
const LARGEST_ANSWER = 400_000;

let service: Service;
beforeAll(async () => {
  service = await startService(newFolder());
  await service.request
    .put(`/api/takes/${takeId(1)}`)
    .send(demoTake(1))
    .expect(201);
});
afterAll(() => service.remove());

async function send({ method, path, body, headers = {} }: Asked): Promise<Response> {
  const request = service.request[method](path).set(headers);
  if (body === undefined) return request;
  if (!('Content-Type' in headers)) request.set('Content-Type', 'application/json');
  return request.send(typeof body === 'string' ? body : JSON.stringify(body));
}

/** The database counts its changes itself; see the folder's identity. */
async function changesSoFar(): Promise<number> {
  const [{ revision }] = await service.database.sequelize.query<{ revision: number }>(
    'SELECT revision FROM studio',
    {
      type: QueryTypes.SELECT,
    },
  );
  return revision;
}

it(`${REQUESTS} of them: never a failure of ours, never a large answer, and what is refused changes nothing`, async () => {
  const counts: Record<string, number> = {};
  await fc.assert(
    fc.asyncProperty(asked, async (request) => {
      const before = await changesSoFar();
      const answer = await send(request);
      counts[answer.status] = (counts[answer.status] ?? 0) + 1;
      const what = `${request.method} ${request.path} ${JSON.stringify(request.body)?.slice(0, 300)}: ${answer.text?.slice(0, 200)}`;
      if (answer.status >= 500) throw new Error(what);
      if ((answer.text?.length ?? 0) > LARGEST_ANSWER)
        throw new Error(`${answer.text.length} letters for ${what}`);
      if (answer.status >= 400) {
        expect([answer.type, answer.headers['content-security-policy']]).toEqual([
          'application/problem+json',
          expect.stringContaining("default-src 'self'"),
        ]);
        if ((await changesSoFar()) !== before) throw new Error(`refused, and yet changed: ${what}`);
      }
    }),
    { numRuns: REQUESTS, seed: Number(process.env.FELDSPAR_SEED ?? 20261125), endOnFailure: true },
  );
  console.info('answers by status:', counts);
  // It still does what it is for.
  await service.request
    .put(`/api/takes/${takeId(900)}`)
    .send(demoTake(900))
    .expect(201);
}, 900_000);

it('a computation that takes too long, or too much memory, is ended; the next one is answered', async () => {
  const worker = new URL('./testing/endless.worker.mjs', `file://${__filename}`).href;
  const compute = computeInThreads({ timeMs: 700, memoryMb: 64 }, worker);
  const take = demoTake(1);
  await expect(compute.measure({ ...take, latencyMs: 1 })).rejects.toThrow(/takes longer than 0.7 s/);
  await expect(compute.measure({ ...take, latencyMs: 2 })).rejects.toThrow(
    /needs more than 64 MB|takes longer/,
  );
  await expect(compute.measure({ ...take, latencyMs: 0 })).resolves.toBe('measured');
  await compute.close();
}, 60_000);

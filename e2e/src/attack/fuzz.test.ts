/**
 * Requests that nobody would send, to every route of the real server, measured in its worker threads. A tenth of them here; `npm run
 * fuzz` sends all, and there the time of a bystander's answers and the server's memory are looked at too.
 */
import { readFileSync } from 'node:fs';
import { Agent, type IncomingHttpHeaders, request as httpRequest } from 'node:http';
import { join } from 'node:path';
import fc from 'fast-check';
import sqlite3 from 'sqlite3';
import { App } from '../driver/app.ts';
import { type Asked, asked, takeId, takeOf } from './asked.ts';

const LONG = Boolean(process.env.FELDSPAR_LONG);
const REQUESTS = LONG ? 25_000 : 2500;
/** Four in a hundred of the bodies are large; none of the answers is. */
const LARGEST_ANSWER = 400_000;
const BYSTANDER_WAITS_MS = 2000;
const MEMORY_MAY_GROW = 1.2;

interface Answer {
  status: number;
  headers: IncomingHttpHeaders;
  text: string;
}

let app: App;
let database: sqlite3.Database;
const agent = new Agent({ keepAlive: true });
beforeAll(async () => {
  app = await App.start();
  database = new sqlite3.Database(join(app.folder, 'feldspar.sqlite'), sqlite3.OPEN_READONLY);
  expect((await send(goodTake(1))).status).toBe(201);
});
afterAll(async () => {
  agent.destroy();
  await new Promise((resolve) => database.close(resolve));
  await app.remove();
});

const goodTake = (n: number): Asked => ({ method: 'put', path: `/api/takes/${takeId(n)}`, body: takeOf(n) });

/** As written: `fetch` would tidy the address up. A server that hangs up instead of answering is a failure. */
function send({ method, path, body, headers = {} }: Asked): Promise<Answer> {
  const text = body === undefined ? undefined : typeof body === 'string' ? body : JSON.stringify(body);
  const sent = {
    ...(text === undefined
      ? {}
      : { 'Content-Type': 'application/json', 'Content-Length': Buffer.byteLength(text) }),
    ...headers,
  };
  return new Promise((resolve, reject) => {
    const request = httpRequest(
      {
        port: app.port,
        host: 'localhost',
        method: method.toUpperCase(),
        path: path.replaceAll(' ', '%20'),
        headers: sent,
        agent,
      },
      (answer) => {
        const pieces: Buffer[] = [];
        answer.on('data', (piece: Buffer) => pieces.push(piece));
        answer.on('error', reject);
        answer.on('end', () =>
          resolve({
            status: answer.statusCode!,
            headers: answer.headers,
            text: Buffer.concat(pieces).toString(),
          }),
        );
      },
    );
    request.on('error', (problem: NodeJS.ErrnoException) => {
      // A connection that lay idle may be closed while it is used again; then nothing was asked yet.
      if (request.reusedSocket && problem.code === 'ECONNRESET')
        send({ method, path, body, headers }).then(resolve, reject);
      else reject(problem);
    });
    request.end(text);
  });
}

/** The database counts its changes itself; see the folder's identity. */
function changesSoFar(): Promise<number> {
  return new Promise((resolve, reject) =>
    database.get<{ revision: number }>('SELECT revision FROM studio', (error, row) =>
      error ? reject(error) : resolve(row.revision),
    ),
  );
}

/** Resident memory of the server, in MB. */
function memoryMb(): number {
  const [, kilobytes] = /VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${app.pid}/status`, 'utf8'))!;
  return Number(kilobytes) / 1024;
}

/** Somebody else, who only looks: how long he waits at most. */
function bystander(): { stop(): Promise<{ looks: number; longestMs: number }> } {
  let over = false;
  const seen = { looks: 0, longestMs: 0 };
  const looking = (async () => {
    while (!over) {
      const begun = performance.now();
      expect((await send({ method: 'get', path: '/api/takes?limit=5' })).status).toBe(200);
      seen.longestMs = Math.max(seen.longestMs, performance.now() - begun);
      seen.looks++;
      await new Promise((resolve) => setTimeout(resolve, 50));
    }
    return seen;
  })();
  return {
    stop: () => {
      over = true;
      return looking;
    },
  };
}

it(`${REQUESTS} of them: never a failure of ours, never a large answer, and what is refused changes nothing`, async () => {
  const counts: Record<string, number> = {};
  const other = bystander();
  let warm = 0;
  let n = 0;
  // Nobody else changes anything: counted again only after what may have.
  let changes = await changesSoFar();
  await fc.assert(
    fc.asyncProperty(asked, async (request) => {
      const answer = await send(request);
      counts[answer.status] = (counts[answer.status] ?? 0) + 1;
      if (++n === Math.ceil(REQUESTS / 10)) warm = memoryMb();
      const what = `${request.method} ${request.path} ${JSON.stringify(request.body)?.slice(0, 300)}: ${answer.text.slice(0, 200)}`;
      if (answer.status >= 500) throw new Error(what);
      if (answer.text.length > LARGEST_ANSWER) throw new Error(`${answer.text.length} letters for ${what}`);
      // Node's own parser answers what is no HTTP at all; everything that reaches the application is a problem document.
      if (answer.status >= 400) {
        expect({
          what,
          type: answer.headers['content-type'],
          policy: answer.headers['content-security-policy'],
        }).toEqual({
          what,
          type: expect.stringContaining('application/problem+json'),
          policy: expect.stringContaining("default-src 'self'"),
        });
        if ((await changesSoFar()) !== changes) throw new Error(`refused, and yet changed: ${what}`);
      } else changes = await changesSoFar();
    }),
    {
      numRuns: REQUESTS,
      seed: Number(process.env.FELDSPAR_SEED ?? 20261125),
      endOnFailure: true,
      // Not the request itself, which may be long.
      reporter: ({ failed, seed, numRuns, errorInstance }) => {
        if (failed)
          throw new Error(`seed ${seed}, request ${numRuns}: ${String(errorInstance)}`.slice(0, 3000));
      },
    },
  );
  const { looks, longestMs } = await other.stop();
  const end = memoryMb();
  console.info(
    `answers by status: ${JSON.stringify(counts)}; a bystander looked ${looks} times and waited ${longestMs.toFixed(0)} ms at most; memory ${warm.toFixed(0)} MB after a tenth, ${end.toFixed(0)} MB at the end`,
  );
  expect(looks).toBeGreaterThan(0);
  if (LONG) {
    expect(longestMs).toBeLessThan(BYSTANDER_WAITS_MS);
    expect(end).toBeLessThan(MEMORY_MAY_GROW * warm);
  }
  // It still does what it is for.
  expect((await send(goodTake(900))).status).toBe(201);
}, 3_600_000);

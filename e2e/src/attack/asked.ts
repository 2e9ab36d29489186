/**
 * Requests that nobody would send: good ones, broken in one or a few places, to every route. What must hold whatever comes is
 * stated by whoever runs them.
 */
import fc from 'fast-check';
import { STEADY_PLAYER } from '@feldspar/core/players';
import { READY_PLANS } from '@feldspar/core/practice';
import { type Take, simulatedTake } from '@feldspar/core/take';

export interface Asked {
  method: 'get' | 'put' | 'patch' | 'post' | 'delete';
  path: string;
  /** Sent as it is where it is text. */
  body?: unknown;
  headers?: Record<string, string>;
}

const GROWING = READY_PLANS[3];
const LONG = Boolean(process.env.FELDSPAR_LONG);

export const takeId = (n: number): string => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;

export function takeOf(n: number): Take {
  const take = simulatedTake({
    id: takeId(n),
    startedAt: new Date(Date.UTC(2026, 3, 1, 12, n % 60)),
    plan: GROWING.plan,
    planId: GROWING.id,
    playerId: null,
    traits: { ...STEADY_PLAYER, tempoPercent: 1.4 },
    seed: n,
  });
  return { ...take, input: 'keys', simulated: null };
}

const whole = takeOf(1);
const small = { ...whole, hits: whole.hits.slice(0, 6) };
const BODIES: unknown[] = [
  small,
  {
    ...small,
    clock: {
      sampleRateHz: 48_000,
      zeroContextS: 1,
      anchors: [
        [1, 1],
        [2000, 3],
      ],
      baseLatencyMs: null,
      outputLatencyMs: 32,
    },
  },
  ...READY_PLANS.slice(0, 6).map(({ plan }) => plan),
  { plan: small.plan, hits: small.hits, latencyMs: 20 },
  { note: 'slower', trueTempo: { bpm: 50, beat: '1/2' }, judging: { tolerance: { level: 'beginner' } } },
  { note: 'x', was: { note: '' } },
  { name: 'Ada', instrument: 'cello' },
  { into: takeId(3) },
  ...asksForMuch(),
];

/** Small documents that ask for much, in the long run as much as is allowed; what the core does with them has tests of its own. */
function asksForMuch(): unknown[] {
  const { plan } = small;
  const [section] = plan.sections;
  const primes = [3, 5, 7, 11, 13, 17, 19, 23, 29, 31, 37, 41, 43, 47, 53, 59].map((prime) => `1/${prime}`);
  const of = (change: object) => ({ ...plan, sections: [{ ...section, bars: 1, ...change }] });
  const loop = { groove: 'drums and hat', feel: 'half', checkpoint: 63 };
  const dense = {
    meter: { beats: 64, unit: '1/4' },
    tempo: { bpm: 8, beat: '1/4' },
    play: [{ every: LONG ? '1/12000' : '1/1200' }],
  };
  return [
    of({ clicks: [{ at: primes }], play: [{ at: primes }] }),
    of({ play: [{ rhythm: primes.map((dur) => ({ dur })) }] }),
    of({ meter: { beats: 64, unit: '1/4' }, clicks: Array.from({ length: 32 }, () => loop) }),
    { plan: of(dense), hits: Array.from({ length: 200 }, (_, i) => ({ timeS: 2 * i })) },
  ];
}

/** Values that break things where they do not belong. */
const odd = fc.oneof(
  fc.constantFrom<unknown>(
    null,
    true,
    '',
    [],
    {},
    -1,
    0,
    1e308,
    -1e308,
    1e-308,
    '1/0',
    '0/1',
    '999999/999999',
    '1/999983',
  ),
  fc.constantFrom<unknown>('x'.repeat(5000), '\u0000', '__proto__', { __proto__: 1 }, [
    [[[[[[[[[[[]]]]]]]]]]],
  ]),
  fc.jsonValue({ maxDepth: 3 }),
  fc.integer(),
  fc.double({ noNaN: true }),
);

/** Picks places of a value one after another, and puts something odd there, takes them away, or adds to them. */
const edits = fc.array(fc.record({ steps: fc.array(fc.nat(40), { maxLength: 6 }), odd, how: fc.nat(3) }), {
  maxLength: 3,
});

type Edit = { steps: number[]; odd: unknown; how: number };

function edited(value: unknown, [step, ...steps]: number[], edit: Edit): unknown {
  const isLeaf = typeof value !== 'object' || value === null || Object.keys(value).length === 0;
  if (step === undefined || isLeaf) return edit.odd;
  const keys = Object.keys(value);
  const key = keys[step % keys.length];
  const copy = (Array.isArray(value) ? [...(value as unknown[])] : { ...value }) as Record<string, unknown>;
  if (steps.length === 0 && edit.how === 1) {
    if (Array.isArray(copy)) copy.splice(Number(key), 1);
    else delete copy[key];
  } else if (steps.length === 0 && edit.how === 2) {
    if (Array.isArray(copy)) copy.push(edit.odd);
    else copy[`extra ${step}`] = edit.odd;
  } else copy[key] = edited(copy[key], steps, edit);
  return copy;
}

const broken = fc
  .tuple(fc.constantFrom(...BODIES), edits)
  .map(([body, all]) => all.reduce((value, edit) => edited(value, edit.steps, edit), body));

const id = fc.oneof(
  { weight: 6, arbitrary: fc.constantFrom(takeId(1), takeId(2), READY_PLANS[0].id, takeId(404)) },
  {
    weight: 1,
    arbitrary: fc.constantFrom('7', '%00', '..%2f..', 'x'.repeat(300), '%E0%A4%A', "'; DROP TABLE takes; --"),
  },
);
const path = fc.oneof(
  { weight: 4, arbitrary: id.map((one) => `/api/takes/${one}`) },
  { weight: 3, arbitrary: id.map((one) => `/api/plans/${one}`) },
  { weight: 1, arbitrary: id.map((one) => `/api/players/${one}`) },
  { weight: 1, arbitrary: id.map((one) => `/api/takes/${one}/restore`) },
  { weight: 2, arbitrary: fc.constant('/api/reports') },
  {
    weight: 2,
    arbitrary: fc
      .tuple(
        fc.constantFrom(
          '/api/takes',
          '/api/plans',
          '/api/holds',
          '/api/bin',
          '/api/health',
          '/api/remeasuring',
          '/api/onsets',
          '/',
          '/assets/x.js',
        ),
        fc.constantFrom(
          '',
          '?limit=1',
          '?limit=-1',
          '?limit=1e9',
          '?cursor=zzz',
          '?order=slowest',
          '?player=x',
          '?revision=-3',
          '?limit[]=1&limit[]=2',
        ),
      )
      .map((parts) => parts.join('')),
  },
  {
    weight: 1,
    arbitrary: fc.constantFrom(
      '/%00',
      '/..%2f..%2fetc%2fpasswd',
      '/assets/../../package.json',
      '//',
      '/%',
      '/api',
      '/index.html%00.js',
      '/a.b.c',
    ),
  },
);
const headers = fc.oneof(
  { weight: 8, arbitrary: fc.constant({}) },
  {
    weight: 2,
    arbitrary: fc.constantFrom<Record<string, string>>(
      { 'Content-Encoding': 'gzip' },
      { 'Content-Encoding': 'nonsense' },
      { 'Content-Type': 'text/plain' },
      { 'Content-Type': 'application/json; charset=nonsense' },
      { 'Accept-Encoding': 'br;q=x' },
      { Origin: 'http://evil.example' },
      { 'Sec-Fetch-Site': 'cross-site' },
    ),
  },
);
/** The route that a body is for. */
function homeOf(body: unknown): [Asked['method'], string] {
  const { format, plan, name, note, into } = body as Record<string, unknown>;
  if (format === 'feldspar-take') return ['put', `/api/takes/${takeId(1)}`];
  if (format === 'feldspar-plan') return ['put', `/api/plans/${takeId(2)}`];
  if (plan !== undefined) return ['post', '/api/reports'];
  if (into !== undefined) return ['post', `/api/players/${takeId(4)}/merge`];
  if (name !== undefined) return ['put', `/api/players/${takeId(3)}`];
  if (note !== undefined) return ['patch', `/api/takes/${takeId(1)}`];
  throw new Error('a body without a route');
}

/** Sent where they belong, so that what is broken is met by its own check. */
const atHome = fc.tuple(fc.constantFrom(...BODIES), edits, headers).map(([body, all, extra]): Asked => {
  const [method, home] = homeOf(body);
  return {
    method,
    path: home,
    body: all.reduce((value, edit) => edited(value, edit.steps, edit), body),
    headers: extra,
  };
});
const text = fc.constantFrom('{', '[]', 'null', '"x"', '{"a":1}}', '[['.repeat(20_000), '\u0000', '1');

const anywhere = fc
  .record({
    method: fc.constantFrom('get', 'put', 'put', 'put', 'patch', 'post', 'delete'),
    path,
    body: fc.oneof({ weight: 9, arbitrary: broken }, { weight: 1, arbitrary: text }),
    headers,
  })
  .map(({ method, body, ...rest }) =>
    method === 'get' ? { method, ...rest } : { method, body, ...rest },
  ) as fc.Arbitrary<Asked>;

export const asked: fc.Arbitrary<Asked> = fc.oneof(
  { weight: 2, arbitrary: atHome },
  { weight: 1, arbitrary: anywhere },
);

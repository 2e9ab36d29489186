/** What a plan may ask for: refused early and by name, never computed until something gives. */
import fc from 'fast-check';
import { denseAlignment, longLoops, manyVoices, primeDenominators, primeRhythm } from '../testing/hostile.ts';
import { plan } from '../testing/plans.ts';
import { measureTake } from '../take/index.ts';
import { type Plan, PlanError, compile, planSchema, readPlan } from './index.ts';
import { leastCommonMultiple } from '../time/index.ts';

const problemsOf = (make: () => unknown) => {
  try {
    make();
  } catch (error) {
    if (error instanceof PlanError) return error.problems.map(({ message }) => message).join(' ');
    throw error;
  }
  return 'none';
};

it.each<[string, Plan, RegExp]>([
  ['positions of two dozen prime denominators', primeDenominators(), /too fine to be told apart exactly/],
  ['a rhythm of as many prime lengths', primeRhythm(), /too fine to be told apart exactly/],
  [
    'loops of thousands of strokes in every layer',
    longLoops(),
    /the plan has about \d+ bars, clicks and notes/,
  ],
])('%s: refused', (_, hostile, message) => {
  expect(problemsOf(() => compile(hostile))).toMatch(message);
});

it('thousands of voices: refused by the schema', () => {
  expect(readPlan(manyVoices())).toEqual({
    problems: [{ path: 'sections', message: 'the lines name 4096 voices; a plan has at most 16 parts' }],
  });
});

it('notes closer than anybody plays are measured all the same, in bounded time and memory', () => {
  const { plan: dense, hits } = denseAlignment();
  const { counts } = measureTake({ plan: dense, hits, clock: null, latencyMs: 0, stoppedAtS: null }).report;
  expect(counts.targets).toBe(192_000);
  expect(counts.matched + counts.extra).toBe(1000);
});

it('an unknown field is refused by name, at any depth', () => {
  const [section] = plan().sections;
  const bad = {
    ...plan(),
    colour: 'red',
    sections: [{ ...section, clicks: [{ every: '1/4', loudness: 11 }] }],
  };
  expect(readPlan(bad)).toEqual({
    problems: [
      { path: 'sections[0].clicks[0]', message: 'there is no field "loudness" here; take it out' },
      { path: '', message: 'there is no field "colour" here; take it out' },
    ],
  });
});

it('of many problems twenty are named, and how many more', () => {
  const at = Array.from({ length: 100 }, () => 'x');
  const result = readPlan(plan({ clicks: [{ at }] }));
  expect('problems' in result && [result.problems.length, result.problems.at(-1)]).toEqual([
    21,
    { path: '', message: 'and 80 more' },
  ]);
});

it.each([
  ['deep', () => Array.from({ length: 10_000 }).reduce<unknown>((inner) => [inner], 0), /nested deeper/],
  ['long', () => ({ title: 'x'.repeat(500_000) }), /longer than 400000 letters/],
])('a %s count sheet is refused', (_, make, message) => {
  const { error } = planSchema.safeParse({ ...plan(), sheet: make() });
  expect(error?.issues.map(({ message: text }) => text).join(' ')).toMatch(message);
});

it('property: the least common multiple is exact, or Infinity where it is no exact number', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 999_999 }), fc.integer({ min: 1, max: 999_999 }), (a, b) => {
      const [n, m] = [BigInt(a), BigInt(b)];
      const gcd = (x: bigint, y: bigint): bigint => (y === 0n ? x : gcd(y, x % y));
      expect(BigInt(leastCommonMultiple(a, b))).toBe((n * m) / gcd(n, m));
    }),
  );
  expect(leastCommonMultiple(Number.MAX_SAFE_INTEGER, 2)).toBe(Infinity);
  expect(leastCommonMultiple(Infinity, 2)).toBe(Infinity);
});

it('a click or a note behind the end of its bar is refused also by whoever compiles without the schema', () => {
  const waltz = { meter: { beats: 3, unit: '1/4' }, bars: 2 };
  const click = plan({ ...waltz, clicks: [{ at: ['1/4', '3/4'] }] });
  const note = plan({ ...waltz, play: [{ at: ['0', '7/8'] }] });
  for (const [faulty, path] of [
    [click, 'sections[0].clicks[0].at[1]'],
    [note, 'sections[0].play[0].at[1]'],
  ] as const) {
    let problems: PlanError['problems'] = [];
    try {
      compile(faulty);
    } catch (error) {
      ({ problems } = error as PlanError);
    }
    expect(problems.map((problem) => problem.path)).toEqual([path]);
    expect(problems[0].message).toMatch(/lies outside a bar of 3\/4, which ends at 3\/4/);
  }
});

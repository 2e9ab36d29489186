import { compile } from '../plan/index.ts';
import { STEADY_PLAYER, simulate } from '../players/index.ts';
import { plan, withCountIn } from '../testing/plans.ts';
import { measure } from '../timing/index.ts';
import {
  type Take,
  holdOfTakes,
  measureTake,
  playedPart,
  readSmallCore,
  summaryOf,
  takeSchema,
  takeSummarySchema,
} from './index.ts';

const document = withCountIn(plan({ bars: 12, silence: { sound: 2, silent: [1, 2] } }));
const timeline = compile(document);
const hits = simulate(timeline, { ...STEADY_PLAYER, tempoPercent: 1.5 }, 11);

const take: Take = {
  format: 'feldspar-take',
  version: 1,
  id: '3f0f6f4e-9d5a-4d2c-8a35-0c8f0d6b1a01',
  playerId: null,
  planId: null,
  plan: document,
  startedAt: '2026-05-04T18:20:00.000Z',
  stoppedAtS: null,
  input: 'keys',
  hits,
  clock: null,
  latencyMs: 0,
  simulated: null,
  note: '',
};

/** The same take as a browser would record it: stamps of a clock that is 4 s ahead and anchors every 250 ms. */
function stamped(stepAtS?: number): Take {
  const lost = (timeS: number) => (stepAtS !== undefined && timeS >= stepAtS ? 0.08 : 0);
  const anchors = Array.from({ length: 200 }, (_, i): [number, number] => {
    const performanceS = 1 + i / 4;
    return [1000 * performanceS, performanceS + 0.5 - lost(performanceS + 0.5 - 6)];
  });
  return {
    ...take,
    hits: hits.map(({ timeS, ...hit }) => ({
      ...hit,
      timeS: 0,
      stampMs: 1000 * (timeS + 5.5 + (stepAtS !== undefined && timeS >= stepAtS - 0.08 ? 0.08 : 0)),
    })),
    clock: { sampleRateHz: 48_000, zeroContextS: 6, anchors, baseLatencyMs: 10, outputLatencyMs: 30 },
  };
}

it('of two limbs a microphone hears one sound and misses neither; keys tell every stroke', () => {
  const play = ['hand', 'foot'].map((voice) => ({ every: '1/4', voice }));
  const both = withCountIn(plan({ bars: 4, play }));
  const heard = compile(both).targets.filter(({ voice }) => voice === 'hand');
  const unison: Take = { ...take, plan: both, hits: heard.map(({ timeS }) => ({ timeS })) };
  const countsOf = (input: Take['input']) => measureTake({ ...unison, input }).report.counts;
  expect(countsOf('keys')).toMatchObject({ matched: 16, missed: 16 });
  for (const input of ['microphone', 'recording'] as const)
    expect(countsOf(input)).toMatchObject({ matched: 32, missed: 0 });
});

describe('measuring a take', () => {
  it('fits its schema and measures as its hits do', () => {
    expect(takeSchema.parse(take)).toEqual(take);
    expect(measureTake(take).report).toEqual(measure(timeline, hits));
  });

  it('maps raw stamps through the clock facts, to a thousandth of a millisecond', () => {
    const { report } = measureTake(stamped());
    const plain = measure(timeline, hits);
    expect(report.disturbances).toEqual([]);
    report.matches.forEach((match, i) =>
      expect(match.asynchronyMs).toBeCloseTo(plain.matches[i].asynchronyMs, 3),
    );
  });

  it('a step of the audio clock is reported with its bar, and hits after it still lie where they were heard', () => {
    const { report } = measureTake(stamped(16));
    expect(report.disturbances).toEqual([
      { timeS: expect.closeTo(16, 0), lostMs: expect.closeTo(80, 3), bar: 6 },
    ]);
    expect(report.trustedFromBar).toBe(7);
    const plain = measure(timeline, hits);
    expect(report.matches.at(-1)!.asynchronyMs).toBeCloseTo(plain.matches.at(-1)!.asynchronyMs, 3);
  });

  it('a take stopped by hand is judged on what was reached', () => {
    const { report, timeline: played } = measureTake({
      ...take,
      stoppedAtS: 7.5,
      hits: hits.filter((hit) => hit.timeS < 7.5),
    });
    expect(report.counts).toMatchObject({ targets: 9, missed: 0 });
    expect(played.bars.at(-1)!.number).toBe(3);
    expect(playedPart(timeline, 0).bars).toHaveLength(1);
  });

  it('the time between the last stroke and the stop key is not a row of missed notes', () => {
    const { report } = measureTake({ ...take, stoppedAtS: 20, hits: hits.filter((hit) => hit.timeS < 7.5) });
    expect(report.counts.missed).toBeLessThanOrEqual(1);
  });

  it.each([
    ['an id that is no UUID', { id: '7' }],
    ['a time in words', { startedAt: 'yesterday' }],
    ['a hit without time', { hits: [{ voice: 'left' }] }],
    ['an unknown input', { input: 'telepathy' }],
  ])('refuses %s', (_, change) => {
    expect(takeSchema.safeParse({ ...take, ...change }).success).toBe(false);
  });
});

describe('the summary kept beside a take', () => {
  it('carries sentence, verdict and a small core', () => {
    const measured = measureTake(take);
    const summary = summaryOf(measured);
    expect(takeSummarySchema.parse(summary)).toEqual(summary);
    expect(summary.finding).toEqual(measured.report.findings[0]);
    expect(summary.longestGapBeats).toBe(8);
    const core = readSmallCore(summary.core);
    expect(core.rows.map((row) => row.silent)).toEqual([...'xxoxxooxxoox'].map((c) => c === 'o'));
    expect(core.marks).toHaveLength(48);
  });

  it('stays small for a long take', () => {
    const long = plan({ bars: 900, play: [{ every: '1/16' }] });
    const summary = summaryOf(
      measureTake({ ...take, plan: long, hits: simulate(compile(long), STEADY_PLAYER, 2) }),
    );
    const core = readSmallCore(summary.core);
    expect(core.rows.length).toBeLessThanOrEqual(40);
    expect(core.marks.length).toBeLessThanOrEqual(400);
  });
});

describe('holding, from several takes', () => {
  const played = (seed: number, traits: Partial<typeof STEADY_PLAYER> = {}): Take => ({
    ...take,
    hits: simulate(timeline, { ...STEADY_PLAYER, tempoPercent: 0, ...traits }, seed),
  });
  const width = (range: [number, number] | null) => range![1] - range![0];

  it('of one take is that take’s own', () => {
    expect(holdOfTakes([played(3)])).toEqual(measureTake(played(3)).report.holdBeats);
  });

  it('many takes narrow the range', () => {
    const many = Array.from({ length: 8 }, (_, i) => played(20 + i));
    const single = many.map((one) => width(holdOfTakes([one]).range));
    expect(width(holdOfTakes(many).range)).toBeLessThan(single.reduce((a, b) => a + b) / single.length);
  });

  it('a player whose tempo differs from day to day holds less long than each day says', () => {
    const days = [-2, 2, -2, 2].map((tempoPercent, i) => played(30 + i, { tempoPercent, clockSdMs: 4 }));
    const even = [0, 0, 0, 0].map((tempoPercent, i) => played(30 + i, { tempoPercent, clockSdMs: 4 }));
    expect(holdOfTakes(days).beats!).toBeLessThan(holdOfTakes(even).beats!);
  });

  it('the newest take’s tolerance is asked for; takes without a gap say nothing', () => {
    const newest = { ...played(3), judging: { tolerance: { level: 'beginner' as const } } };
    expect(holdOfTakes([newest, played(4)]).toleranceMs).toBe(60);
    const steady = plan({ bars: 4 });
    const none = { ...take, plan: steady, hits: simulate(compile(steady), STEADY_PLAYER, 1) };
    expect(holdOfTakes([none])).toMatchObject({ beats: null, why: expect.stringMatching(/needs 12/) });
  });
});

/** Unisons, swing and note lengths, on hits whose truth is known. */
import { compile } from '../plan/index.ts';
import { handAndFoot, plan } from '../testing/plans.ts';
import { seededNormal } from '../testing/takes.ts';
import { sentenceOf } from '../words/index.ts';
import { type Hit, measure } from './index.ts';

describe('unisons', () => {
  const timeline = compile(handAndFoot());
  const played = (footLateMs: number, sdMs: number): Hit[] => {
    const { normal } = seededNormal(5);
    return timeline.targets.map(({ timeS, voice }) => ({
      voice,
      timeS: timeS + ((voice === 'foot' ? footLateMs : 0) + sdMs * normal()) / 1000,
    }));
  };

  it('16 strokes together, the foot 12 ms behind: the hand leads', () => {
    const { unison } = measure(timeline, played(12, 0));
    expect(unison).toMatchObject({ n: 16, leads: 'hand', withinTolerance: 1 });
    expect(unison.meanSpreadMs).toBeCloseTo(12, 9);
  });

  it('a foot in front leads; beyond 20 ms they are two sounds', () => {
    expect(measure(timeline, played(-25, 1)).unison).toMatchObject({ leads: 'foot', withinTolerance: 0 });
  });

  it('a foot that comes later and later is told of, with how much in a minute; one that does not is not', () => {
    const { normal } = seededNormal(9);
    const long = compile(handAndFoot({ bars: 40, tempo: { bpm: 120, beat: '1/4' } }));
    const falling = (msPerMinute: number) =>
      long.targets.map(({ timeS, voice }) => ({
        voice,
        timeS: timeS + ((voice === 'foot' ? (msPerMinute * timeS) / 60 : 0) + 6 * normal()) / 1000,
      }));
    const report = measure(long, falling(25));
    const { trend } = report.unison;
    expect(trend!.ci95[0]).toBeLessThan(25);
    expect(trend!.ci95[1]).toBeGreaterThan(25);
    expect(trend!.ci95[0]).toBeGreaterThan(15);
    expect(sentenceOf(report.findings.find(({ code }) => code === 'limbs')!)).toMatch(
      /The foot comes later and later: 2\d ms a minute\./,
    );
    const early = measure(long, falling(-25));
    expect(sentenceOf(early.findings.find(({ code }) => code === 'limbs')!)).toMatch(/The hand comes later/);
    expect(measure(long, falling(0)).findings.find(({ code }) => code === 'limbs')).not.toHaveProperty(
      'falls',
    );
  });

  it('the interval of the trend covers the truth nineteen times in twenty', () => {
    let covered = 0;
    const players = 200;
    for (let seed = 1; seed <= players; seed++) {
      const { normal } = seededNormal(seed);
      const hits = timeline.targets.map(({ timeS, voice }) => ({
        voice,
        timeS: timeS + ((voice === 'foot' ? (20 * timeS) / 60 : 0) + 8 * normal()) / 1000,
      }));
      const [low, high] = measure(timeline, hits).unison.trend!.ci95;
      if (low <= 20 && high >= 20) covered++;
    }
    // 190 of 200, less three standard deviations of the binomial.
    expect(covered).toBeGreaterThanOrEqual(180);
  });

  it('a spread without a direction names nobody', () => {
    const { unison } = measure(timeline, played(0, 10));
    expect(unison.leads).toBeNull();
    expect(unison.why).toBe('neither leads for certain');
    expect(unison.sdMs).toBeGreaterThan(8);
  });

  it('two lines that name no part are two parts; played perfectly nothing is missed, whoever strikes with which key', () => {
    const two = compile(plan({ bars: 4, play: [{ every: '1/2' }, { every: '1/4' }] }));
    expect(two.parts).toEqual(['hand', 'foot']);
    const strokes = two.targets.map(({ timeS }) => ({ timeS }));
    expect(measure(two, strokes).counts).toMatchObject({ targets: 24, missed: 0, extra: 0 });
    const named = two.targets.map(({ timeS, voice }) => ({
      timeS,
      voice: voice === 'hand' ? 'left' : 'right',
    }));
    expect(measure(two, named).counts).toMatchObject({ missed: 0, extra: 0 });
  });

  it('parts are in the order in which the plan names them, whoever sounds first', () => {
    const late = compile(
      plan({
        bars: 4,
        play: [
          { at: ['1/2'], voice: 'foot' },
          { every: '1/4', voice: 'hand' },
        ],
      }),
    );
    expect(late.targets[0].voice).toBe('hand');
    expect(late.parts).toEqual(['foot', 'hand']);
  });

  it('lines of the same usual hand that take turns are one part', () => {
    const turns = compile(
      plan({
        bars: 4,
        play: [
          { every: '1/4', until: 2 },
          { every: '1/8', fromBar: 3 },
        ],
      }),
    );
    expect(turns.parts).toEqual(['hand']);
  });

  it('one line, or too few strokes together, is said', () => {
    const one = compile(plan());
    expect(measure(one, []).unison.why).toBe('the plan has one line to play');
    expect(measure(timeline, played(0, 0).slice(0, 6)).unison).toMatchObject({
      leads: null,
      why: expect.stringMatching(/^needs 8 notes struck together/),
    });
  });
});

describe('swing', () => {
  const eighths = compile(plan({ bars: 4, play: [{ every: '1/8' }] }));
  const swungBy = (ratio: number): Hit[] =>
    eighths.targets.map(({ timeS }, i) => ({ timeS: timeS + (i % 2) * 0.6 * (ratio / (ratio + 1) - 0.5) }));

  it.each([1, 1.5, 2])('a ratio of %d to 1 is read as played, on a straight grid', (ratio) => {
    const { swing } = measure(eighths, swungBy(ratio));
    expect(swing.ratio).toBeCloseTo(ratio, 6);
    expect(swing.sd).toBeCloseTo(0, 6);
    expect(swing.n).toBe(15);
  });

  it('and on a swung grid, however far', () => {
    const grid = compile(plan({ bars: 4, play: [{ every: '1/8', swing: { of: '1/8', ratio: 3 } }] }));
    const hits = grid.targets.map(({ timeS }) => ({ timeS }));
    expect(measure(grid, hits).swing.ratio).toBeCloseTo(3, 6);
  });

  it('quarters have no pairs', () => {
    const quarters = compile(plan());
    const { swing } = measure(
      quarters,
      quarters.targets.map(({ timeS }) => ({ timeS })),
    );
    expect(swing).toMatchObject({ ratio: null, n: 0, why: expect.stringMatching(/^needs 8 pairs/) });
  });
});

describe('note lengths', () => {
  const held = compile(
    plan({
      bars: 4,
      play: [{ rhythm: [{ dur: '1/2', hold: true }, { dur: '1/2', rest: true }, { dur: '1/4' }] }],
    }),
  );

  it('are judged against what is written, where the plan asks for it', () => {
    const hits = held.targets.map(({ timeS, lengthS }) => ({ timeS, lengthS: 0.9 * lengthS }));
    const { lengths } = measure(held, hits);
    expect(lengths.n).toBe(held.targets.filter(({ hold }) => hold).length);
    expect(lengths.meanRatio).toBeCloseTo(0.9, 9);
  });

  it('an input that tells no lengths, and a plan that asks for none, are said', () => {
    const hits = held.targets.map(({ timeS }) => ({ timeS }));
    expect(measure(held, hits).lengths).toMatchObject({
      meanRatio: null,
      why: expect.stringMatching(/has 0$/),
    });
    expect(measure(compile(plan()), []).lengths.why).toBe('the plan asks for no note lengths');
  });

  it('what sounds in a rest is told from what is merely too much', () => {
    const onIt = held.targets.map(({ timeS }) => ({ timeS }));
    const [first, second] = held.targets;
    const middle = (fromS: number, toS: number) => ({ timeS: (fromS + toS) / 2 });
    const inRest = middle(first.timeS + first.lengthS, second.timeS);
    const inNote = middle(first.timeS, first.timeS + first.lengthS);
    // A rest between each half and its quarter; after the last half no note follows.
    const n = held.targets.filter(({ hold }) => hold).length - 1;
    expect(measure(held, onIt).rests).toEqual({ n, hits: 0 });
    expect(measure(held, [...onIt, inRest, inNote]).rests).toEqual({ n, hits: 1 });
    const late = [...onIt, inRest].map(({ timeS }) => ({ timeS: timeS + 0.5 }));
    expect(measure(held, late, { latencyMs: 500 }).rests).toEqual({ n, hits: 1 });
    expect(measure(compile(plan()), onIt).rests).toBeNull();
  });
});

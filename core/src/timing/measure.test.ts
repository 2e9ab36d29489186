import { type Plan, compile } from '../plan/index.ts';
import { STEADY_PLAYER, simulate } from '../players/index.ts';
import { atMost, trials } from '../testing/long.ts';
import { sentencesOf } from '../words/index.ts';
import { plan, withCountIn } from '../testing/plans.ts';
import { type Hit, measure, reportSchema, sceneOf } from './index.ts';
import { verdictOf } from './measure.ts';

const EXACT = { ...STEADY_PLAYER, clockSdMs: 0, handSdMs: 0, offsetMs: 0 };
const HAND_AND_FOOT = plan({
  bars: 2,
  play: [
    { every: '1/4', voice: 'hand' },
    { every: '1/2', voice: 'foot' },
  ],
});
const hitsAt = (times: number[]): Hit[] => times.map((timeS) => ({ timeS }));
const play = (document: Plan, traits = STEADY_PLAYER, seed = 1) => {
  const timeline = compile(document);
  return { timeline, report: measure(timeline, simulate(timeline, traits, seed)) };
};

describe('gaps of a timeline', () => {
  const gapsOf = (document: Plan) => sceneOf(compile(document)).gaps;

  it('silent bars are one gap, named by their bars; the return is the next sounding click', () => {
    expect(gapsOf(plan({ bars: 6, silence: { sound: 2, silent: 2 } }))).toEqual([
      {
        fromS: expect.closeTo(4.8, 9),
        toS: expect.closeTo(9.6, 9),
        beats: 8,
        lastClickS: expect.closeTo(4.2, 9),
        afterClick: true,
        returnS: expect.closeTo(9.6, 9),
        returnBeat: 16,
        silenced: true,
      },
    ]);
  });

  it('a backbeat click leaves no gap for quarters; with silent bars its return is beat 2', () => {
    const clicks = [{ at: ['1/4', '3/4'] }];
    expect(gapsOf(plan({ clicks }))).toEqual([]);
    const [gap] = gapsOf(plan({ clicks, silence: { bars: 'xoxx' } }));
    expect(gap).toMatchObject({ beats: 4, fromS: expect.closeTo(2.4, 9), returnS: expect.closeTo(5.4, 9) });
  });

  it('one click a bar: every wait is a gap of four beats', () => {
    const gaps = gapsOf(plan({ clicks: [{ at: ['0'] }] }));
    expect(gaps.map((g) => [g.beats, g.silenced])).toEqual(Array(4).fill([4, false]));
    expect(gaps.map((g) => g.returnS === null)).toEqual([false, false, false, true]);
  });

  it('sixteenths under quarter clicks are not alone', () => {
    expect(gapsOf(plan({ play: [{ every: '1/16' }] }))).toEqual([]);
  });

  it('a plan that begins in silence begins with a gap', () => {
    expect(gapsOf(plan({ bars: 2, silence: { bars: 'ox' } }))[0]).toMatchObject({ fromS: 0, beats: 4 });
  });
});

describe('facts of the report', () => {
  it('2 % fast over 8 silent bars of 4/4 at 100: 19.2 s × 0.02/1.02 early at the return (hand-worked)', () => {
    const { report } = play(plan({ bars: 12, silence: { bars: 'xxooooooooxx' } }), {
      ...EXACT,
      tempoPercent: 2,
      correction: 1,
    });
    const [gap] = report.gaps;
    const expected = -19_200 * (0.02 / 1.02);
    expect(gap.beats).toBe(32);
    expect(gap.tempoPercent).toBeCloseTo(2, 6);
    expect(gap.driftMs).toBeCloseTo(expected, 6);
    // The player was already fast in the one beat between the last click and the silence.
    expect(gap.returnErrorMs).toBeCloseTo(expected * (33 / 32), 6);
    expect(report.drift).toMatchObject({ verdict: 'rushing', tempoPercent: expect.closeTo(2, 6) });
    expect(sentencesOf(report.findings)[0]).toBe(
      'You hurry when the click is gone: about 376 ms early after 8 silent bars, about 2.0 % fast (2.0 to 2.0).',
    );
  });

  it('splits clicked from silent, and says early as negative', () => {
    const timeline = compile(plan({ bars: 3, silence: { bars: 'xox' } }));
    const report = measure(
      timeline,
      hitsAt(timeline.targets.map((t, i) => t.timeS + (i >= 4 && i < 8 ? -0.02 : 0.01))),
    );
    expect(report.clicked).toMatchObject({
      n: 8,
      meanMs: expect.closeTo(10, 9),
      madMs: expect.closeTo(0, 9),
      withinTolerance: 1,
    });
    expect(report.silent).toMatchObject({ n: 4, meanMs: expect.closeTo(-20, 9) });
  });

  it('counts missed and extra; hits in the count-in are neither', () => {
    const timeline = compile(withCountIn(plan({ bars: 2 })));
    const targets = timeline.targets.map((t) => t.timeS);
    const hits = hitsAt([0, 0.6, 1.2, 1.8, ...targets.filter((_, i) => i !== 3), targets[5] + 0.3]);
    expect(measure(timeline, hits).counts).toEqual({ targets: 8, matched: 7, missed: 1, extra: 1 });
  });

  it('the “one” after the last bar, which most players add, is not a hit too many', () => {
    const timeline = compile(plan({ bars: 2 }));
    const hits = hitsAt([...timeline.targets.map((t) => t.timeS), timeline.endS]);
    expect(measure(timeline, hits).counts).toMatchObject({ matched: 8, extra: 0 });
  });

  it('a sentence never pairs hurrying with a late return', () => {
    // A player who sits 60 ms late throughout and hurries a little: early is relative to that.
    const { report } = play(plan({ bars: 16, silence: { sound: 2, silent: 2 } }), {
      ...EXACT,
      tempoPercent: 0.8,
      correction: 1,
      offsetMs: 90,
    });
    expect(report.gaps[0].returnErrorMs).toBeGreaterThan(0);
    expect(sentencesOf(report.findings)[0]).toBe(
      'You hurry when the click is gone: about 38 ms early after 2 silent bars, about 0.8 % fast (0.8 to 0.8).',
    );
  });

  it('the input’s latency is taken off every hit', () => {
    const timeline = compile(plan());
    const report = measure(timeline, hitsAt(timeline.targets.map((t) => t.timeS + 0.045)), { latencyMs: 45 });
    expect(report.clicked.meanMs).toBeCloseTo(0, 9);
  });

  it('hits of two lines are matched to their own line', () => {
    const timeline = compile(HAND_AND_FOOT);
    const hits = timeline.targets.map((t) => ({
      timeS: t.timeS + (t.voice === 'foot' ? 0.02 : -0.01),
      voice: t.voice,
    }));
    const report = measure(timeline, hits);
    expect(report.counts).toEqual({ targets: 12, matched: 12, missed: 0, extra: 0 });
    for (const match of report.matches) {
      expect(match.asynchronyMs).toBeCloseTo(timeline.targets[match.target].voice === 'foot' ? 20 : -10, 6);
    }
  });

  it('two keys play two lines: left the first, right the second', () => {
    const timeline = compile(HAND_AND_FOOT);
    const hits = timeline.targets.map((t) => ({
      timeS: t.timeS,
      voice: t.voice === 'foot' ? 'right' : 'left',
    }));
    expect(measure(timeline, hits).counts).toEqual({ targets: 12, matched: 12, missed: 0, extra: 0 });
  });

  it('beats back within the tolerance after a return', () => {
    const timeline = compile(plan({ bars: 4, silence: { bars: 'xoxx' } }));
    const shifts = [0, 0, 0, 0, -10, -30, -50, -70, -90, -60, -20, 0, 0, 0, 0, 0];
    const report = measure(timeline, hitsAt(timeline.targets.map((t, i) => t.timeS + shifts[i] / 1000)));
    expect(report.gaps[0]).toMatchObject({
      returnErrorMs: expect.closeTo(-90, 6),
      hitsToRecover: 2,
      driftMsPerBeat: expect.closeTo(-20, 3),
    });
  });

  it('more than twelve waits alike are one row with their count', () => {
    const { report } = play(plan({ bars: 20, clicks: [{ at: ['0'] }] }));
    expect(report.gaps.map((g) => g.count)).toEqual([20]);
    expect(report.gaps[0].tempoPercentCi95).not.toBeNull();
  });

  it('by position in the bar', () => {
    const timeline = compile(plan());
    const report = measure(
      timeline,
      hitsAt(timeline.targets.map((t, i) => t.timeS + (i % 4 === 3 ? 0.02 : 0))),
    );
    expect(report.positions.map((p) => [p.position, p.n, Math.round(p.meanMs!)])).toEqual([
      ['0', 4, 0],
      ['1/4', 4, 0],
      ['1/2', 4, 0],
      ['3/4', 4, 20],
    ]);
  });
});

describe('honesty', () => {
  it('every figure that is null has its reason beside it, and the report fits its schema', () => {
    for (const hits of [[], hitsAt([2.4]), hitsAt([2.4, 3, 3.6, 4.2, 4.8, 5.4])]) {
      const report = measure(compile(plan({ silence: { bars: 'xoxx' } })), hits);
      expect(reportSchema.parse(report)).toEqual(report);
      const withoutReason = Object.entries(report).filter(
        ([, value]) =>
          value &&
          typeof value === 'object' &&
          !Array.isArray(value) &&
          Object.values(value).includes(null) &&
          !('why' in value),
      );
      expect(withoutReason).toEqual([]);
      for (const gap of report.gaps) if (gap.tempoPercentCi95 === null) expect(gap.why).toMatch(/needs/);
    }
  });

  it.each([
    [0.5, [0.1, 0.9], 'rushing'],
    [-0.5, [-0.9, -0.1], 'dragging'],
    [0.2, [0.1, 0.3], 'steady'],
    [0.1, [-0.5, 0.5], 'steady'],
    [0.1, [-0.9, 1.1], 'unclear'],
    [0.5, [-0.1, 1.1], 'unclear'],
  ] as const)('drift %d %% with interval %j is %s', (percent, interval, verdict) => {
    expect(verdictOf(percent, [...interval])).toBe(verdict);
  });

  it('a steady player is called rushing or dragging no more often than the stated level', () => {
    // Takes of four gaps; the interval errs 5 % of the time.
    let accused = 0;
    const takes = trials(200);
    for (let seed = 1; seed <= takes; seed++) {
      const { report } = play(plan({ bars: 16, silence: { sound: 2, silent: 2 } }), STEADY_PLAYER, seed);
      if (report.drift.verdict === 'rushing' || report.drift.verdict === 'dragging') accused++;
    }
    expect(accused).toBeLessThanOrEqual(atMost(takes, 0.05));
  });

  it('a click that never leaves shows no drift, and says so', () => {
    const { report } = play(plan({ bars: 4 }));
    expect(report.drift).toMatchObject({
      tempoPercent: null,
      verdict: 'unclear',
      why: expect.stringMatching(/never left/),
    });
    expect(sentencesOf(report.findings)[0]).toMatch(/^With the click you are \d+ ms early on average/);
  });

  it.each([
    [0, /No hit was heard/],
    [2, /Too little to say: 2 hits of 16/],
  ])('%d hits: says so', (count, sentence) => {
    const timeline = compile(plan());
    const report = measure(timeline, hitsAt(timeline.targets.slice(0, count).map((t) => t.timeS)));
    expect(sentencesOf(report.findings)[0]).toMatch(sentence);
  });

  it('a gap in which the sound was interrupted claims nothing, and the take says from where it can be trusted', () => {
    const timeline = compile(plan({ bars: 12, silence: { sound: 2, silent: 2 } }));
    const hits = simulate(timeline, { ...STEADY_PLAYER, tempoPercent: 1 }, 4);
    const report = measure(timeline, hits, { disturbances: [{ timeS: 6, lostMs: 80 }] });
    expect(report.gaps[0]).toMatchObject({
      driftMs: null,
      returnErrorMs: null,
      why: expect.stringMatching(/interrupted/),
    });
    expect(report.gaps[1].driftMs).not.toBeNull();
    expect(report.disturbances[0].bar).toBe(3);
    expect(report.trustedFromBar).toBe(4);
    expect(sentencesOf(report.findings)).toContain(
      'The sound was interrupted in bar 3 (80 ms): from bar 4 on the take can be trusted.',
    );
  });
});

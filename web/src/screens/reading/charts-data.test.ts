/** What the reading's charts draw, as data. */
import { compile } from '@feldspar/core/plan';
import { measure } from '@feldspar/core/timing';
import { tempo } from '@feldspar/core/time';
import { GROWING, testTake } from '../../testing/documents.ts';
import { onlyTempo } from './only-tempo.ts';
import { profileOf } from './profile-data.ts';
import { spreadOf } from './spread-data.ts';
import { tempoData } from './tempo-data.ts';
import { thin } from './thin.ts';

const timeline = compile(GROWING.plan);
const FOUR = timeline.bars[0].meter;
const play = (asideMs: (index: number, timeS: number) => number) =>
  measure(
    timeline,
    timeline.targets.map(({ timeS }, i) => ({ timeS: timeS + asideMs(i, timeS) / 1000 })),
  );

describe('tempo, bar by bar', () => {
  it('a steady offset is no tempo; 2 % faster from bar 1 is 2 % in every bar', () => {
    for (const { y } of tempoData(
      timeline,
      play(() => 35),
    ))
      expect(y).toBeCloseTo(0, 9);
    const start = timeline.targets[0].timeS;
    const faster = play((_, timeS) => 1000 * (timeS - start) * (1 / 1.002 - 1));
    const points = tempoData(timeline, faster);
    expect(points).toHaveLength(19);
    for (const { y } of points) expect(y).toBeCloseTo(0.2, 6);
    expect(points[0].x).toBe(1.5);
  });

  it('is in beats a minute only where the plan keeps one tempo', () => {
    const take = testTake();
    expect(onlyTempo(take)!.bpm.equals(tempo(take.plan.sections[0].tempo.bpm, '1/4').bpm)).toBe(true);
    const [section] = take.plan.sections;
    const ramp = { ...take.plan, sections: [{ ...section, tempo: { ...section.tempo, toBpm: 120 } }] };
    expect(onlyTempo({ ...take, plan: ramp })).toBeNull();
    const other = { ...section, tempo: { ...section.tempo, bpm: 61 } };
    expect(onlyTempo({ ...take, plan: { ...take.plan, sections: [section, other] } })).toBeNull();
  });
});

describe('place by place', () => {
  it('names the places as they are counted, with what was meant', () => {
    const report = measure(
      timeline,
      timeline.targets.map(({ timeS }, i) => ({ timeS: timeS + (i % 2) * 0.02 })),
      { judging: { intended: { offsetMs: 20, at: ['1/4', '3/4'] } } },
    );
    const profile = profileOf(report, FOUR);
    expect(profile.names).toEqual(['1', '2', '3', '4']);
    expect(profile.meanMs.map(Math.round)).toEqual([0, 20, 0, 20]);
    expect(profile.intendedMs).toEqual([null, 20, null, 20]);
    expect(profile.spanMs[1]).toEqual([expect.closeTo(20, 6), expect.closeTo(20, 6)]);
  });
});

describe('spread', () => {
  it('every hit is in one step, with the click or alone; those beyond are in the outermost', () => {
    const report = play((i) => (i === 5 ? -180 : 4));
    const { middlesMs, stepMs, clicked, alone } = spreadOf(timeline, report);
    const sum = (counts: number[]) => counts.reduce((a, b) => a + b, 0);
    expect(sum(clicked)).toBe(report.clicked.n);
    expect(sum(alone)).toBe(report.silent.n);
    expect(middlesMs).toHaveLength(clicked.length);
    expect(clicked[0] + alone[0]).toBe(1);
    expect(clicked[middlesMs.findIndex((middle) => Math.abs(middle - 4) < stepMs / 2)]).toBe(
      report.clicked.n - clicked[0],
    );
  });

  it('nothing played is no spread', () => {
    const { clicked, alone } = spreadOf(timeline, measure(timeline, []));
    expect([...clicked, ...alone].every((count) => count === 0)).toBe(true);
  });
});

describe('thinning', () => {
  it('keeps the farthest of every run, and few points as they are', () => {
    const points = Array.from({ length: 10_000 }, (_, x) => ({ x, y: x === 4321 ? -90 : 1 }));
    const kept = thin(points, 100);
    expect(kept).toHaveLength(100);
    expect(kept).toContainEqual({ x: 4321, y: -90 });
    expect(thin(points.slice(0, 100), 100)).toHaveLength(100);
  });
});

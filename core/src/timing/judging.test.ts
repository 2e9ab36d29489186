/** Tolerance and intended offset: what changes when they do, and what must not. */
import { compile } from '../plan/index.ts';
import { STEADY_PLAYER, simulate } from '../players/index.ts';
import { atLeast, trials } from '../testing/long.ts';
import { sentencesOf } from '../words/index.ts';
import { plan } from '../testing/plans.ts';
import { type Judging, judgingSchema, measure, toleranceOf } from './index.ts';

const LAID_BACK: Judging = { intended: { offsetMs: 15, at: ['1/4', '3/4'] } };
const timeline = compile(plan({ bars: 24, silence: { sound: 2, silent: 2 } }));

/** A steady player who lays back on 2 and 4. */
function laidBack(offsetMs: number, seed: number, traits: Partial<typeof STEADY_PLAYER> = {}) {
  const hits = simulate(timeline, { ...STEADY_PLAYER, ...traits }, seed);
  return hits.map((hit) => {
    const beat = Math.round((hit.timeS / 0.6) % 4);
    return beat === 1 || beat === 3 ? { ...hit, timeS: hit.timeS + offsetMs / 1000 } : hit;
  });
}

describe('tolerance', () => {
  it('by level, in percent of the beat, and never under what the input can tell', () => {
    expect(toleranceOf().hitMs(600)).toBe(30);
    expect(toleranceOf().unisonMs(600)).toBe(20);
    expect(toleranceOf({ tolerance: { level: 'beginner' } }).hitMs(600)).toBe(60);
    expect(toleranceOf({ tolerance: { level: 'advanced' } }).hitMs(600)).toBe(20);
    expect(toleranceOf({ tolerance: { percent: 5 } }).hitMs(600)).toBeCloseTo(30, 9);
    expect(toleranceOf({ tolerance: { percent: 5 } }).unisonMs(600)).toBeCloseTo(20, 9);
    expect(toleranceOf({ tolerance: { percent: 1 } }, 8).hitMs(300)).toBe(8);
  });

  it('a wider one lets more be one sound and holds longer; asynchronies and drift stay what they are', () => {
    const hits = simulate(timeline, STEADY_PLAYER, 4);
    const of = (judging: Judging) => measure(timeline, hits, { judging });
    const [wide, narrow] = [
      of({ tolerance: { level: 'beginner' } }),
      of({ tolerance: { level: 'advanced' } }),
    ];
    expect(wide.clicked.withinTolerance!).toBeGreaterThan(narrow.clicked.withinTolerance!);
    expect(wide.holdBeats.beats!).toBeGreaterThan(narrow.holdBeats.beats!);
    expect(wide.holdBeats.toleranceMs).toBe(60);
    expect(wide.matches).toEqual(narrow.matches);
    expect(wide.drift).toEqual(narrow.drift);
  });

  it('a take without a gap still has its tolerance in percent', () => {
    const steady = compile(plan());
    const report = measure(steady, simulate(steady, STEADY_PLAYER, 1), {
      judging: { tolerance: { percent: 4 } },
    });
    expect(report.tolerance.hitMs).toBeCloseTo(24, 9);
    expect(report.holdBeats.toleranceMs).toBeCloseTo(24, 9);
  });

  it.each([
    ['30 %', { tolerance: { percent: 30 } }],
    ['an unknown level', { tolerance: { level: 'expert' } }],
    ['an offset of a second', { intended: { offsetMs: 1000, at: ['0'] } }],
    ['no place', { intended: { offsetMs: 10, at: [] } }],
  ])('refuses %s', (_, judging) => {
    expect(judgingSchema.safeParse(judging).success).toBe(false);
  });
});

describe('the intended offset', () => {
  it('takes what is meant out of spread, clock and hold: exactly as if it had not been played', () => {
    const plain = measure(timeline, laidBack(0, 5));
    const meant = measure(timeline, laidBack(15, 5), { judging: LAID_BACK });
    expect(meant.clicked.sdMs).toBeCloseTo(plain.clicked.sdMs!, 6);
    expect(meant.steadiness.ioiSdMs).toBeCloseTo(plain.steadiness.ioiSdMs!, 6);
    expect(meant.drift.tempoPercent).toBeCloseTo(plain.drift.tempoPercent!, 6);
    expect(meant.holdBeats).toEqual(plain.holdBeats);
    expect(meant.correction.alpha).toBeCloseTo(plain.correction.alpha!, 6);
    // Where the hits lay is told as it was.
    expect(meant.positions[1].meanMs! - plain.positions[1].meanMs!).toBeCloseTo(15, 6);
    expect(meant.positions.map(({ intendedMs }) => intendedMs)).toEqual([undefined, 15, undefined, 15]);
  });

  it('unjudged, the same playing looks unsteadier than it is', () => {
    expect(measure(timeline, laidBack(15, 5)).steadiness.ioiSdMs!).toBeGreaterThan(
      measure(timeline, laidBack(15, 5), { judging: LAID_BACK }).steadiness.ioiSdMs!,
    );
  });

  it('is found against the own other notes, whatever the equipment adds', () => {
    const { intended, findings } = measure(timeline, laidBack(15, 6), { judging: LAID_BACK, latencyMs: 70 });
    expect(intended).toMatchObject({ against: 'own', n: 24, offsetMs: 15 });
    expect(Math.abs(intended!.meanMs! - 15)).toBeLessThan(6);
    expect(sentencesOf(findings).join(' ')).toMatch(/On 2 and 4 you are where you mean to be: \d+ ms late/);
  });

  it('its interval holds the truth about 95 times in 100 (binomial bound)', () => {
    let covered = 0;
    const seeds = trials(200);
    for (let seed = 1; seed <= seeds; seed++) {
      const [low, high] = measure(timeline, laidBack(15, seed, { tempoPercent: 0 }), { judging: LAID_BACK })
        .intended!.ci95!;
      if (low <= 15 && high >= 15) covered++;
    }
    expect(covered).toBeGreaterThanOrEqual(atLeast(seeds, 0.95));
  });

  it('a player who does not do what he means is told so', () => {
    const { findings } = measure(timeline, laidBack(-20, 7), { judging: LAID_BACK });
    expect(sentencesOf(findings).join(' ')).toMatch(/On 2 and 4 you meant 15 ms late and are \d+ ms early/);
  });

  it('everything meant late has only the click to be compared with, and no interval', () => {
    const all: Judging = { intended: { offsetMs: 15, at: ['0', '1/4', '2/4', '3/4'] } };
    const { intended } = measure(timeline, laidBack(0, 8), { judging: all });
    expect(intended).toMatchObject({ against: 'click', ci95: null });
    expect(intended!.why).toMatch(/equipment and habit/);
  });

  it('too few bars say nothing', () => {
    const short = compile(plan({ bars: 3 }));
    const { intended } = measure(short, simulate(short, STEADY_PLAYER, 1), { judging: LAID_BACK });
    expect(intended).toMatchObject({ meanMs: null, why: expect.stringMatching(/needs 6 bars/) });
  });
});

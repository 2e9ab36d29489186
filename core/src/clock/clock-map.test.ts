import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { type ClockAnchor, fitClock } from './index.ts';

/** Anchors every 250 ms of a clock that starts at 5 000 ms, runs `ppm` off, carries noise and loses time in steps. */
function anchors({
  seconds = 30,
  ppm = 0,
  noiseMs = 0,
  steps = [] as { atS: number; lostMs: number }[],
  seed = 1,
}): ClockAnchor[] {
  const random = xoroshiro128plus(seed);
  return Array.from({ length: seconds * 4 }, (_, i) => {
    const s = i / 4;
    const lostMs = steps.filter((step) => s >= step.atS).reduce((sum, step) => sum + step.lostMs, 0);
    const noise = noiseMs * (2 * uniformFloat64(random) - 1);
    return { performanceMs: 5000 + 1000 * s + noise, contextS: 0.5 + s * (1 + ppm * 1e-6) - lostMs / 1000 };
  });
}
const errorMs = (got: number, wanted: number) => Math.abs(got - wanted) * 1000;

describe('the clock map', () => {
  it('is exact for an exact clock, between anchors and before the first', () => {
    const clock = fitClock(anchors({}));
    expect(clock.steps).toEqual([]);
    for (const s of [0, 0.1, 3.33, 17.25, 29]) {
      expect(errorMs(clock.contextS(5000 + 1000 * s), 0.5 + s)).toBeLessThan(1e-6);
    }
  });

  it('follows a clock that runs 150 parts in a million fast for ten minutes', () => {
    const clock = fitClock(anchors({ seconds: 600, ppm: 150 }));
    expect(clock.steps).toEqual([]);
    for (const s of [10, 300.1, 599]) {
      expect(errorMs(clock.contextS(5000 + 1000 * s), 0.5 + s * 1.00015)).toBeLessThan(0.01);
    }
  });

  it('is not moved by noise of ±2 ms a stamp, nor by one wild anchor', () => {
    const noisy = anchors({ noiseMs: 2 });
    noisy[60].contextS -= 0.4;
    const clock = fitClock(noisy);
    expect(clock.steps).toEqual([]);
    for (const s of [5, 15.2, 25])
      expect(errorMs(clock.contextS(5000 + 1000 * s), 0.5 + s)).toBeLessThan(0.8);
  });

  it('throws away the first two seconds, where timestamps are wrong', () => {
    const settling = anchors({});
    for (let i = 0; i < 8; i++) settling[i].contextS = i < 3 ? 0 : settling[i].contextS + 0.02;
    const clock = fitClock(settling);
    expect(clock.steps).toEqual([]);
    expect(errorMs(clock.contextS(5500), 1)).toBeLessThan(0.01);
  });

  it('notices where the audio lost time, and is right on both sides', () => {
    const clock = fitClock(
      anchors({
        noiseMs: 0.1,
        steps: [
          { atS: 10, lostMs: 80 },
          { atS: 21, lostMs: 1300 },
        ],
      }),
    );
    expect(clock.steps).toEqual([
      { performanceMs: expect.closeTo(14_875, -1), lostMs: expect.closeTo(80, 0) },
      { performanceMs: expect.closeTo(25_875, -1), lostMs: expect.closeTo(1300, 0) },
    ]);
    expect(errorMs(clock.contextS(5000 + 9700), 10.2)).toBeLessThan(0.2);
    expect(errorMs(clock.contextS(5000 + 10_100), 10.52)).toBeLessThan(0.2);
    expect(errorMs(clock.contextS(5000 + 29_000), 28.12)).toBeLessThan(0.2);
  });

  it('notices a step at the very end too', () => {
    const { steps } = fitClock(anchors({ seconds: 10, steps: [{ atS: 9.75, lostMs: 50 }] }));
    expect(steps).toHaveLength(1);
  });

  it('works from very few anchors and refuses none', () => {
    expect(fitClock([{ performanceMs: 100, contextS: 1 }]).contextS(600)).toBeCloseTo(1.5, 9);
    expect(() => fitClock([{ performanceMs: 100, contextS: 0 }])).toThrow(/gave no timestamps/);
  });
});

import fc from 'fast-check';
import type { TakeFigures } from '../take/index.ts';
import { type TrendFigure, type TrendTake, dayNumber, dayOfNumber, daysIn, trendsOf } from './index.ts';

const figures = (more: Partial<TakeFigures> = {}): TakeFigures => ({
  ...{ playedS: 90, offsetMs: -5, spreadMs: 20, returnMs: -30, returns: 4, holdBeats: 6, tempoPercent: 0.4 },
  trials: { of: 'returns', good: 9, early: 1, late: 0, uneven: 0 },
  ...more,
});
const take = (day: string, more: Partial<TakeFigures> = {}, quarterBpm = 92): TrendTake => ({
  ...{ day, quarterBpm },
  figures: figures(more),
});
const trend = (takes: TrendTake[], figure: TrendFigure) =>
  trendsOf(takes).trends.find((one) => one.figure === figure)!;
const days = (n: number) => Array.from({ length: n }, (_, i) => dayOfNumber(dayNumber('2026-09-01') + 2 * i));

describe('one point a day', () => {
  it('is the mean of its takes with their spread; of one take there is no spread', () => {
    const takes = [
      take('2026-11-02', { spreadMs: 10 }),
      take('2026-11-01', { spreadMs: 20 }),
      take('2026-11-02', { spreadMs: 14 }),
    ];
    expect(trend(takes, 'spread').points).toEqual([
      { day: '2026-11-01', mean: 20, sd: null, n: 1 },
      { day: '2026-11-02', mean: 12, sd: expect.closeTo(2.828, 3), n: 2 },
    ]);
  });

  it('an error at the return counts without its sign, an offset with it', () => {
    const takes = [
      take('2026-11-01', { returnMs: -40, offsetMs: -12 }),
      take('2026-11-01', { returnMs: 20, offsetMs: 4 }),
    ];
    expect(trend(takes, 'return').points[0].mean).toBe(30);
    expect(trend(takes, 'offset').points[0].mean).toBe(-4);
  });

  it('the tempo of a day is the fastest in which 85 in 100 were good', () => {
    const poor = { trials: { of: 'returns' as const, good: 8, early: 2, late: 0, uneven: 0 } };
    const turned = { trials: { ...poor.trials, good: 10, early: 0, why: 'turned round' as const } };
    const takes = [
      take('2026-11-01', {}, 92),
      take('2026-11-01', {}, 104),
      take('2026-11-01', poor, 120),
      take('2026-11-01', turned, 130),
    ];
    expect(trend(takes, 'tempo').points).toEqual([{ day: '2026-11-01', mean: 104, sd: null, n: 2 }]);
  });

  it('what was not measured or was interrupted gives no point, but counts as practice', () => {
    const takes: TrendTake[] = [
      { day: '2026-11-01', quarterBpm: 90, figures: null },
      take('2026-11-01', { trials: { ...figures().trials, why: 'interrupted' } }),
    ];
    const all = trendsOf(takes);
    expect(all.trends.every(({ points }) => points.length === 0)).toBe(true);
    expect(all.days).toEqual([{ day: '2026-11-01', minutes: 1.5, takes: 2 }]);
    expect([all.takes, all.minutes]).toEqual([2, 1.5]);
  });
});

describe('a change', () => {
  it('is the line of least squares from the first day to the last, and sure where its interval leaves nothing out', () => {
    const takes = days(12).map((day, i) => take(day, { spreadMs: 30 - i + (i % 2) }));
    const { change } = trend(takes, 'spread');
    expect(change!.sure).toBe(true);
    expect(change!.change).toBeCloseTo(-11, 0);
    expect(change!.to - change!.from).toBeCloseTo(change!.change, 9);
    expect(change!.ci95[0]).toBeLessThan(-10);
    expect(change!.ci95[1]).toBeGreaterThan(-12);
    expect(change!.ci95[1]).toBeLessThan(0);
  });

  it('is not sure where days differ more than weeks do', () => {
    const takes = days(12).map((day, i) => take(day, { spreadMs: 20 + [6, -5, 3, -6, 5, -3][i % 6] }));
    expect(trend(takes, 'spread').change!.sure).toBe(false);
  });

  it('is not said of four days', () => {
    const takes = days(4).map((day, i) => take(day, { spreadMs: 30 - 3 * i }));
    expect(trend(takes, 'spread').change).toBeNull();
  });

  it('is wrongly sure of players who do not change in about one of twenty (seeded)', () => {
    let [seed, sure] = [12345, 0];
    const uniform = () => (seed = (seed * 16807) % 2147483647) / 2147483647;
    const normal = () => Array.from({ length: 12 }, uniform).reduce((a, b) => a + b, -6);
    const PLAYERS = 1000;
    for (let player = 0; player < PLAYERS; player++) {
      const takes = days(14).map((day) => take(day, { spreadMs: 20 + 3 * normal() }));
      if (trend(takes, 'spread').change!.sure) sure++;
    }
    // Binomial, three standard errors of 5 % of 1000.
    expect(Math.abs(sure / PLAYERS - 0.05)).toBeLessThan(0.021);
  });
});

describe('days on the clock of some place', () => {
  it.each([
    ['Europe/Oslo', '2026-11-27T23:30:00Z', '2026-11-28'],
    ['UTC', '2026-11-27T23:30:00Z', '2026-11-27'],
    ['America/New_York', '2026-11-28T04:59:00Z', '2026-11-27'],
    ['America/New_York', '2026-11-28T05:00:00Z', '2026-11-28'],
    // Nepal is 5 h 45 min ahead: its midnight lies at 18:15.
    ['Asia/Kathmandu', '2026-11-27T18:14:00Z', '2026-11-27'],
    ['Asia/Kathmandu', '2026-11-27T18:15:00Z', '2026-11-28'],
    // The night in which the clocks go back.
    ['Europe/Oslo', '2026-10-24T22:00:00Z', '2026-10-25'],
    ['Europe/Oslo', '2026-10-25T22:59:00Z', '2026-10-25'],
    ['Europe/Oslo', '2026-10-25T23:00:00Z', '2026-10-26'],
  ])('in %s, %s is on %s', (zone, moment, day) => {
    expect(daysIn(zone)(Date.parse(moment))).toBe(day);
  });

  it('property: it is the day that the calendar itself says', () => {
    const zones = [
      'Europe/Oslo',
      'America/St_Johns',
      'Asia/Kathmandu',
      'Pacific/Chatham',
      'Australia/Lord_Howe',
      'Africa/Casablanca',
      'UTC',
    ];
    fc.assert(
      fc.property(
        fc.constantFrom(...zones),
        fc.integer({ min: Date.UTC(1990, 0, 1), max: Date.UTC(2040, 0, 1) }),
        (timeZone, moment) => {
          const calendar = new Intl.DateTimeFormat('sv-SE', {
            timeZone,
            year: 'numeric',
            month: '2-digit',
            day: '2-digit',
          });
          expect(daysIn(timeZone)(moment)).toBe(calendar.format(moment));
        },
      ),
      { numRuns: 300 },
    );
  });

  it('numbers of days go there and back', () => {
    expect(dayNumber('1970-01-02')).toBe(1);
    expect(dayOfNumber(dayNumber('2028-02-29'))).toBe('2028-02-29');
  });
});

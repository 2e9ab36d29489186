import type { PractisedTake } from '@feldspar/core/wire';
import { weekLine } from '@feldspar/core/words';
import { dayOf, pastTake, weekOf } from './past-takes.ts';

// A Thursday.
const NOW = new Date('2026-11-26T20:00:00');
const take = (at: string, good = 8, playedS = 120): PractisedTake => ({
  ...{ id: crypto.randomUUID(), planId: null, title: 'x', stopped: false },
  startedAt: new Date(at).toISOString(),
  tempo: { bpm: 80, beat: '1/4' },
  figures: {
    ...{ playedS, offsetMs: 0, spreadMs: 0, returnMs: 0, returns: 8, holdBeats: 1, tempoPercent: 0 },
    trials: { of: 'returns', good, early: 8 - good, late: 0, uneven: 0 },
  },
});

it('a week begins on Monday, on the calendar of this device', () => {
  const takes = [
    take('2026-11-26T18:00:00'),
    take('2026-11-23T00:10:00', 4),
    // Sunday, late.
    take('2026-11-22T23:50:00'),
    { ...take('2026-11-24T10:00:00'), figures: null },
  ];
  expect(weekOf(takes, [], NOW)).toEqual({ days: 3, minutes: 4, good: 12, trials: 16, held: [] });
  expect(weekOf(takes, [], new Date('2026-11-29T23:00:00')).days).toBe(3);
});

it('what held for the first time this week is named, each title once', () => {
  const held = ['2026-11-23', '2026-11-25', '2026-11-20'].map((since, i) => ({
    since,
    title: i < 2 ? 'Two' : 'Old',
  }));
  const week = weekOf([take('2026-11-26T18:00:00')], held, NOW);
  expect(week.held).toEqual(['Two']);
  expect(weekLine(week)).toBe(
    'This week 2 minutes on 1 day, 8 of 8 returns and bars good; held for the first time: “Two”.',
  );
});

it('a week without practice counts against nobody', () => {
  expect(weekLine(weekOf([], [], NOW))).toBe('This week nothing was played yet; whatever comes counts.');
});

it('a take is seen with its day', () => {
  expect(pastTake(take('2026-11-26T00:05:00')).day).toBe('2026-11-26');
  expect(dayOf(NOW)).toBe('2026-11-26');
});

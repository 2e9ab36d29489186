import fc from 'fast-check';
import { type PlayLine, compile } from '../plan/index.ts';
import { plan } from '../testing/plans.ts';
import { type Habits, alignmentAccuracy, playWithHabits } from '../testing/takes.ts';
import { align, sceneOf } from './index.ts';

const eightSilentBars = (line: PlayLine) =>
  compile(plan({ bars: 18, silence: { bars: `xxxxx${'o'.repeat(8)}xxxxx` }, play: [line] }));

describe('alignment: share of hits given to their own target (seeded players)', () => {
  it.each<[string, PlayLine, Habits, number]>([
    ['steady quarters', { every: '1/4' }, {}, 1],
    ['5 % misses', { every: '1/4' }, { missChance: 0.05 }, 1],
    ['flams of 25 ms', { every: '1/4' }, { flamChance: 0.2 }, 1],
    ['even sixteenths', { every: '1/16' }, { sdMs: 8 }, 1],
    ['2:1 swing on a straight grid of eighths', { every: '1/8' }, { swingMs: 100 }, 0.99],
    ['one beat late over eight silent bars', { every: '1/4' }, { slipBeats: 1 }, 0.99],
    ['one beat early over eight silent bars', { every: '1/4' }, { slipBeats: -1 }, 0.99],
    ['the same in eighths', { every: '1/8' }, { slipBeats: -1 }, 0.99],
    ['the same in sixteenths', { every: '1/16' }, { slipBeats: 1 }, 0.97],
    [
      'slipped, with 5 % misses and 5 % extras',
      { every: '1/4' },
      { slipBeats: 1, missChance: 0.05, extraChance: 0.05 },
      0.98,
    ],
    [
      'slipped in eighths, with misses and extras',
      { every: '1/8' },
      { slipBeats: -1, missChance: 0.05, extraChance: 0.05 },
      0.97,
    ],
    ['a slipped rhythm', { at: ['0', '3/16', '1/2', '3/4', '7/8'] }, { slipBeats: 1 }, 0.97],
  ])('%s', (_, line, habits, least) => {
    const { ours, nearest } = alignmentAccuracy(eightSilentBars(line), habits, 4);
    expect(ours).toBeGreaterThanOrEqual(least);
    if (habits.slipBeats) expect(nearest).toBeLessThan(0.85);
  });

  it('late entry: the first bars are missed, the rest is in its place', () => {
    const timeline = compile(plan({ bars: 8 }));
    const hits = playWithHabits(timeline, {}, 5).slice(8);
    const found = align(
      sceneOf(timeline).lines[0],
      Float64Array.from(hits, (h) => h.timeS * 1000),
    );
    expect([...found]).toEqual(hits.map((h) => h.owner));
  });

  it('a burst of stray hits is left over and does not disturb its neighbours', () => {
    const timeline = compile(plan({ bars: 4 }));
    const hits = playWithHabits(timeline, { sdMs: 5 }, 2);
    for (let i = 0; i < 12; i++) hits.push({ timeS: 4.9 + i * 0.035, owner: -1 });
    hits.sort((a, b) => a.timeS - b.timeS);
    const found = align(
      sceneOf(timeline).lines[0],
      Float64Array.from(hits, (h) => h.timeS * 1000),
    );
    hits.forEach((hit, i) => {
      if (hit.owner >= 0) expect(found[i]).toBe(hit.owner);
    });
  });

  it('nothing in, nothing out', () => {
    const line = sceneOf(compile(plan({ bars: 1 }))).lines[0];
    expect([...align(line, new Float64Array())]).toEqual([]);
    expect([...align(line, Float64Array.of(90_000, 90_100))]).toEqual([-1, -1]);
  });

  it('property: matches are monotone and one to one, whatever was played', () => {
    const line = sceneOf(eightSilentBars({ every: '1/8' })).lines[0];
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -2000, max: 50_000, noNaN: true }), { maxLength: 120 }),
        (times) => {
          const found = align(line, Float64Array.from(times.sort((a, b) => a - b))).filter((t) => t >= 0);
          for (let i = 1; i < found.length; i++) expect(found[i]).toBeGreaterThan(found[i - 1]);
        },
      ),
      { numRuns: 60 },
    );
  });
});

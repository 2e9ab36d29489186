import { compile } from '@feldspar/core/plan';
import { STEADY_PLAYER, simulate } from '@feldspar/core/players';
import { measureTake } from '@feldspar/core/take';
import { GROWING, testTake } from '../../testing/documents.ts';
import { driftData } from './drift-data.ts';

it('places hits in bars and shades the silent ones', () => {
  const { timeline, report } = measureTake(testTake());
  const data = driftData(timeline, report);
  expect(data).toMatchObject({
    firstBar: 1,
    endBar: 21,
    silent: [
      [3, 4],
      [6, 8],
      [10, 13],
      [15, 19],
    ],
  });
  expect(data.points[5]).toEqual({ x: 2.25, y: report.matches[5].asynchronyMs });
});

it('thins a long take without losing its farthest hit', () => {
  const section = { ...GROWING.plan.sections[0], bars: 1000 };
  const plan = { ...GROWING.plan, sections: [section] };
  const hits = simulate(compile(plan), { ...STEADY_PLAYER, tempoPercent: 0.4 }, 5);
  const { timeline, report } = measureTake(testTake({ plan, hits }));
  const { points } = driftData(timeline, report);
  expect(points.length).toBeLessThanOrEqual(1200);
  const farthest = Math.max(...report.matches.map((m) => Math.abs(m.asynchronyMs)));
  expect(Math.max(...points.map((p) => Math.abs(p.y)))).toBe(farthest);
});

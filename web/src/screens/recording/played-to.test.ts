import { freePlaying } from '@feldspar/core/free';
import { compile } from '@feldspar/core/plan';
import { READY_PLANS } from '@feldspar/core/practice';
import type { PlayedTo } from '@feldspar/core/recordings';
import { begunAt } from './played-to.ts';

it('the plan begins so that its first note lies there, the recorder’s clock included', () => {
  const { plan } = READY_PLANS[0];
  const timeline = compile(plan);
  const played: PlayedTo = {
    to: 'plan',
    plan,
    planId: null,
    startS: 0,
    clockPpm: 100,
    foundBy: 'clicks',
    sure: false,
  };
  const begun = begunAt(played, { timeline, free: null }, 10);
  expect(begun).toMatchObject({ foundBy: 'hand', sure: true });
  expect((begun as { startS: number }).startS).toBeCloseTo(10 - timeline.targets[0].timeS * 1.0001, 9);
});

it('a one is counted from the beginning of its own stretch', () => {
  const stretch = (fromS: number, count: number) =>
    Array.from({ length: count }, (_, i) => ({ timeS: fromS + 0.6 * i }));
  const free = freePlaying([...stretch(1, 10), ...stretch(40, 10)], { beatS: 0.6, beatsPerBar: 4 })!;
  const played: PlayedTo = { to: 'nothing', near: null, beatsPerBar: 4, downbeat: null };
  const oneAt = (timeS: number) => begunAt(played, { timeline: null, free }, timeS);
  expect(oneAt(1 + 5 * 0.6 + 0.02)).toEqual({ ...played, downbeat: 1 });
  expect(oneAt(40 + 3 * 0.6)).toEqual({ ...played, downbeat: 3 });
  expect(begunAt(played, { timeline: null, free: null }, 1)).toEqual(played);
});

/** Documents for tests. */
import { compile } from '@feldspar/core/plan';
import { STEADY_PLAYER, simulate } from '@feldspar/core/players';
import { READY_PLANS } from '@feldspar/core/practice';
import type { Take } from '@feldspar/core/take';

export const GROWING = READY_PLANS[3];
export const THINNING = READY_PLANS[4];

export function testTake(change: Partial<Take> = {}): Take {
  return {
    format: 'feldspar-take',
    version: 1,
    id: '00000000-0000-4000-8000-000000000001',
    playerId: null,
    planId: GROWING.id,
    plan: GROWING.plan,
    startedAt: '2026-05-04T18:20:00.000Z',
    stoppedAtS: null,
    input: 'keys',
    hits: simulate(compile(GROWING.plan), { ...STEADY_PLAYER, tempoPercent: 1.5 }, 3),
    clock: null,
    latencyMs: 0,
    simulated: null,
    note: '',
    ...change,
  };
}

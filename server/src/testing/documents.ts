/** Documents for tests. */
import { compile } from '@feldspar/core/plan';
import { STEADY_PLAYER, simulate } from '@feldspar/core/players';
import { READY_PLANS } from '@feldspar/core/practice';
import type { Take } from '@feldspar/core/take';

export const GROWING = READY_PLANS[3];

export function takeId(n: number): string {
  return `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
}

export function demoTake(n: number, change: Partial<Take> = {}): Take {
  return {
    format: 'feldspar-take',
    version: 1,
    id: takeId(n),
    playerId: null,
    planId: GROWING.id,
    plan: GROWING.plan,
    startedAt: new Date(Date.UTC(2026, 3, 1, 12, n)).toISOString(),
    stoppedAtS: null,
    input: 'keys',
    hits: simulate(compile(GROWING.plan), { ...STEADY_PLAYER, tempoPercent: 1.4 }, n),
    clock: null,
    latencyMs: 0,
    simulated: null,
    note: '',
    ...change,
  };
}

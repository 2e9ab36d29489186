/** "Let a simulated player try it": the whole take at once, labelled as simulated wherever it appears. */
import { type PlayerTraits, STEADY_PLAYER, simulate } from '@feldspar/core/players';
import { type Plan, compile } from '@feldspar/core/plan';
import type { Take } from '@feldspar/core/take';

export const SIMULATED_PLAYERS: { name: string; traits: PlayerTraits }[] = [
  { name: 'steady', traits: STEADY_PLAYER },
  { name: 'hurries alone', traits: { ...STEADY_PLAYER, tempoPercent: 1.8 } },
  { name: 'drags alone', traits: { ...STEADY_PLAYER, tempoPercent: -1.8, offsetMs: 10 } },
  {
    name: 'beginner',
    traits: {
      ...STEADY_PLAYER,
      clockSdMs: 26,
      handSdMs: 15,
      correction: 0.3,
      offsetMs: -35,
      missChance: 0.03,
      extraChance: 0.02,
    },
  },
];

/** @throws PlanError when the plan cannot be played. */
export function simulatedTake(plan: Plan, planId: string | null, traits: PlayerTraits, seed: number): Take {
  return {
    format: 'feldspar-take',
    version: 1,
    id: crypto.randomUUID(),
    playerId: null,
    planId,
    plan,
    startedAt: new Date().toISOString(),
    stoppedAtS: null,
    input: 'simulated',
    hits: simulate(compile(plan), traits, seed),
    clock: null,
    latencyMs: 0,
    simulated: { seed, traits },
    note: '',
  };
}

/** A take played by a simulated player: the whole of it at once, and labelled so wherever it appears. */
import { type Plan, compile } from '../plan/index.ts';
import { type PlayerTraits, simulate } from '../players/index.ts';
import type { Take } from './take-schema.ts';

export interface SimulatedTakeFacts {
  id: string;
  startedAt: Date;
  plan: Plan;
  planId: string | null;
  playerId: string | null;
  traits: PlayerTraits;
  seed: number;
  note?: string;
}

/** @throws PlanError when the plan cannot be played. */
export function simulatedTake({ startedAt, traits, seed, note = '', ...facts }: SimulatedTakeFacts): Take {
  return {
    format: 'feldspar-take',
    version: 1,
    ...facts,
    startedAt: startedAt.toISOString(),
    stoppedAtS: null,
    input: 'simulated',
    hits: simulate(compile(facts.plan), traits, seed),
    clock: null,
    latencyMs: 0,
    simulated: { seed, traits },
    note,
  };
}

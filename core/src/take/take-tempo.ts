/** The tempo that stands for a take in lists: what it really was if somebody said so, else its plan's. */
import { planTempo } from '../plan/index.ts';
import { type Tempo, tempo } from '../time/index.ts';
import type { Take } from './take-schema.ts';

export function takeTempo({ plan, trueTempo }: Pick<Take, 'plan' | 'trueTempo'>): Tempo {
  return trueTempo ? tempo(trueTempo.bpm, trueTempo.beat) : planTempo(plan);
}

/** Documents as the server's lists give them. */
import type { Plan, SaidTempo } from '@feldspar/core/plan';
import type { Take, TakeSummary } from '@feldspar/core/take';

export interface Player {
  id: string;
  name: string;
  instrument: string;
}

export interface StoredPlan {
  id: string;
  title: string;
  trains: string;
  ready: boolean;
  document: Plan;
}

export interface TakeItem {
  id: string;
  playerId: string | null;
  planId: string | null;
  title: string;
  tempo: Plan['sections'][number]['tempo'];
  /** What the tempo really was, where somebody said so. */
  trueTempo: SaidTempo | null;
  /** In quarters a minute, by which takes are compared. */
  quarterBpm: number;
  startedAt: string;
  input: Take['input'];
  stopped: boolean;
  note: string;
  summary: TakeSummary;
}

export interface Page<Item> {
  items: Item[];
  nextCursor: string | null;
}

export type TakeOrder = 'newest' | 'slowest' | 'fastest';

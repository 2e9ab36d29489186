/** Documents as the server's lists give them. */
import type { Plan, SaidTempo } from '@feldspar/core/plan';
import type { Take, TakeSummary } from '@feldspar/core/take';
import type { Report } from '@feldspar/core/timing';

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

/** How long a player holds, for one family or plan at about one tempo. */
export interface HoldGroup {
  name: string;
  family: number | null;
  /** From the slowest to the fastest, in quarters a minute. */
  quarterBpm: [number, number];
  recent: Report['holdBeats'] & { takes: number };
  /** Oldest first. */
  takes: { id: string; startedAt: string; beats: number; range: [number, number]; toleranceMs: number }[];
}

/** Figures of an older estimator, being computed anew. */
export interface Remeasuring {
  running: boolean;
  done: number;
  total: number;
  failed: number;
}

export type TakeOrder = 'newest' | 'slowest' | 'fastest';

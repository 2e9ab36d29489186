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
  /** How often it was changed. */
  revision: number;
}

/** What a list says of a plan; its document is asked for by itself. */
export interface PlanItem extends Omit<StoredPlan, 'document'> {
  /** Of its first section; null where it cannot be read. */
  tempo: Plan['sections'][number]['tempo'] | null;
  /** It carries its count sheet. */
  sheet: boolean;
  /** What is wrong with the stored plan; null for a whole one. */
  unreadable: string | null;
}

/** What was deleted, the last deleted first. */
export interface Bin {
  daysKept: number;
  takes: (TakeItem & { deletedAt: string })[];
  plans: (PlanItem & { deletedAt: string })[];
  players: (Player & { deletedAt: string })[];
}

export interface TakeItem {
  id: string;
  playerId: string | null;
  planId: string | null;
  title: string;
  /** Null where the stored take cannot be read. */
  tempo: Plan['sections'][number]['tempo'] | null;
  /** What the tempo really was, where somebody said so. */
  trueTempo: SaidTempo | null;
  /** In quarters a minute, by which takes are compared. */
  quarterBpm: number;
  startedAt: string;
  input: Take['input'];
  stopped: boolean;
  note: string;
  /** Null while it is not measured. */
  summary: TakeSummary | null;
  /** Why it is not measured yet. */
  unmeasured: string | null;
  /** What is wrong with the stored take; null for a whole one. */
  unreadable: string | null;
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

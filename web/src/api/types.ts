/** Documents as the server's lists give them. */
import type { Plan } from '@feldspar/core/plan';
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

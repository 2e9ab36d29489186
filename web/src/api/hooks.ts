/** What screens read, through SWR: cached, revalidated, shared. */
import type { Take } from '@feldspar/core/take';
import useSWR, { type SWRResponse } from 'swr';
import useSWRInfinite from 'swr/infinite';
import { waitingTake } from '../local/outbox.ts';
import { request } from './client.ts';
import type { HoldGroup, Page, Player, Remeasuring, StoredPlan, TakeItem, TakeOrder } from './types.ts';

const get = <Answer>(path: string) => request<Answer>('GET', path);

export function usePlans(): SWRResponse<Page<StoredPlan>> {
  return useSWR('/plans', get<Page<StoredPlan>>);
}

export function usePlan(id: string | undefined): SWRResponse<StoredPlan> {
  return useSWR(id ? `/plans/${id}` : null, get<StoredPlan>);
}

export function usePlayers(): SWRResponse<Page<Player>> {
  return useSWR('/players', get<Page<Player>>);
}

/** A take waiting in this browser is read from there, whatever the server does. */
export function useTake(id: string): SWRResponse<Take> {
  return useSWR(`/takes/${id}`, async (path) => (await waitingTake(id)) ?? get<Take>(path));
}

export const takesKey = (player: string | null, limit: number) =>
  `/takes?limit=${limit}${player ? `&player=${player}` : ''}`;

export function useLatestTakes(player: string | null, limit: number): SWRResponse<Page<TakeItem>> {
  return useSWR(takesKey(player, limit), get<Page<TakeItem>>);
}

const PAGE = 24;

/** The pages of the log. Every visit asks anew: a note written a second ago must be there. */
export function useTakePages(player: string | null, order: TakeOrder) {
  return useSWRInfinite<Page<TakeItem>>(
    (index, previous: Page<TakeItem> | null) => {
      if (previous && !previous.nextCursor) return null;
      const cursor = index > 0 && previous ? `&cursor=${previous.nextCursor}` : '';
      return `${takesKey(player, PAGE)}&order=${order}${cursor}`;
    },
    get<Page<TakeItem>>,
    { dedupingInterval: 0, revalidateAll: true },
  );
}

export function useHolds(player: string | null): SWRResponse<Page<HoldGroup>> {
  return useSWR(`/holds${player ? `?player=${player}` : ''}`, get<Page<HoldGroup>>);
}

const ASK_AGAIN_MS = 1000;

/** Asked again while it runs. */
export function useRemeasuring(): SWRResponse<Remeasuring> {
  return useSWR('/remeasuring', get<Remeasuring>, {
    refreshInterval: (latest: Remeasuring | undefined) => (latest?.running ? ASK_AGAIN_MS : 0),
    shouldRetryOnError: false,
  });
}

/** Every plain list of takes, for revalidation after one was sent or changed; the log's pages renew themselves. */
export const isTakeList = (key: unknown): boolean => typeof key === 'string' && key.startsWith('/takes?');

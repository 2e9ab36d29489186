/** What screens read, through SWR: cached, revalidated, shared; with what waits in the outbox laid over it. */
import { type Path, readyPathOf } from '@feldspar/core/paths';
import { ALL_READY_PLANS, readyPlanOf } from '@feldspar/core/practice';
import type { Take } from '@feldspar/core/take';
import type {
  AnswerOf,
  Bin,
  HoldGroup,
  Needs,
  KeptAgenda,
  KeptAssignment,
  KeptCircle,
  KeptLesson,
  KeptPath,
  KeptSession,
  KeptWalk,
  Page,
  PlanItem,
  Player,
  PractisedTake,
  Remeasuring,
  RouteName,
  StoredPlan,
  TakeItem,
  TakeOrder,
  TrendsAnswer,
} from '@feldspar/core/wire';
import { useMemo } from 'react';
import useSWR, { type SWRConfiguration, type SWRResponse, useSWRConfig } from 'swr';
import {
  DOCUMENTS_OVER,
  overTake,
  plansOver,
  playersOver,
  takesOver,
  waitingPlan,
  waitingTake,
} from './outbox/overlay.ts';
import type { Waiting } from './outbox/queue.ts';
import { useOutbox } from './outbox/useOutbox.ts';
import { type Asked, addressOf, request } from './wire/client.ts';

type Readable = Extract<RouteName, `GET ${string}`>;

/** What a route answers, kept under its address. @param asked null where nothing is asked yet. */
export function useAnswer<Name extends Readable>(
  name: Name,
  asked: Asked<Name> | null,
  options?: SWRConfiguration<AnswerOf<Name>>,
): SWRResponse<AnswerOf<Name>> {
  const read = (address: string) => request<AnswerOf<Name>>('GET', address);
  return useSWR<AnswerOf<Name>>(asked && addressOf(name, asked), read, options);
}

/** The same answer with something laid over it, as long as neither changes. */
export function useOver<Value extends object, Response extends { data: Value | undefined }>(
  response: Response,
  over: (queue: readonly Waiting[], value: Value) => Value,
): Response {
  const queue = useOutbox();
  const { data } = response;
  // `over` is one of the pure functions below: it never changes.
  const laid = useMemo(() => data && over(queue, data), [queue, data, over]);
  return new Proxy(response, { get: (all, name) => (name === 'data' ? laid : Reflect.get(all, name)) });
}

/** Ready plans and the first hundred of one's own. Without the server: those that ship, and those saved here. */
export function usePlans(): SWRResponse<Page<PlanItem>> {
  const response = useAnswer('GET /plans', {});
  const known = response.data ?? (response.error ? SHIPPED : undefined);
  return useOver({ ...response, data: known }, plansOver);
}

const SHIPPED: Page<PlanItem> = {
  items: ALL_READY_PLANS.map(({ id, plan, trains }) => ({
    id,
    trains,
    title: plan.title,
    ready: true,
    revision: 1,
    tempo: plan.sections[0].tempo,
    sheet: false,
    unreadable: null,
  })),
  nextCursor: null,
};

/** A plan that ships is here already; one saved here and not sent yet is read from the outbox. */
export function usePlan(id: string | undefined): SWRResponse<StoredPlan> {
  const queue = useOutbox();
  const here = useMemo(() => (id ? (waitingPlan(queue, id) ?? shippedPlan(id)) : undefined), [queue, id]);
  const response = useAnswer('GET /plans/:id', id && !here ? { id } : null);
  return here ? { ...response, data: here, error: undefined } : response;
}

/** A plan that ships with the application, placements of a re-heard click included. */
export function shippedPlan(id: string): StoredPlan | undefined {
  const ready = readyPlanOf(id);
  return ready
    ? { id, title: ready.plan.title, trains: ready.trains, ready: true, document: ready.plan, revision: 1 }
    : undefined;
}

export function usePlayers(): SWRResponse<Page<Player>> {
  return useOver(useAnswer('GET /players', {}), playersOver);
}

export interface FoundTake {
  /** With what was said about it and has not arrived yet. */
  data: Take | undefined;
  /**
   * As the server is known to have it when it is asked for, which a drawing may not show yet; undefined while the take itself waits.
   */
  known(): Take | undefined;
  error: unknown;
}

/** A take waiting in this browser is read from there, whatever the server does. */
export function useTake(id: string): FoundTake {
  const queue = useOutbox();
  const waiting = waitingTake(queue, id);
  const { cache } = useSWRConfig();
  const { data: onServer, error } = useAnswer('GET /takes/:id', waiting ? null : { id });
  const take = waiting ?? onServer;
  const data = useMemo(() => take && overTake(queue, take), [queue, take]);
  const known = () =>
    waiting ? undefined : (cache.get(addressOf('GET /takes/:id', { id }))?.data as Take | undefined);
  return { data, known, error: data ? undefined : (error as unknown) };
}

export function useLatestTakes(player: string | null, limit: number): SWRResponse<Page<TakeItem>> {
  return useOver(useAnswer('GET /takes', { query: { player, limit } }), takesOver);
}

/** Lines of a page of a list. */
export const PAGE = 30;

/** A page of the log. Every visit asks anew: a note written a second ago must be there. @param cursor null for the first. */
export function useTakePage(
  player: string | null,
  order: TakeOrder,
  cursor: string | null,
  find = '',
): SWRResponse<Page<TakeItem>> {
  const asked = { query: { limit: PAGE, player, order, cursor, find: find || null } };
  return useOver(
    useAnswer('GET /takes', asked, { dedupingInterval: 0, keepPreviousData: find !== '' }),
    takesOver,
  );
}

export function useBin(): SWRResponse<Bin> {
  return useAnswer('GET /bin', {});
}

export function useHolds(player: string | null): SWRResponse<Page<HoldGroup>> {
  return useAnswer('GET /holds', { query: { player } });
}

const ASK_AGAIN_MS = 1000;

/** Asked again while it runs. */
export function useRemeasuring(): SWRResponse<Remeasuring> {
  return useAnswer(
    'GET /remeasuring',
    {},
    {
      refreshInterval: (latest) => (latest?.running ? ASK_AGAIN_MS : 0),
      shouldRetryOnError: false,
    },
  );
}

/** The newest takes of a player in a line each; null: of nobody by name. */
export function usePractised(player: string | null): SWRResponse<Page<PractisedTake>> {
  return useAnswer('GET /practised', { query: { player } });
}

export function useTrends(query: Asked<'GET /trends'>['query']): SWRResponse<TrendsAnswer> {
  return useAnswer('GET /trends', { query }, { keepPreviousData: true });
}

/** One's own; those that ship are in the code. */
export function useKeptPaths(): SWRResponse<Page<KeptPath>> {
  return useOver(useAnswer('GET /paths', {}), DOCUMENTS_OVER.path);
}

export interface FoundPath {
  data: { id: string; path: Path; ready: boolean } | undefined;
  /** There is none, as far as anybody can tell. */
  missing: boolean;
  error: unknown;
}

/** A path that ships, or one's own. */
export function usePath(id: string | null | undefined): FoundPath {
  const kept = useKeptPaths();
  const data = useMemo(() => {
    const ready = id ? readyPathOf(id) : null;
    if (ready) return { id: ready.id, path: ready.path, ready: true };
    const own = kept.data?.items.find((item) => item.id === id);
    return own && { id: own.id, path: own.document, ready: false };
  }, [id, kept.data]);
  return {
    data,
    missing: !data && kept.data !== undefined,
    error: data ? undefined : (kept.error as unknown),
  };
}

export function useWalks(): SWRResponse<Page<KeptWalk>> {
  return useOver(useAnswer('GET /walks', {}), DOCUMENTS_OVER.walk);
}

/** The path that somebody walks: the one begun last, unless it was left. */
export function walkOf(walks: readonly KeptWalk[], player: string | null): KeptWalk | null {
  const own = walks.filter(({ document }) => document.playerId === player);
  const newest = own.sort((a, b) => b.document.since.localeCompare(a.document.since)).at(0);
  return newest && !newest.document.ended ? newest : null;
}

export function useAgendas(): SWRResponse<Page<KeptAgenda>> {
  return useOver(useAnswer('GET /agendas', {}), DOCUMENTS_OVER.agenda);
}

export function useSessions(): SWRResponse<Page<KeptSession>> {
  return useOver(useAnswer('GET /sessions', {}), DOCUMENTS_OVER.session);
}

/** All that was given; of whoever opened the studio as themselves, what is theirs. */
export function useAssignments(): SWRResponse<Page<KeptAssignment>> {
  return useOver(useAnswer('GET /assignments', {}), DOCUMENTS_OVER.assignment);
}

export function useLessons(): SWRResponse<Page<KeptLesson>> {
  return useOver(useAnswer('GET /lessons', {}), DOCUMENTS_OVER.lesson);
}

export function useCircles(): SWRResponse<Page<KeptCircle>> {
  return useOver(useAnswer('GET /circles', {}), DOCUMENTS_OVER.circle);
}

/** Everybody who is here, and who needs the teacher. */
export function useNeeds(): SWRResponse<Needs> {
  const { timeZone } = Intl.DateTimeFormat().resolvedOptions();
  return useAnswer('GET /needs', { query: { zone: timeZone } });
}

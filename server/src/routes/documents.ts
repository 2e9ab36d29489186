/** Routes of documents that are kept whole. */
import { calendarOf } from '@feldspar/core/calendar';
import type { Circle } from '@feldspar/core/circle';
import { type Assignment, type Lesson, isFor } from '@feldspar/core/people';
import type { Path, Walk } from '@feldspar/core/paths';
import type { Agenda, Session } from '@feldspar/core/planner';
import type { DocumentKind, KeptAssignment } from '@feldspar/core/wire';
import { itemLine } from '@feldspar/core/words';
import { notFound } from '../http/problem.ts';
import type { Sent } from '../http/answering.ts';
import type { DocumentStore, KeptDocument } from '../store/documents.ts';
import type { PlayerStore } from '../store/players.ts';
import { deletable } from './deletable.ts';

/** Lists that are never long enough for pages. */
export const whole = <Item>(items: Item[]) => ({ items, nextCursor: null });

/** Documents that are kept whole, alike for all kinds of them. */
export function documentRoutes(documents: DocumentStore, players: PlayerStore) {
  const listing =
    <Document>(kind: DocumentKind) =>
    async ({ query }: { query?: { player?: string } | undefined }) =>
      whole(await documents.list<Document>(kind, query?.player));
  const keeping =
    (kind: DocumentKind) =>
    async ({ id, body, made }: { id: string; body: KeptDocument; made(): void }) => {
      if (await documents.put(kind, id, body)) made();
      return { id };
    };
  const inBin = (kind: DocumentKind) => ({
    remove: (id: string) => documents.remove(kind, id),
    restore: (id: string) => documents.restore(kind, id),
  });
  return {
    'GET /paths': listing<Path>('path'),
    'PUT /paths/:id': keeping('path'),
    'GET /walks': listing<Walk>('walk'),
    'PUT /walks/:id': keeping('walk'),
    'GET /agendas': listing<Agenda>('agenda'),
    'GET /agendas/:id/calendar': ({ id }: { id: string }) => calendar(documents, id),
    'PUT /agendas/:id': keeping('agenda'),
    'GET /sessions': listing<Session>('session'),
    'PUT /sessions/:id': keeping('session'),
    'GET /assignments': async ({
      query,
      viewer,
    }: {
      query: { player?: string | undefined };
      viewer: string | null;
    }) => whole(await assignmentsOf(documents, players, query.player, viewer !== null)),
    'PUT /assignments/:id': keeping('assignment'),
    'GET /lessons': listing<Lesson>('lesson'),
    'PUT /lessons/:id': keeping('lesson'),
    'GET /circles': listing<Circle>('circle'),
    'PUT /circles/:id': keeping('circle'),
    ...deletable('paths', inBin('path')),
    ...deletable('assignments', inBin('assignment')),
    ...deletable('lessons', inBin('lesson')),
    ...deletable('circles', inBin('circle')),
    ...deletable('agendas', inBin('agenda')),
  };
}

async function calendar(documents: DocumentStore, id: string): Promise<Sent> {
  const agenda = (await documents.list<Agenda>('agenda')).find((one) => one.id === id);
  if (!agenda?.document.recurring) throw notFound('agenda that comes back', id);
  const text = calendarOf([{ id, agenda: agenda.document }], agenda.document.title, new Date(), itemLine);
  return { name: 'feldspar-practice.ics', body: text };
}

/** @param alone for the player's own eyes: who else has the same work is not said. */
async function assignmentsOf(
  documents: DocumentStore,
  players: PlayerStore,
  player: string | undefined,
  alone: boolean,
): Promise<KeptAssignment[]> {
  const all = await documents.list<Assignment>('assignment');
  if (player === undefined) return all;
  const [identities, here] = [await players.identities(), await players.list()];
  const id = identities.of(player);
  const groups = here.find((one) => one.id === id)?.profile.groups ?? [];
  const own = all.filter(({ document }) =>
    identities.all(id).some((one) => isFor(document, { id: one, groups })),
  );
  return alone
    ? own.map((one) => ({ ...one, document: { ...one.document, to: { players: [id], groups: [] } } }))
    : own;
}

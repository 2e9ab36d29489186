/** Documents that are kept whole: paths, walks, agendas, sessions, given work, lessons, circles. The last one said counts. */
import type { Circle } from '@feldspar/core/circle';
import type { Assignment, Lesson } from '@feldspar/core/people';
import type { Path, Walk } from '@feldspar/core/paths';
import type { Agenda, Session } from '@feldspar/core/planner';
import type { DocumentKind } from '@feldspar/core/wire';
import { Op, type WhereOptions } from 'sequelize';
import { Problem, notFound } from '../http/problem.ts';
import type { Database } from './database.ts';
import { UnreadableRow } from './json-column.ts';
import type { DocumentRow, Row } from './models.ts';
import type { PlayerStore } from './players.ts';

export type KeptDocument = Path | Walk | Agenda | Session | Assignment | Lesson | Circle;

/** More than anybody looks through. */
const MOST_LISTED = 500;

export class DocumentStore {
  private readonly database: Database;
  private readonly players: PlayerStore;

  constructor(database: Database, players: PlayerStore) {
    this.database = database;
    this.players = players;
  }

  /** @returns true where it was new. @throws Problem 410 where it was deleted, 409 where the id is that of something else. */
  async put(kind: DocumentKind, id: string, document: KeptDocument): Promise<boolean> {
    const { documents, players } = this.database.models;
    const known = await documents.findByPk(id, { paranoid: false });
    if (known && known.kind !== kind)
      throw new Problem(409, 'Another kind', `This id is that of another kind of document: ${known.kind}.`);
    if (known?.deletedAt)
      throw new Problem(
        410,
        `Deleted ${kind}`,
        `This ${kind} was deleted. Bring it back from the bin first.`,
      );
    const said = 'playerId' in document ? document.playerId : null;
    const player = said === null ? null : await players.findByPk(said, { paranoid: false });
    const facts = { playerId: player?.id ?? null, title: titleOf(document), document };
    if (known) await known.update(facts);
    else await documents.create({ id, kind, ...facts, deletedAt: null });
    return known === null;
  }

  /** Newest first; one that cannot be read costs no other. @param playerId those of one player, whoever was merged into them included. */
  async list<Document>(kind: DocumentKind, playerId?: string): Promise<{ id: string; document: Document }[]> {
    const where: WhereOptions = { kind };
    const identities = await this.players.identities();
    const rows = await this.database.models.documents.findAll({
      where: playerId ? { ...where, playerId: identities.all(playerId) } : where,
      order: [
        ['createdAt', 'DESC'],
        ['id', 'DESC'],
      ],
      limit: MOST_LISTED,
    });
    return rows.flatMap((row) => {
      const document = readable(row) as (Document & { playerId?: string | null }) | null;
      if (document === null) return [];
      const whose = 'playerId' in document ? { playerId: identities.of(document.playerId ?? null) } : {};
      return [{ id: row.id, document: { ...document, ...whose } }];
    });
  }

  async remove(kind: DocumentKind, id: string): Promise<void> {
    await (await this.find(kind, id, true)).destroy();
  }

  async restore(kind: DocumentKind, id: string): Promise<void> {
    await (await this.find(kind, id, false)).restore();
  }

  /** Deleted ones of a kind, the last deleted first. */
  async deleted(
    kind: DocumentKind,
    most: number,
  ): Promise<{ id: string; title: string; deletedAt: string }[]> {
    const rows = await this.database.models.documents.findAll({
      attributes: ['id', 'title', 'deletedAt'],
      where: { kind, deletedAt: { [Op.ne]: null } },
      order: [['deletedAt', 'DESC']],
      limit: most,
      paranoid: false,
    });
    return rows.map(({ id, title, deletedAt }) => ({ id, title, deletedAt: deletedAt!.toISOString() }));
  }

  private async find(kind: DocumentKind, id: string, paranoid: boolean): Promise<Row<DocumentRow>> {
    const row = await this.database.models.documents.findByPk(id, {
      attributes: ['id', 'kind', 'deletedAt'],
      paranoid,
    });
    if (row?.kind !== kind) throw notFound(kind, id);
    return row;
  }
}

function titleOf(document: KeptDocument): string {
  if ('title' in document) return document.title;
  if ('work' in document) return document.work.title;
  return 'note' in document ? `Lesson of ${document.date}` : '';
}

function readable(row: DocumentRow): unknown {
  try {
    return row.document;
  } catch (error) {
    if (error instanceof UnreadableRow) return null;
    throw error;
  }
}

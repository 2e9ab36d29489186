/** The bin: what was deleted is found and brought back for 30 days, then it is really gone. */
import type { Bin, DocumentKind } from '@feldspar/core/wire';
import { type ModelStatic, Op, QueryTypes } from 'sequelize';
import type { Database } from './database.ts';
import type { Row } from './models.ts';
import type { DocumentStore } from './documents.ts';
import type { PlanStore } from './plans.ts';
import type { PlayerStore } from './players.ts';
import type { RecordingStore } from './recordings.ts';
import type { TakeStore } from './takes.ts';

export const DAYS_KEPT = 30;
const DAY_MS = 86_400_000;
/** More than anybody looks through; older ones are still brought back by their address. */
const MOST_LISTED = 500;

export class BinStore {
  private readonly database: Database;
  private readonly takes: TakeStore;
  private readonly plans: PlanStore;
  private readonly players: PlayerStore;
  private readonly recordings: RecordingStore;
  private readonly documents: DocumentStore;

  constructor(
    database: Database,
    takes: TakeStore,
    plans: PlanStore,
    players: PlayerStore,
    recordings: RecordingStore,
    documents: DocumentStore,
  ) {
    this.database = database;
    this.takes = takes;
    this.plans = plans;
    this.players = players;
    this.recordings = recordings;
    this.documents = documents;
  }

  async list(): Promise<Bin> {
    const deleted = (kind: DocumentKind) => this.documents.deleted(kind, MOST_LISTED);
    const [takes, plans, players, recordings, paths, agendas, assignments, lessons, circles] =
      await Promise.all([
        this.takes.deleted(MOST_LISTED),
        this.plans.deleted(MOST_LISTED),
        this.players.deleted(MOST_LISTED),
        this.recordings.deleted(MOST_LISTED),
        deleted('path'),
        deleted('agenda'),
        deleted('assignment'),
        deleted('lesson'),
        deleted('circle'),
      ]);
    return {
      daysKept: DAYS_KEPT,
      ...{ takes, plans, players, recordings, paths, agendas, assignments, lessons, circles },
    };
  }

  /** Really deletes what has lain there for longer. @returns how many rows. */
  async empty(now = new Date()): Promise<number> {
    const { sequelize, models } = this.database;
    const where = { deletedAt: { [Op.lt]: new Date(now.getTime() - DAYS_KEPT * DAY_MS) } };
    const heard = await models.recordings.destroy({ where, force: true });
    await this.recordings.sweepSounds();
    const kept = await models.documents.destroy({ where, force: true });
    const gone = heard + kept + (await models.takes.destroy({ where, force: true }));
    // What was merged for good: takes, and whoever was merged into that player before, are linked to the one who stays.
    for (const table of ['takes', 'recordings', 'documents', 'players']) {
      const column = table === 'players' ? 'mergedInto' : 'playerId';
      const merged = `SELECT id, mergedInto AS stays FROM players WHERE mergedInto IS NOT NULL AND deletedAt < :before`;
      await sequelize.query(
        `UPDATE ${table} SET ${column} = merged.stays FROM (${merged}) AS merged WHERE ${table}.${column} = merged.id`,
        { replacements: { before: where.deletedAt[Op.lt] }, type: QueryTypes.UPDATE },
      );
    }
    // A take holds its plan as it was, and stays without its player; only the links go.
    const links = [
      [models.plans, 'planId', ['takes']],
      [models.players, 'playerId', ['takes', 'recordings', 'documents']],
    ] as const;
    let linked = 0;
    for (const [model, column, tables] of links) {
      const rows = await (model as ModelStatic<Row<{ id: string }>>).findAll({
        attributes: ['id'],
        where,
        paranoid: false,
      });
      for (const { id } of rows) {
        for (const table of tables)
          await sequelize.query(`UPDATE ${table} SET ${column} = NULL WHERE ${column} = :id`, {
            replacements: { id },
            type: QueryTypes.UPDATE,
          });
        await (model as ModelStatic<Row<{ id: string }>>).destroy({ where: { id }, force: true });
      }
      linked += rows.length;
    }
    this.players.forgetIdentities();
    return gone + linked;
  }
}

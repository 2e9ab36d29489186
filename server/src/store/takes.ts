/** Takes in the database. A take is raw and never rewritten: only its note changes, and deleting can be undone. */
import { isDeepStrictEqual } from 'node:util';
import type { Take, TakeSummary } from '@feldspar/core/take';
import { ESTIMATOR } from '@feldspar/core/timing';
import { Op, UniqueConstraintError, type WhereOptions } from 'sequelize';
import type { Measure } from '../compute/measure.ts';
import { Problem, notFound } from '../http/problem.ts';
import type { Database } from './database.ts';
import type { Row, TakeRow } from './models.ts';

/** What a list shows of a take. */
export interface TakeItem {
  id: string;
  playerId: string | null;
  planId: string | null;
  title: string;
  tempo: Take['plan']['sections'][number]['tempo'];
  startedAt: string;
  input: Take['input'];
  stopped: boolean;
  note: string;
  summary: TakeSummary;
}

export interface TakePage {
  items: TakeItem[];
  nextCursor: string | null;
}

export class TakeStore {
  private readonly database: Database;
  private readonly measure: Measure;

  constructor(database: Database, measure: Measure) {
    this.database = database;
    this.measure = measure;
  }

  /** Stores a take once; the same take again is harmless. @returns true when it was new. */
  async put(take: Take): Promise<boolean> {
    const { takes, players, plans } = this.database.models;
    const known = await takes.findByPk(take.id, { paranoid: false });
    if (known) {
      if (known.deletedAt) {
        throw new Problem(410, 'Deleted take', 'This take was deleted. Restore it before sending it again.');
      }
      if (!isDeepStrictEqual(known.document, raw(take))) {
        throw new Problem(
          409,
          'Another take',
          'A take with this id is already stored and differs. A take is never rewritten.',
        );
      }
      return false;
    }
    // A take outlives its player and plan: an id that is not here is kept in the raw take and left out of the links.
    const [player, plan] = await Promise.all([
      take.playerId ? players.findByPk(take.playerId) : null,
      take.planId ? plans.findByPk(take.planId) : null,
    ]);
    const { summary } = await this.measure(take);
    const row = {
      id: take.id,
      playerId: player?.id ?? null,
      planId: plan?.id ?? null,
      startedAt: new Date(take.startedAt),
      note: take.note,
      document: raw(take),
      estimator: ESTIMATOR,
      summary,
      deletedAt: null,
    };
    try {
      await takes.create(row);
      return true;
    } catch (error) {
      // The same take arrived twice at once: the other one is stored now, and is compared as usual.
      if (error instanceof UniqueConstraintError) return this.put(take);
      throw error;
    }
  }

  async get(id: string): Promise<Take> {
    const row = await this.find(id);
    return { ...row.document, note: row.note };
  }

  async setNote(id: string, note: string): Promise<void> {
    const row = await this.find(id);
    await row.update({ note });
  }

  async remove(id: string): Promise<void> {
    await (await this.find(id)).destroy();
  }

  async restore(id: string): Promise<void> {
    const row = await this.database.models.takes.findByPk(id, { paranoid: false });
    if (!row) throw notFound('take', id);
    await row.restore();
  }

  /** Newest first. */
  async list(filter: { playerId?: string; cursor?: string; limit: number }): Promise<TakePage> {
    const where: WhereOptions<TakeRow>[] = [];
    if (filter.playerId) where.push({ playerId: filter.playerId });
    if (filter.cursor) {
      const { startedAt, id } = readCursor(filter.cursor);
      where.push({ [Op.or]: [{ startedAt: { [Op.lt]: startedAt } }, { startedAt, id: { [Op.lt]: id } }] });
    }
    const rows = await this.database.models.takes.findAll({
      where: { [Op.and]: where },
      order: [
        ['startedAt', 'DESC'],
        ['id', 'DESC'],
      ],
      limit: filter.limit + 1,
    });
    const page = rows.slice(0, filter.limit);
    const last = page.at(-1);
    return {
      items: await Promise.all(page.map((row) => this.item(row))),
      nextCursor: rows.length > filter.limit && last ? cursorOf(last) : null,
    };
  }

  /** Figures of an older estimator are computed anew before anybody reads them. */
  private async item(row: Row<TakeRow>): Promise<TakeItem> {
    if (row.estimator !== ESTIMATOR) {
      const { summary } = await this.measure(row.document);
      await row.update({ estimator: ESTIMATOR, summary });
    }
    const { document } = row;
    return {
      id: row.id,
      playerId: row.playerId,
      planId: row.planId,
      title: document.plan.title,
      tempo: document.plan.sections[0].tempo,
      startedAt: row.startedAt.toISOString(),
      input: document.input,
      stopped: document.stoppedAtS !== null,
      note: row.note,
      summary: row.summary,
    };
  }

  private async find(id: string): Promise<Row<TakeRow>> {
    const row = await this.database.models.takes.findByPk(id);
    if (!row) throw notFound('take', id);
    return row;
  }
}

/** The note is the one part that changes; it is kept beside the raw take. */
function raw(take: Take): Take {
  return JSON.parse(JSON.stringify({ ...take, note: '' })) as Take;
}

function cursorOf(row: Row<TakeRow>): string {
  return Buffer.from(`${row.startedAt.toISOString()} ${row.id}`).toString('base64url');
}

function readCursor(text: string): { startedAt: Date; id: string } {
  const [time, id] = Buffer.from(text, 'base64url').toString().split(' ');
  const startedAt = new Date(time);
  if (!id || Number.isNaN(startedAt.getTime())) {
    throw new Problem(400, 'Not a cursor', 'Use the nextCursor of the page before, unchanged.');
  }
  return { startedAt, id };
}

/**
 * Takes in the database. A take is raw and never rewritten: what is said about it (note, true tempo, how it is judged) is kept
 * beside it, and deleting can be undone.
 */
import { isDeepStrictEqual } from 'node:util';
import type { SaidTempo } from '@feldspar/core/plan';
import { type Take, type TakeSummary, takeTempo } from '@feldspar/core/take';
import { quartersPerMinute } from '@feldspar/core/time';
import { ESTIMATOR, type Judging } from '@feldspar/core/timing';
import { Op, UniqueConstraintError, type WhereOptions } from 'sequelize';
import type { Measure } from '../compute/measure.ts';
import { Problem, notFound } from '../http/problem.ts';
import type { Database } from './database.ts';
import type { Row, TakeRow } from './models.ts';
import type { PlanStore } from './plans.ts';

/** What a list shows of a take. */
export interface TakeItem {
  id: string;
  playerId: string | null;
  planId: string | null;
  title: string;
  tempo: Take['plan']['sections'][number]['tempo'];
  /** What the tempo really was, where somebody said so. */
  trueTempo: SaidTempo | null;
  /** Its tempo (the true one if there is one) in quarters a minute, by which takes are compared. */
  quarterBpm: number;
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

/** The orders of a list: by which column, and which way. */
const ORDERS = {
  newest: ['startedAt', 'DESC'],
  slowest: ['quarterBpm', 'ASC'],
  fastest: ['quarterBpm', 'DESC'],
} as const;

export type TakeOrder = keyof typeof ORDERS;
export const TAKE_ORDERS = Object.keys(ORDERS) as TakeOrder[];

export class TakeStore {
  private readonly database: Database;
  private readonly plans: PlanStore;
  private readonly measure: Measure;

  constructor(database: Database, plans: PlanStore, measure: Measure) {
    this.database = database;
    this.plans = plans;
    this.measure = measure;
  }

  /** Stores a take once; the same take again is harmless. @returns true when it was new. */
  async put(take: Take): Promise<boolean> {
    const { takes, players } = this.database.models;
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
    const [player, planId] = await Promise.all([
      take.playerId ? players.findByPk(take.playerId) : null,
      take.planId ? this.plans.link(take.planId) : null,
    ]);
    const { summary } = await this.measure(take);
    const row = {
      id: take.id,
      playerId: player?.id ?? null,
      planId,
      startedAt: new Date(take.startedAt),
      note: take.note,
      document: raw(take),
      trueTempo: take.trueTempo ?? null,
      judging: take.judging ?? null,
      quarterBpm: comparable(take),
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
    return whole(await this.find(id));
  }

  async setNote(id: string, note: string): Promise<void> {
    const row = await this.find(id);
    await row.update({ note });
  }

  /** What the tempo really was; null takes it back. The raw take stays as it came. */
  async setTrueTempo(id: string, trueTempo: SaidTempo | null): Promise<void> {
    const row = await this.find(id);
    await row.update({ trueTempo, quarterBpm: comparable({ plan: row.document.plan, trueTempo }) });
  }

  /** How it is judged; null takes it back. The figures of lists follow at once. */
  async setJudging(id: string, judging: Judging | null): Promise<void> {
    const row = await this.find(id);
    const { summary } = await this.measure({ ...row.document, judging });
    await row.update({ judging, estimator: ESTIMATOR, summary });
  }

  /** Takes whose figures are of an older estimator, newest first. */
  async outdated(): Promise<string[]> {
    const rows = await this.database.models.takes.findAll({
      attributes: ['id'],
      where: { estimator: { [Op.ne]: ESTIMATOR } },
      order: [['startedAt', 'DESC']],
    });
    return rows.map(({ id }) => id);
  }

  /** Computes a take's figures anew; of a take that is gone meanwhile nothing. */
  async remeasure(id: string): Promise<void> {
    const row = await this.database.models.takes.findByPk(id);
    if (!row) return;
    const { summary } = await this.measure(whole(row));
    await row.update({ estimator: ESTIMATOR, summary });
  }

  async remove(id: string): Promise<void> {
    await (await this.find(id)).destroy();
  }

  async restore(id: string): Promise<void> {
    const row = await this.database.models.takes.findByPk(id, { paranoid: false });
    if (!row) throw notFound('take', id);
    await row.restore();
  }

  async list(filter: {
    playerId?: string;
    cursor?: string;
    limit: number;
    order: TakeOrder;
  }): Promise<TakePage> {
    const [column, direction] = ORDERS[filter.order];
    const beyond = direction === 'ASC' ? Op.gt : Op.lt;
    const where: WhereOptions<TakeRow>[] = [];
    if (filter.playerId) where.push({ playerId: filter.playerId });
    if (filter.cursor) {
      const { value, id } = readCursor(filter.cursor, filter.order);
      where.push({ [Op.or]: [{ [column]: { [beyond]: value } }, { [column]: value, id: { [beyond]: id } }] });
    }
    const rows = await this.database.models.takes.findAll({
      where: { [Op.and]: where },
      order: [
        [column, direction],
        ['id', direction],
      ],
      limit: filter.limit + 1,
    });
    const page = rows.slice(0, filter.limit);
    const last = page.at(-1);
    return {
      items: page.map(itemOf),
      nextCursor: rows.length > filter.limit && last ? cursorOf(last, filter.order) : null,
    };
  }

  private async find(id: string): Promise<Row<TakeRow>> {
    const row = await this.database.models.takes.findByPk(id);
    if (!row) throw notFound('take', id);
    return row;
  }
}

function itemOf(row: Row<TakeRow>): TakeItem {
  const { document } = row;
  return {
    id: row.id,
    playerId: row.playerId,
    planId: row.planId,
    title: document.plan.title,
    tempo: document.plan.sections[0].tempo,
    trueTempo: row.trueTempo,
    quarterBpm: row.quarterBpm,
    startedAt: row.startedAt.toISOString(),
    input: document.input,
    stopped: document.stoppedAtS !== null,
    note: row.note,
    summary: row.summary,
  };
}

/** Note, true tempo and judging are the parts that change; they are kept beside the raw take. */
function raw(take: Take): Take {
  return JSON.parse(JSON.stringify({ ...take, note: '', trueTempo: undefined, judging: undefined })) as Take;
}

/** The raw take with what is said about it. */
export function whole({ document, note, trueTempo, judging }: TakeRow): Take {
  return { ...document, note, ...(trueTempo ? { trueTempo } : {}), ...(judging ? { judging } : {}) };
}

function comparable(take: Pick<Take, 'plan' | 'trueTempo'>): number {
  return quartersPerMinute(takeTempo(take)).valueOf();
}

function cursorOf(row: Row<TakeRow>, order: TakeOrder): string {
  const value = order === 'newest' ? row.startedAt.toISOString() : row.quarterBpm;
  return Buffer.from(`${order} ${value} ${row.id}`).toString('base64url');
}

function readCursor(text: string, order: TakeOrder): { value: Date | number; id: string } {
  const [of, key, id] = Buffer.from(text, 'base64url').toString().split(' ');
  const value = order === 'newest' ? new Date(key) : Number(key);
  if (of !== order || !id || Number.isNaN(value.valueOf())) {
    throw new Problem(
      400,
      'Not a cursor',
      'Use the nextCursor of the page before, unchanged, in the same order.',
    );
  }
  return { value, id };
}

/**
 * Plans: the ready ones that ship, and the user's own. A placement of a re-heard click is a ready plan too; there are so
 * many that one is stored only when a take is linked to it.
 */
import { isDeepStrictEqual } from 'node:util';
import { type Plan, firstSection } from '@feldspar/core/plan';
import { ALL_READY_PLANS, type ReadyPlan, readyPlanOf } from '@feldspar/core/practice';
import type { Page, PlanItem, StoredPlan } from '@feldspar/core/wire';
import { Op } from 'sequelize';
import { Problem, notFound } from '../http/problem.ts';
import type { Database } from './database.ts';
import { UnreadableRow } from './json-column.ts';
import type { PlanRow, Row } from './models.ts';
import { beyond, cursorOf, readCursor } from './pages.ts';

/** Read for lists; the document is asked for by itself. */
const LISTED = ['id', 'title', 'trains', 'ready', 'revision', 'tempo', 'sheet', 'createdAt', 'deletedAt'];

export class PlanStore {
  private readonly database: Database;

  constructor(database: Database) {
    this.database = database;
  }

  /** The ready plans of this version, at every start; what is the same already is not written again. */
  async putReadyPlans(): Promise<void> {
    const { plans } = this.database.models;
    const stored = new Map((await plans.findAll({ where: { ready: true } })).map((row) => [row.id, row]));
    const changed = ALL_READY_PLANS.filter((ready) => !isSame(stored.get(ready.id), ready));
    await plans.bulkCreate(changed.map(rowOf), {
      updateOnDuplicate: ['title', 'trains', 'ready', 'document', 'tempo', 'sheet'],
    });
  }

  /**
   * Stores an own plan.
   * @param on the revision that was changed, 0 for a plan that was new; without it whatever is stored is replaced.
   * @returns its revision now.
   * @throws Problem 409 with the stored one, where it was changed meanwhile; 410 where it was deleted meanwhile.
   */
  async put(id: string, plan: Plan, on?: number): Promise<number> {
    const { plans } = this.database.models;
    if (readyPlanOf(id)) {
      throw new Problem(
        409,
        'A ready plan',
        'Ready plans cannot be changed. Save yours under an id of its own.',
      );
    }
    const known = await plans.findByPk(id, { paranoid: false });
    if (!known) {
      if (on !== undefined && on > 0) throw new Problem(410, 'Deleted plan', GONE);
      await plans.create({ ...ownRow(id, plan), revision: 1 });
      return 1;
    }
    if (known.deletedAt) throw new Problem(410, 'Deleted plan', GONE);
    // An answer that got lost is asked for again: the same plan is no other plan.
    if (isStored(known, plan)) return known.revision;
    if (on !== undefined && on !== known.revision) {
      throw new Problem(409, 'Changed meanwhile', 'This plan was changed somewhere else meanwhile.', {
        current: view(known),
      });
    }
    const revision = known.revision + 1;
    // Where another request was quicker no row has the revision any more.
    const [count] = await plans.update(
      { ...factsOf(plan), revision },
      { where: { id, revision: known.revision } },
    );
    return count === 0 ? this.put(id, plan, on) : revision;
  }

  async get(id: string): Promise<StoredPlan> {
    const row = await this.database.models.plans.findByPk(id);
    if (row) return view(row);
    const ready = readyPlanOf(id);
    if (!ready) throw notFound('plan', id);
    return view(rowOf(ready));
  }

  /** The id that a take may be linked to, or null when no such plan is known. */
  async link(id: string): Promise<string | null> {
    const { plans } = this.database.models;
    if (await plans.findByPk(id, { paranoid: false, attributes: ['id'] })) return id;
    const ready = readyPlanOf(id);
    if (!ready) return null;
    await plans.upsert(rowOf(ready));
    return id;
  }

  /** Deletes an own plan; its takes stay, and `restore` brings it back. */
  async remove(id: string): Promise<void> {
    if (readyPlanOf(id)) throw new Problem(409, 'A ready plan', 'Ready plans ship with Feldspar and stay.');
    const row = await this.database.models.plans.findByPk(id, { attributes: ['id', 'deletedAt'] });
    if (!row) throw notFound('plan', id);
    await row.destroy();
  }

  async restore(id: string): Promise<void> {
    const row = await this.database.models.plans.findByPk(id, {
      paranoid: false,
      attributes: ['id', 'deletedAt'],
    });
    if (!row) throw notFound('plan', id);
    await row.restore();
  }

  /**
   * Ready plans in their order on the first page, then the user's own, newest first. Placements are not listed.
   * Documents are asked for one by one; a plan that cannot be read is listed as such.
   */
  async list({ cursor, limit }: { cursor?: string; limit: number }): Promise<Page<PlanItem>> {
    const rows = await this.database.models.plans.findAll({
      attributes: [...LISTED],
      where: {
        ready: false,
        ...(cursor ? beyond('createdAt', 'DESC', readCursor(cursor, 'plans', 'date')) : {}),
      },
      order: [
        ['createdAt', 'DESC'],
        ['id', 'DESC'],
      ],
      limit: limit + 1,
    });
    const own = rows.slice(0, limit);
    const last = own.at(-1) as (Row<PlanRow> & { createdAt: Date }) | undefined;
    return {
      items: [...(cursor ? [] : ALL_READY_PLANS.map((ready) => itemOf(rowOf(ready)))), ...own.map(itemOf)],
      nextCursor: rows.length > limit && last ? cursorOf('plans', last.createdAt, last.id) : null,
    };
  }

  /** Deleted own plans, the last deleted first. */
  async deleted(most: number): Promise<(PlanItem & { deletedAt: string })[]> {
    const rows = await this.database.models.plans.findAll({
      attributes: [...LISTED],
      where: { deletedAt: { [Op.ne]: null } },
      order: [['deletedAt', 'DESC']],
      limit: most,
      paranoid: false,
    });
    return rows.map((row) => ({ ...itemOf(row), deletedAt: row.deletedAt!.toISOString() }));
  }
}

const GONE =
  'This plan was deleted. Bring it back from the bin before it is changed, or save yours as a new plan.';

function rowOf({ id, plan, trains }: ReadyPlan): PlanRow {
  return { ...ownRow(id, plan), trains, ready: true };
}

function ownRow(id: string, plan: Plan): PlanRow {
  return { id, ...factsOf(plan), trains: '', ready: false, revision: 1, deletedAt: null };
}

/** The document, and what of it lists show. */
function factsOf(plan: Plan): Pick<PlanRow, 'title' | 'document' | 'tempo' | 'sheet'> {
  return {
    title: plan.title,
    document: plan,
    tempo: firstSection(plan).tempo,
    sheet: plan.sheet !== undefined,
  };
}

function view({ id, title, trains, ready, document, revision }: PlanRow): StoredPlan {
  return { id, title, trains, ready, document, revision };
}

function itemOf(row: Omit<PlanRow, 'document'>): PlanItem {
  const { id, title, trains, ready, revision, sheet } = row;
  const tempo = tempoOf(row);
  return {
    ...{ id, title, trains, revision, tempo },
    ready: Boolean(ready),
    sheet: Boolean(sheet),
    unreadable: tempo ? null : 'The stored plan cannot be read: it is damaged.',
  };
}

function tempoOf(row: Pick<PlanRow, 'tempo'>): PlanRow['tempo'] {
  try {
    return row.tempo;
  } catch (error) {
    if (error instanceof UnreadableRow) return null;
    throw error;
  }
}

function isSame(row: Row<PlanRow> | undefined, { plan, trains }: ReadyPlan): boolean {
  return row !== undefined && row.trains === trains && row.title === plan.title && isStored(row, plan);
}

/** A stored plan that cannot be read is no plan that it could be the same as. */
function isStored(row: PlanRow, plan: Plan): boolean {
  try {
    return isDeepStrictEqual(row.document, JSON.parse(JSON.stringify(plan)));
  } catch (error) {
    if (error instanceof UnreadableRow) return false;
    throw error;
  }
}

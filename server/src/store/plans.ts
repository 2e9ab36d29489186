/**
 * Plans: the ready ones that ship, and the user's own. A placement of a re-heard click is a ready plan too; there are so
 * many that one is stored only when a take is linked to it.
 */
import type { Plan } from '@feldspar/core/plan';
import { ALL_READY_PLANS, type ReadyPlan, readyPlanOf } from '@feldspar/core/practice';
import { Problem, notFound } from '../http/problem.ts';
import type { Database } from './database.ts';
import type { PlanRow } from './models.ts';

export class PlanStore {
  private readonly database: Database;

  constructor(database: Database) {
    this.database = database;
  }

  /** The ready plans of this version; run at every start. */
  async putReadyPlans(): Promise<void> {
    await this.database.models.plans.bulkCreate(ALL_READY_PLANS.map(rowOf), {
      updateOnDuplicate: ['title', 'trains', 'ready', 'document'],
    });
  }

  async put(id: string, plan: Plan): Promise<void> {
    if (readyPlanOf(id)) {
      throw new Problem(
        409,
        'A ready plan',
        'Ready plans cannot be changed. Save yours under an id of its own.',
      );
    }
    await this.database.models.plans.upsert({
      id,
      title: plan.title,
      trains: '',
      ready: false,
      document: plan,
      deletedAt: null,
    });
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
    if (await plans.findByPk(id, { paranoid: false })) return id;
    const ready = readyPlanOf(id);
    if (!ready) return null;
    await plans.upsert(rowOf(ready));
    return id;
  }

  /** Deletes an own plan; its takes stay, and `restore` brings it back. */
  async remove(id: string): Promise<void> {
    if (readyPlanOf(id)) throw new Problem(409, 'A ready plan', 'Ready plans ship with Feldspar and stay.');
    const row = await this.database.models.plans.findByPk(id);
    if (!row) throw notFound('plan', id);
    await row.destroy();
  }

  async restore(id: string): Promise<void> {
    const row = await this.database.models.plans.findByPk(id, { paranoid: false });
    if (!row) throw notFound('plan', id);
    await row.restore();
  }

  /** Ready plans in their order, then the user's own, newest first. Placements are not listed. */
  async list(): Promise<StoredPlan[]> {
    const rows = await this.database.models.plans.findAll({ order: [['createdAt', 'DESC']] });
    const order = new Map(ALL_READY_PLANS.map(({ id }, i) => [id, i]));
    const place = (row: PlanRow) => order.get(row.id) ?? ALL_READY_PLANS.length;
    return rows
      .filter(({ id, ready }) => !ready || order.has(id))
      .sort((a, b) => place(a) - place(b))
      .map(view);
  }
}

export type StoredPlan = Omit<PlanRow, 'deletedAt'>;

function rowOf({ id, plan, trains }: ReadyPlan): PlanRow {
  return { id, title: plan.title, trains, ready: true, document: plan, deletedAt: null };
}

function view({ id, title, trains, ready, document }: PlanRow): StoredPlan {
  return { id, title, trains, ready, document };
}

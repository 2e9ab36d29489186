/** Plans in the database: the ready ones that ship, and the user's own. */
import type { Plan } from '@feldspar/core/plan';
import { READY_PLANS } from '@feldspar/core/practice';
import { Problem, notFound } from '../http/problem.ts';
import type { Database } from './database.ts';
import type { PlanRow } from './models.ts';

export class PlanStore {
  private readonly database: Database;

  constructor(database: Database) {
    this.database = database;
  }

  /** The ready plans of this version, in the order in which people learn them; run at every start. */
  async putReadyPlans(): Promise<void> {
    for (const { id, plan, trains } of READY_PLANS) {
      await this.database.models.plans.upsert({ id, title: plan.title, trains, ready: true, document: plan });
    }
  }

  async put(id: string, plan: Plan): Promise<void> {
    if (READY_PLANS.some((ready) => ready.id === id)) {
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
    });
  }

  async get(id: string): Promise<PlanRow> {
    const row = await this.database.models.plans.findByPk(id);
    if (!row) throw notFound('plan', id);
    return view(row);
  }

  /** Ready plans in their order, then the user's own, newest first. */
  async list(): Promise<PlanRow[]> {
    const rows = await this.database.models.plans.findAll({ order: [['createdAt', 'DESC']] });
    const order = new Map(READY_PLANS.map(({ id }, i) => [id, i]));
    const place = (row: PlanRow) => order.get(row.id) ?? READY_PLANS.length;
    return rows.map(view).sort((a, b) => place(a) - place(b));
  }
}

function view({ id, title, trains, ready, document }: PlanRow): PlanRow {
  return { id, title, trains, ready, document };
}

/** The bin: what was deleted is found and brought back for 30 days, then it is really gone. */
import { Op, QueryTypes } from 'sequelize';
import type { Database } from './database.ts';
import type { PlanItem, PlanStore } from './plans.ts';
import type { TakeItem, TakeStore } from './takes.ts';

export const DAYS_KEPT = 30;
const DAY_MS = 86_400_000;
/** More than anybody looks through; older ones are still brought back by their address. */
const MOST_LISTED = 500;

export interface Bin {
  daysKept: number;
  takes: (TakeItem & { deletedAt: string })[];
  plans: (PlanItem & { deletedAt: string })[];
}

export class BinStore {
  private readonly database: Database;
  private readonly takes: TakeStore;
  private readonly plans: PlanStore;

  constructor(database: Database, takes: TakeStore, plans: PlanStore) {
    this.database = database;
    this.takes = takes;
    this.plans = plans;
  }

  async list(): Promise<Bin> {
    const [takes, plans] = await Promise.all([
      this.takes.deleted(MOST_LISTED),
      this.plans.deleted(MOST_LISTED),
    ]);
    return { daysKept: DAYS_KEPT, takes, plans };
  }

  /** Really deletes what has lain there for longer. @returns how many rows. */
  async empty(now = new Date()): Promise<number> {
    const { sequelize, models } = this.database;
    const where = { deletedAt: { [Op.lt]: new Date(now.getTime() - DAYS_KEPT * DAY_MS) } };
    const gone = await models.takes.destroy({ where, force: true });
    const plans = await models.plans.findAll({ attributes: ['id'], where, paranoid: false });
    for (const { id } of plans) {
      // A take holds the plan as it was; only the link goes.
      await sequelize.query('UPDATE takes SET planId = NULL WHERE planId = :id', {
        replacements: { id },
        type: QueryTypes.UPDATE,
      });
      await models.plans.destroy({ where: { id }, force: true });
    }
    return gone + plans.length;
  }
}

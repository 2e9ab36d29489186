/** Players in the database. */
import { Op } from 'sequelize';
import { z } from 'zod';
import { Problem, notFound } from '../http/problem.ts';
import type { Database } from './database.ts';
import type { PlayerRow } from './models.ts';

export const playerSchema = z.strictObject({
  name: z.string().trim().min(1, 'give the player a name').max(80, 'a name has at most 80 characters'),
  instrument: z.string().trim().max(80, 'an instrument has at most 80 characters').default(''),
});

export class PlayerStore {
  private readonly database: Database;

  constructor(database: Database) {
    this.database = database;
  }

  /** @throws Problem 410 where the player was removed: a name typed in an old window brings nobody back. */
  async put(id: string, player: z.infer<typeof playerSchema>): Promise<void> {
    const { players } = this.database.models;
    const known = await players.findByPk(id, { paranoid: false });
    if (known?.deletedAt)
      throw new Problem(
        410,
        'Removed player',
        'This player was removed. Bring them back from the bin first.',
      );
    if (known) await known.update(player);
    else await players.create({ id, ...player, deletedAt: null });
  }

  async list(): Promise<Player[]> {
    return (await this.database.models.players.findAll({ order: ['name'] })).map(view);
  }

  /** The player's takes stay, and `restore` brings the player back. */
  async remove(id: string): Promise<void> {
    const row = await this.database.models.players.findByPk(id);
    if (!row) throw notFound('player', id);
    await row.destroy();
  }

  async restore(id: string): Promise<void> {
    const row = await this.database.models.players.findByPk(id, { paranoid: false });
    if (!row) throw notFound('player', id);
    await row.restore();
  }

  /** Removed players, the last removed first. */
  async deleted(most: number): Promise<(Player & { deletedAt: string })[]> {
    const rows = await this.database.models.players.findAll({
      where: { deletedAt: { [Op.ne]: null } },
      order: [['deletedAt', 'DESC']],
      limit: most,
      paranoid: false,
    });
    return rows.map((row) => ({ ...view(row), deletedAt: row.deletedAt!.toISOString() }));
  }
}

export type Player = Omit<PlayerRow, 'deletedAt'>;

const view = ({ id, name, instrument }: PlayerRow): Player => ({ id, name, instrument });

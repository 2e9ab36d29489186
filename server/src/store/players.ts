/** Players in the database. */
import { z } from 'zod';
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

  async put(id: string, player: z.infer<typeof playerSchema>): Promise<void> {
    await this.database.models.players.upsert({ id, ...player });
  }

  async list(): Promise<PlayerRow[]> {
    const rows = await this.database.models.players.findAll({ order: ['name'] });
    return rows.map(({ id, name, instrument }) => ({ id, name, instrument }));
  }
}

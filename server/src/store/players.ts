/**
 * Players in the database. Two who are the same person are merged by a pointer: the takes keep whose they were when they were
 * played, and are listed as those of the one who stays, so that nothing is rewritten and all of it can be undone.
 */
import type { Profile } from '@feldspar/core/people';
import type { DeletedPlayer, Player, PlayerSaid } from '@feldspar/core/wire';
import { Op } from 'sequelize';
import { Problem, notFound } from '../http/problem.ts';
import type { Database } from './database.ts';
import { UnreadableRow } from './json-column.ts';
import type { PlayerRow } from './models.ts';

export class PlayerStore {
  private readonly database: Database;
  private known: Promise<Identities> | null = null;

  constructor(database: Database) {
    this.database = database;
  }

  /** @throws Problem 410 where the player was removed: a name typed in an old window brings nobody back. */
  async put(id: string, player: PlayerSaid): Promise<void> {
    const { players } = this.database.models;
    const known = await players.findByPk(id, { paranoid: false });
    if (known?.deletedAt)
      throw new Problem(
        410,
        'Removed player',
        'This player was removed. Bring them back from the bin first.',
      );
    // What nobody said stays as it was.
    if (known) await known.update(player);
    else
      await players.create({
        id,
        ...player,
        profile: player.profile ?? null,
        mergedInto: null,
        deletedAt: null,
      });
  }

  /** By name. @param viewer the one player who asks, who sees nobody else; null for all of them. */
  async list(viewer: string | null = null): Promise<Player[]> {
    const id = viewer === null ? null : (await this.identities()).of(viewer);
    const where = id === null ? {} : { id };
    return (await this.database.models.players.findAll({ where, order: ['name'] })).map(view);
  }

  /** The player's takes stay, and `restore` brings the player back. */
  async remove(id: string): Promise<void> {
    await (await this.find(id)).destroy();
  }

  /**
   * The takes of one are those of the other from now on, and the one goes into the bin; `restore` parts them again.
   * @throws Problem 404 where either is not there, 409 where they are the same.
   */
  async merge(id: string, into: string): Promise<void> {
    if (id === into)
      throw new Problem(409, 'The same player', 'A player cannot be merged into themselves. Choose another.');
    const { players } = this.database.models;
    const known = await players.findByPk(id, { paranoid: false });
    // An answer that got lost is asked for again.
    if (known?.deletedAt && known.mergedInto === into) return;
    const [row] = await Promise.all([this.find(id), this.find(into)]);
    await this.database.sequelize.transaction(async (transaction) => {
      await row.update({ mergedInto: into }, { transaction });
      await row.destroy({ transaction });
    });
    this.forgetIdentities();
  }

  async restore(id: string): Promise<void> {
    const row = await this.database.models.players.findByPk(id, { paranoid: false });
    if (!row) throw notFound('player', id);
    await this.database.sequelize.transaction(async (transaction) => {
      await row.update({ mergedInto: null }, { transaction });
      await row.restore({ transaction });
    });
    this.forgetIdentities();
  }

  /** Removed players, the last removed first. */
  async deleted(most: number): Promise<DeletedPlayer[]> {
    const rows = await this.database.models.players.findAll({
      where: { deletedAt: { [Op.ne]: null } },
      order: [['deletedAt', 'DESC']],
      limit: most,
      paranoid: false,
    });
    return rows.map((row) => ({
      ...view(row),
      mergedInto: row.mergedInto,
      deletedAt: row.deletedAt!.toISOString(),
    }));
  }

  /** Who is who; read once, until somebody is merged or parted. */
  identities(): Promise<Identities> {
    this.known ??= this.readIdentities().catch((error: unknown) => {
      this.forgetIdentities();
      throw error;
    });
    return this.known;
  }

  forgetIdentities(): void {
    this.known = null;
  }

  private async readIdentities(): Promise<Identities> {
    const rows = await this.database.models.players.findAll({
      raw: true,
      attributes: ['id', 'mergedInto'],
      where: { mergedInto: { [Op.ne]: null } },
      paranoid: false,
    });
    return new Identities(new Map(rows.map(({ id, mergedInto }) => [id, mergedInto!])));
  }

  private async find(id: string) {
    const row = await this.database.models.players.findByPk(id);
    if (!row) throw notFound('player', id);
    return row;
  }
}

/** Whose takes are whose, after merging. */
export class Identities {
  private readonly into: ReadonlyMap<string, string>;

  /** @param into each merged player, and into whom. */
  constructor(into: ReadonlyMap<string, string>) {
    this.into = into;
  }

  /** The one who stays, over any number of mergings. */
  of<Id extends string | null>(id: Id): Id {
    let now: string | null = id;
    // Nobody is merged into a removed player, so there is no circle; a damaged database may hold one.
    for (let steps = 0; now !== null && this.into.has(now) && steps <= this.into.size; steps++)
      now = this.into.get(now)!;
    return now as Id;
  }

  /** Everybody whose takes are this one's, the one included. */
  all(id: string): string[] {
    return [id, ...[...this.into.keys()].filter((other) => other !== id && this.of(other) === id)];
  }
}

const view = (row: PlayerRow): Player => {
  const { id, name, instrument } = row;
  return { id, name, instrument, profile: profileOf(row) };
};

/** As somebody said it. */
export function saidOf(row: PlayerRow): PlayerSaid {
  const { name, instrument } = row;
  const profile = profileOf(row);
  return { name, instrument, ...(Object.keys(profile).length > 0 ? { profile } : {}) };
}

/** A damaged one costs nobody their name. */
function profileOf(row: PlayerRow): Profile {
  try {
    return row.profile ?? {};
  } catch (error) {
    if (error instanceof UnreadableRow) return {};
    throw error;
  }
}

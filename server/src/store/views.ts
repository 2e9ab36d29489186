/**
 * What one player may see: whoever opened the studio as themselves reaches their own takes, recordings, work and notes, and what belongs to
 * everybody. Anything else does not exist for them. The table of routes says of each route which it is.
 */
import type { Route } from '@feldspar/core/wire';
import { notFound } from '../http/problem.ts';
import type { Database } from './database.ts';
import type { Identities, PlayerStore } from './players.ts';

/** Things that have a player, by the first part of their address. */
const TABLES = {
  takes: 'takes',
  recordings: 'recordings',
  walks: 'documents',
  sessions: 'documents',
} as const;
type Owned = keyof typeof TABLES;

interface AskedHere {
  path: string;
  id: string;
  query: unknown;
  body: unknown;
}

export class Views {
  private readonly database: Database;
  private readonly players: PlayerStore;

  constructor(database: Database, players: PlayerStore) {
    this.database = database;
    this.players = players;
  }

  /** @returns the query, narrowed to the player. @throws Problem 404 for what is not theirs. */
  async check({ player, query: takes }: Route, asked: AskedHere, viewer: string): Promise<unknown> {
    const identities = await this.players.identities();
    const isOwn = (id: unknown) => typeof id === 'string' && identities.of(id) === identities.of(viewer);
    const query = (asked.query ?? {}) as { player?: string };
    switch (player) {
      case 'anything':
        return asked.query;
      case 'own list':
        if (query.player !== undefined && !isOwn(query.player)) throw notFound('player', query.player);
        return takes ? { ...query, player: viewer } : asked.query;
      case 'own thing':
        await this.checkThing(asked, identities, isOwn);
        return asked.query;
      default:
        throw notFound('page', asked.path);
    }
  }

  private async checkThing(
    { path, id, body }: AskedHere,
    identities: Identities,
    isOwn: (id: unknown) => boolean,
  ): Promise<void> {
    const kind = path.split('/')[1] as Owned;
    const missing = notFound(kind.slice(0, -1), id);
    // What is sent says whose it is; nobody puts something among the things of others, or of nobody.
    if (isObject(body) && 'playerId' in body && !isOwn(body.playerId)) throw missing;
    const model = this.database.models[TABLES[kind]] as unknown as Rows;
    const row = await model.findByPk(id, { attributes: ['playerId'], paranoid: false });
    if (row ? !isOwn(identities.of(row.playerId)) : !(isObject(body) && 'playerId' in body)) throw missing;
  }
}

interface Rows {
  findByPk(
    id: string,
    how: { attributes: string[]; paranoid: false },
  ): Promise<{ playerId: string | null } | null>;
}

const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null;

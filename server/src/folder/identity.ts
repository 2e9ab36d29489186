/**
 * The data folder knows what it holds: which studio it is, how often it was changed, and how much is in it, in a small file
 * beside the database. The database counts its changes itself (by triggers), so one that vanished, was emptied, or is an
 * older copy is told from one that is merely new.
 */
import { readFileSync, renameSync, writeFileSync } from 'node:fs';
import { z } from 'zod';
import { identityIn } from './files.ts';
import type { Raw } from './raw.ts';

const identitySchema = z.object({
  format: z.literal('feldspar-studio'),
  version: z.literal(1),
  id: z.uuid(),
  /** Changes of takes, plans and players so far. It only grows. */
  revision: z.number().int().min(0),
  takes: z.number().int().min(0),
  plans: z.number().int().min(0),
  players: z.number().int().min(0),
  savedAt: z.iso.datetime(),
});
export type Identity = z.infer<typeof identitySchema>;

/** Null when there is none, or one that cannot be read: the database then says what it is. */
export function readIdentity(folder: string): Identity | null {
  try {
    return identitySchema.parse(JSON.parse(readFileSync(identityIn(folder), 'utf8')));
  } catch {
    return null;
  }
}

/** Written aside and put in place whole, so that a crash leaves the old one or the new one. */
export function writeIdentity(folder: string, identity: Identity): void {
  const file = identityIn(folder);
  writeFileSync(`${file}.new`, `${JSON.stringify(identity, null, 2)}\n`);
  renameSync(`${file}.new`, file);
}

/** What a database says of itself; null for one from before databases knew. */
export async function identityOf(database: Pick<Raw, 'all'>): Promise<Identity | null> {
  const tables = await database.all("SELECT 1 FROM sqlite_master WHERE type = 'table' AND name = 'studio'");
  if (tables.length === 0) return null;
  const [row] = await database.all<Omit<Identity, 'format' | 'version' | 'savedAt'>>(
    `SELECT id, revision, (SELECT count(*) FROM takes) AS takes, (SELECT count(*) FROM players) AS players,
       (SELECT count(*) FROM plans WHERE NOT ready) AS plans FROM studio`,
  );
  return row ? { format: 'feldspar-studio', version: 1, ...row, savedAt: new Date().toISOString() } : null;
}

/** "20 takes, 3 plans and 2 players". */
export function holdings({ takes, plans, players }: Pick<Identity, 'takes' | 'plans' | 'players'>): string {
  const many = (count: number, noun: string) => `${count} ${noun}${count === 1 ? '' : 's'}`;
  return `${many(takes, 'take')}, ${many(plans, 'plan')} and ${many(players, 'player')}`;
}

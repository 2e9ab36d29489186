/** How long a player can be left alone, by what was practised and how fast, from recent takes; and take by take over the weeks. */
import { familyOf } from '@feldspar/core/practice';
import { holdOfAlone } from '@feldspar/core/take';
import type { Report } from '@feldspar/core/timing';
import type { HoldGroup } from '@feldspar/core/wire';
import type { Database } from './database.ts';
import type { TakeRow } from './models.ts';
import type { PlayerStore } from './players.ts';

/** Tempos within so much of the slowest of a group are one tempo. */
const SAME_TEMPO = 1.06;
/** "Recent": at most so many takes, from at most so many days before the last one. */
const RECENT = { takes: 6, days: 42 } as const;
/** Takes looked at, newest first. */
const MOST_TAKES = 1000;
/** Pooled figures kept for the next visit. */
const MOST_POOLED = 500;

/** Small: neither the document nor what was done alone is read for the list. */
const LISTED = [
  'id',
  'planId',
  'title',
  'startedAt',
  'quarterBpm',
  'hold',
  'estimator',
  'updatedAt',
] as const;
type Figured = Pick<TakeRow, 'id' | 'planId' | 'title' | 'quarterBpm' | 'estimator'>;
/** As the driver gives it. */
type ListedRow = Figured & Record<'startedAt' | 'updatedAt', string> & { hold: string | null };
interface HoldRow extends Figured {
  startedAt: Date;
  updatedAt: string;
  hold: { beats: number; range: [number, number]; toleranceMs: number };
}

/** Newest first; of nothing there is no group. */
type Group = [HoldRow, ...HoldRow[]];

export class HoldStore {
  private readonly database: Database;
  private readonly players: PlayerStore;
  /** By the takes and how they were last measured; a take that changes makes another key. */
  private readonly pooled = new Map<string, Report['holdBeats']>();

  constructor(database: Database, players: PlayerStore) {
    this.database = database;
    this.players = players;
  }

  /** Groups in which at least one take carries the figure; the one practised last comes first. */
  async list(playerId: string | null): Promise<HoldGroup[]> {
    const all = playerId === null ? null : (await this.players.identities()).all(playerId);
    // Plain rows: a thousand models would cost more than all that is computed of them.
    const rows = await this.database.models.takes.findAll({
      raw: true,
      attributes: [...LISTED],
      where: { playerId: all },
      order: [
        ['startedAt', 'DESC'],
        ['id', 'DESC'],
      ],
      limit: MOST_TAKES,
    });
    const groups = grouped((rows as unknown as ListedRow[]).flatMap(withFigure));
    const recent = new Map(groups.map((group) => [group, recentOf(group)]));
    await this.pool([...recent.values()]);
    return groups.map((group) => this.view(group, recent.get(group)!));
  }

  /** Reads what is not pooled yet, all groups in one go. */
  private async pool(groups: Group[]): Promise<void> {
    const missing = groups.filter((group) => !this.pooled.has(keyOf(group)));
    const rows = await this.database.models.takes.findAll({
      attributes: ['id', 'alone', 'judging', 'input'],
      where: { id: missing.flat().map(({ id }) => id) },
    });
    const kept = new Map(rows.map((row) => [row.id, row]));
    for (const group of missing) {
      const takes = group.flatMap(({ id }) => {
        const { alone, judging, input } = kept.get(id) ?? {};
        // Of an older estimator; it is measured anew in the background, and pooled then.
        return alone ? [{ alone, judging, input: input || undefined }] : [];
      });
      if (takes.length === 0) continue;
      if (this.pooled.size >= MOST_POOLED) this.pooled.delete(this.pooled.keys().next().value!);
      this.pooled.set(keyOf(group), holdOfAlone(takes));
    }
  }

  private view(group: Group, recent: Group): HoldGroup {
    const [newest] = group;
    const tempos = group.map(({ quarterBpm }) => quarterBpm);
    return {
      ...practised(newest),
      quarterBpm: [Math.min(...tempos), Math.max(...tempos)],
      recent: {
        ...(this.pooled.get(keyOf(recent)) ?? notYet(newest)),
        takes: recent.length,
      },
      takes: group
        .map(({ id, startedAt, hold }) => ({ id, startedAt: startedAt.toISOString(), ...hold }))
        .reverse(),
    };
  }
}

/** A row whose figure cannot be read carries none. */
function withFigure({ hold, ...row }: ListedRow): HoldRow[] {
  const startedAt = new Date(row.startedAt);
  if (Number.isNaN(startedAt.getTime())) return [];
  try {
    const figure = JSON.parse(hold ?? 'null') as Partial<HoldRow['hold']> | null;
    const isWhole = figure?.beats != null && figure.range != null;
    return isWhole ? [{ ...row, startedAt, hold: figure as HoldRow['hold'] }] : [];
  } catch (error) {
    if (error instanceof SyntaxError) return [];
    throw error;
  }
}

function notYet({ hold }: HoldRow): Report['holdBeats'] {
  const why = 'these takes are being measured anew';
  return { toleranceMs: hold.toleranceMs, confidence: 0.8, beats: null, range: null, why };
}

function recentOf([newest, ...older]: Group): Group {
  const oldestMs = newest.startedAt.getTime() - RECENT.days * 86_400_000;
  const recent = older.filter(({ startedAt }) => startedAt.getTime() >= oldestMs);
  return [newest, ...recent.slice(0, RECENT.takes - 1)];
}

const keyOf = (group: Group) =>
  group.map(({ id, estimator, updatedAt }) => `${id} ${estimator} ${updatedAt}`).join(',');

function practised({ planId, title }: HoldRow): Pick<HoldGroup, 'name' | 'family'> {
  const family = planId === null ? null : familyOf(planId);
  return { name: family?.name ?? title, family: family?.number ?? null };
}

/** By family or title, and within one by tempo, each group newest first. */
function grouped(rows: HoldRow[]): Group[] {
  const byName = new Map<string, HoldRow[]>();
  for (const row of rows) {
    const { name } = practised(row);
    const group = byName.get(name);
    if (group) group.push(row);
    else byName.set(name, [row]);
  }
  const groups = [...byName.values()].flatMap(byTempo);
  return groups.sort((a, b) => b[0].startedAt.getTime() - a[0].startedAt.getTime());
}

function byTempo(rows: HoldRow[]): Group[] {
  const groups: Group[] = [];
  let slowest = NaN;
  for (const row of [...rows].sort((a, b) => a.quarterBpm - b.quarterBpm)) {
    if (row.quarterBpm <= slowest * SAME_TEMPO) groups.at(-1)!.push(row);
    else {
      slowest = row.quarterBpm;
      groups.push([row]);
    }
  }
  return groups.map((group) => group.sort((a, b) => b.startedAt.getTime() - a.startedAt.getTime()));
}

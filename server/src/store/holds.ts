/** How long a player can be left alone, by what was practised and how fast, from recent takes; and take by take over the weeks. */
import { familyOf } from '@feldspar/core/practice';
import type { Report } from '@feldspar/core/timing';
import type { Hold } from '../compute/measure.ts';
import type { Database } from './database.ts';
import type { Row, TakeRow } from './models.ts';
import { whole } from './takes.ts';

/** Tempos within so much of the slowest of a group are one tempo. */
const SAME_TEMPO = 1.06;
/** "Recent": at most so many takes, from at most so many days before the last one. */
const RECENT = { takes: 6, days: 42 } as const;
/** Takes looked at, newest first. */
const MOST_TAKES = 1000;

export interface HoldGroup {
  /** The family's name; of an own plan its title. */
  name: string;
  family: number | null;
  /** From the slowest to the fastest, in quarters a minute. */
  quarterBpm: [number, number];
  recent: Report['holdBeats'] & { takes: number };
  /** Oldest first. */
  takes: { id: string; startedAt: string; beats: number; range: [number, number]; toleranceMs: number }[];
}

export class HoldStore {
  private readonly database: Database;
  private readonly hold: Hold;

  constructor(database: Database, hold: Hold) {
    this.database = database;
    this.hold = hold;
  }

  /** Groups in which at least one take carries the figure; the one practised last comes first. */
  async list(playerId: string | null): Promise<HoldGroup[]> {
    const rows = await this.database.models.takes.findAll({
      where: { playerId },
      order: [
        ['startedAt', 'DESC'],
        ['id', 'DESC'],
      ],
      limit: MOST_TAKES,
    });
    const carrying = rows.filter(({ summary }) => summary.hold?.beats != null && summary.hold.range);
    return Promise.all(grouped(carrying).map((group) => this.groupOf(group)));
  }

  private async groupOf(group: Row<TakeRow>[]): Promise<HoldGroup> {
    const [newest] = group;
    const oldestMs = newest.startedAt.getTime() - RECENT.days * 86_400_000;
    const recent = group.filter(({ startedAt }) => startedAt.getTime() >= oldestMs).slice(0, RECENT.takes);
    const tempos = group.map(({ quarterBpm }) => quarterBpm);
    return {
      ...practised(newest),
      quarterBpm: [Math.min(...tempos), Math.max(...tempos)],
      recent: { ...(await this.hold(recent.map(whole))), takes: recent.length },
      takes: group
        .map(({ id, startedAt, summary: { hold } }) => ({
          id,
          startedAt: startedAt.toISOString(),
          beats: hold!.beats!,
          range: hold!.range!,
          toleranceMs: hold!.toleranceMs,
        }))
        .reverse(),
    };
  }
}

function practised({ planId, document }: TakeRow): Pick<HoldGroup, 'name' | 'family'> {
  const family = planId === null ? null : familyOf(planId);
  return { name: family?.name ?? document.plan.title, family: family?.number ?? null };
}

/** By family or title, and within one by tempo, each group newest first. */
function grouped(rows: Row<TakeRow>[]): Row<TakeRow>[][] {
  const byName = new Map<string, Row<TakeRow>[]>();
  for (const row of rows) {
    const { name } = practised(row);
    byName.set(name, [...(byName.get(name) ?? []), row]);
  }
  const groups = [...byName.values()].flatMap(byTempo);
  return groups.sort((a, b) => b[0].startedAt.getTime() - a[0].startedAt.getTime());
}

function byTempo(rows: Row<TakeRow>[]): Row<TakeRow>[][] {
  const groups: Row<TakeRow>[][] = [];
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

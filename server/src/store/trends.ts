/** Weeks in figures: takes in a line each, and how their figures went day by day. */
import { familyOf } from '@feldspar/core/practice';
import { type TakeFigures, takeFiguresSchema } from '@feldspar/core/take';
import { ESTIMATOR } from '@feldspar/core/timing';
import { type TrendTake, daysIn, trendsOf } from '@feldspar/core/trends';
import type { PractisedTake, QueryOf, TrendsAnswer } from '@feldspar/core/wire';
import { Op, type WhereOptions } from 'sequelize';
import type { Database } from './database.ts';
import { isoOf, momentOf } from './moments.ts';
import type { PlayerStore } from './players.ts';

const LISTED = ['id', 'planId', 'title', 'startedAt', 'tempo', 'stopped', 'figures', 'estimator'];
/** Small: a trend reads all of somebody's takes. */
const OF_TRENDS = ['planId', 'title', 'startedAt', 'quarterBpm', 'figures', 'estimator'];

/** As the driver gives it. */
interface PlainRow {
  id: string;
  planId: string | null;
  title: string;
  startedAt: string;
  tempo: string | null;
  stopped: number;
  quarterBpm: number;
  figures: string | null;
  estimator: number;
}

export class TrendStore {
  private readonly database: Database;
  private readonly players: PlayerStore;
  /** What was learned of the days of a zone serves the next question too. */
  private readonly zones = new Map<string, (atMs: number) => string>();

  constructor(database: Database, players: PlayerStore) {
    this.database = database;
    this.players = players;
  }

  /** Newest first. @param playerId null: those that nobody's name stands at. */
  async practised(playerId: string | null, limit: number): Promise<PractisedTake[]> {
    const all = playerId === null ? null : (await this.players.identities()).all(playerId);
    const rows = await this.rows(LISTED, { playerId: all }, limit);
    // Takes of one step are at one tempo: its text is read once.
    const tempos = new Map<string | null, PractisedTake['tempo'] | null>();
    const tempoOf = (text: string | null) => {
      let tempo = tempos.get(text);
      if (tempo === undefined) tempos.set(text, (tempo = parsed(text) as PractisedTake['tempo'] | null));
      return tempo;
    };
    const takes: PractisedTake[] = [];
    for (const row of rows) {
      const tempo = tempoOf(row.tempo);
      // A take whose tempo cannot be read is no step of anything.
      if (tempo === null) continue;
      const { id, planId, title } = row;
      takes.push({
        id,
        planId,
        title,
        tempo,
        startedAt: isoOf(row.startedAt),
        stopped: Boolean(row.stopped),
        figures: figuresIn(row),
      });
    }
    return takes;
  }

  async trends({
    player,
    plan,
    family,
    slowest,
    fastest,
    from,
    to,
    zone,
  }: QueryOf<'GET /trends'>): Promise<TrendsAnswer> {
    const where: WhereOptions[] = [];
    if (player) where.push({ playerId: (await this.players.identities()).all(player) });
    // A day more to either side: days are those of the zone.
    if (from) where.push({ startedAt: { [Op.gte]: aside(from, -1) } });
    if (to) where.push({ startedAt: { [Op.lt]: aside(to, 2) } });
    const rows = await this.rows(OF_TRENDS, { [Op.and]: where });
    const dayOf = this.daysOf(zone);
    const isAsked = ({ planId, quarterBpm }: PlainRow) =>
      (!plan || planId === plan) &&
      (!family || (planId !== null && familyNumber(planId) === family)) &&
      (!slowest || quarterBpm >= slowest) &&
      (!fastest || quarterBpm <= fastest);
    const inTime: PlainRow[] = [];
    const takes: TrendTake[] = [];
    for (const row of rows) {
      const day = dayOf(momentOf(row.startedAt) || 0);
      if ((from && day < from) || (to && day > to)) continue;
      inTime.push(row);
      if (isAsked(row)) takes.push({ day, quarterBpm: row.quarterBpm, figures: figuresIn(row) });
    }
    return { ...trendsOf(takes), plans: plansOf(inTime) };
  }

  private daysOf(zone: string): (atMs: number) => string {
    let days = this.zones.get(zone);
    if (!days) {
      if (this.zones.size >= MOST_ZONES) this.zones.clear();
      days = daysIn(zone);
      this.zones.set(zone, days);
    }
    return days;
  }

  private async rows(attributes: string[], where: WhereOptions, limit?: number): Promise<PlainRow[]> {
    const rows = await this.database.models.takes.findAll({
      raw: true,
      attributes,
      where,
      order: [
        ['startedAt', 'DESC'],
        ['id', 'DESC'],
      ],
      ...(limit === undefined ? {} : { limit }),
    });
    return rows as unknown as PlainRow[];
  }
}

/** People move; a studio does not live in more. */
const MOST_ZONES = 8;
const DAY_MS = 86_400_000;
const aside = (day: string, days: number) => new Date(Date.parse(`${day}T00:00:00Z`) + days * DAY_MS);

const familyNumber = (planId: string): number | null => familyOf(planId)?.number ?? null;

/** Those that were played, the most played first. */
function plansOf(rows: readonly PlainRow[]): TrendsAnswer['plans'] {
  const plans = new Map<string, TrendsAnswer['plans'][number]>();
  for (const { planId, title } of rows) {
    const key = planId ?? title;
    const known = plans.get(key);
    if (known) known.takes++;
    else plans.set(key, { planId, title, family: planId === null ? null : familyNumber(planId), takes: 1 });
  }
  return [...plans.values()].sort((a, b) => b.takes - a.takes).slice(0, MOST_PLANS);
}
const MOST_PLANS = 200;

/** What cannot be read, or is of a shape that this version does not know, is none: it is measured anew. Its own are as it wrote them. */
function figuresIn({ figures, estimator }: PlainRow): TakeFigures | null {
  const read = parsed(figures);
  return estimator === ESTIMATOR
    ? (read as TakeFigures | null)
    : (takeFiguresSchema.safeParse(read).data ?? null);
}

function parsed(text: string | null): unknown {
  try {
    return JSON.parse(text ?? 'null');
  } catch (error) {
    if (error instanceof SyntaxError) return null;
    throw error;
  }
}

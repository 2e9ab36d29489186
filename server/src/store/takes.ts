/**
 * Takes in the database. A take is raw and never rewritten: what is said about it (note, true tempo, how it is judged) is kept
 * beside it, and deleting can be undone.
 */
import { firstSection } from '@feldspar/core/plan';
import { isDeepStrictEqual } from 'node:util';
import { type Take, type TakeSummary, takeSummarySchema, takeTempo } from '@feldspar/core/take';
import { quartersPerMinute } from '@feldspar/core/time';
import { ESTIMATOR } from '@feldspar/core/timing';
import type { Page, TakeItem, TakeOrder, TakeParts } from '@feldspar/core/wire';
import { type FindOptions, Op, UniqueConstraintError, type WhereOptions } from 'sequelize';
import { type Measure, TooMuch } from '../compute/measure.ts';
import { Problem, notFound } from '../http/problem.ts';
import { holding } from './holding.ts';
import type { Database } from './database.ts';
import { UnreadableRow, readJson } from './json-column.ts';
import type { Row, TakeRow } from './models.ts';
import { type Direction, beyond, cursorOf, readCursor } from './pages.ts';
import type { PlanStore } from './plans.ts';
import type { Identities, PlayerStore } from './players.ts';

/** Read for lists; the document and what was done alone are large and are not. */
const LISTED = [
  ...(['id', 'playerId', 'planId', 'startedAt', 'note', 'title', 'tempo', 'input', 'stopped'] as const),
  ...(['trueTempo', 'quarterBpm', 'summary', 'unmeasured', 'deletedAt'] as const),
];

type JsonColumn = 'tempo' | 'trueTempo' | 'summary';
/** As the driver gives it: JSON and times are text. */
type ListedRow = Omit<
  Pick<TakeRow, (typeof LISTED)[number]>,
  JsonColumn | 'startedAt' | 'deletedAt' | 'stopped'
> &
  Record<JsonColumn, string | null> & { startedAt: string; deletedAt: string | null; stopped: number };

const keyOf = (row: ListedRow, column: 'startedAt' | 'quarterBpm'): Date | number =>
  column === 'startedAt' ? new Date(row.startedAt) : row.quarterBpm;

/** The orders of a list: by which column, and which way. */
const ORDERS = {
  newest: ['startedAt', 'DESC'],
  slowest: ['quarterBpm', 'ASC'],
  fastest: ['quarterBpm', 'DESC'],
} as const satisfies Record<TakeOrder, [string, Direction]>;

export class TakeStore {
  private readonly database: Database;
  private readonly plans: PlanStore;
  private readonly players: PlayerStore;
  private readonly measure: Measure;

  constructor(database: Database, plans: PlanStore, players: PlayerStore, measure: Measure) {
    this.database = database;
    this.plans = plans;
    this.players = players;
    this.measure = measure;
  }

  /** Stores a take once; the same take again is harmless. @returns true when it was new. */
  async put(take: Take, { measure = true } = {}): Promise<boolean> {
    const { takes, players } = this.database.models;
    const known = await takes.findByPk(take.id, { paranoid: false });
    if (known) {
      if (known.deletedAt) {
        throw new Problem(410, 'Deleted take', 'This take was deleted. Restore it before sending it again.');
      }
      if (!isDeepStrictEqual(known.document, raw(take))) {
        throw new Problem(
          409,
          'Another take',
          'A take with this id is already stored and differs. A take is never rewritten.',
        );
      }
      return false;
    }
    // A take outlives its player and plan: an id that is not here is kept in the raw take and left out of the links.
    const [player, planId] = await Promise.all([
      take.playerId ? players.findByPk(take.playerId, { paranoid: false }) : null,
      take.planId ? this.plans.link(take.planId) : null,
    ]);
    const row = {
      id: take.id,
      playerId: player?.id ?? null,
      planId,
      startedAt: new Date(take.startedAt),
      note: take.note,
      document: raw(take),
      title: take.plan.title,
      tempo: firstSection(take.plan).tempo,
      input: take.input,
      stopped: take.stoppedAtS !== null,
      trueTempo: take.trueTempo ?? null,
      judging: take.judging ?? null,
      quarterBpm: comparable(take),
      ...UNMEASURED,
      deletedAt: null,
    };
    let stored: Row<TakeRow>;
    try {
      stored = await takes.create(row);
    } catch (error) {
      // The same take arrived twice at once: the other one is stored now, and is compared as usual.
      const twice = error instanceof UniqueConstraintError && (await takes.findByPk(take.id, KNOWN)) !== null;
      if (twice) return this.put(take, { measure });
      throw error;
    }
    // It is stored, whatever measuring makes of it.
    if (measure) await this.measureRow(stored);
    return true;
  }

  /** As it would be sent again; null where it cannot be read. */
  async documentOf(row: TakeRow): Promise<Take | null> {
    try {
      return JSON.parse(JSON.stringify(whole(row))) as Take;
    } catch (error) {
      if (error instanceof UnreadableRow) return null;
      throw error;
    }
  }

  async get(id: string): Promise<Take> {
    const [row, identities] = await Promise.all([this.find(id), this.players.identities()]);
    const take = whole(row);
    return { ...take, playerId: identities.of(take.playerId) };
  }

  /**
   * Changes what is said about it, all of it or nothing; the raw take stays as it came.
   * @param was what the change was made on: where it is something else by now, nothing is changed.
   * @throws Problem 409 with what it is now.
   */
  async change(id: string, change: TakeParts, was: TakeParts = {}): Promise<void> {
    const row = await this.find(id);
    const now = { note: row.note, trueTempo: row.trueTempo, judging: row.judging };
    const names = Object.keys(was) as (keyof TakeParts)[];
    // The very same said twice is no conflict: an answer that got lost is asked for again.
    const other = names.filter(
      (name) => !isDeepStrictEqual(now[name], was[name]) && !isDeepStrictEqual(now[name], change[name]),
    );
    if (other.length > 0) {
      throw new Problem(
        409,
        'Changed meanwhile',
        `The ${other.join(' and the ')} of this take was changed somewhere else meanwhile.`,
        { current: Object.fromEntries(other.map((name) => [name, now[name]])) },
      );
    }
    const { trueTempo, judging } = change;
    const rejudged = judging !== undefined && !isDeepStrictEqual(judging, now.judging);
    await row.update({
      ...change,
      ...(trueTempo === undefined ? {} : { quarterBpm: comparable({ plan: row.document.plan, trueTempo }) }),
      ...(rejudged ? { estimator: 0 } : {}),
    });
    if (rejudged) await this.measureRow(row);
  }

  /** Takes whose figures are of an older estimator, newest first. */
  async outdated(): Promise<string[]> {
    const rows = await this.database.models.takes.findAll({
      attributes: ['id'],
      where: { estimator: { [Op.ne]: ESTIMATOR } },
      order: [['startedAt', 'DESC']],
    });
    return rows.map(({ id }) => id);
  }

  /**
   * Computes a take's figures anew; of a take that is gone meanwhile nothing.
   * @returns whether it has figures now. One that cannot be measured keeps what it had, and the reason.
   */
  async remeasure(id: string): Promise<boolean> {
    const row = await this.database.models.takes.findByPk(id);
    return row ? this.measureRow(row) : true;
  }

  private async measureRow(row: Row<TakeRow>): Promise<boolean> {
    const figures = await this.figuresOf(row);
    try {
      await row.update(figures);
    } catch {
      // The raw take is stored, and that counts; its figures are computed again when there is room for them.
      return false;
    }
    return figures.unmeasured === null;
  }

  private async figuresOf(row: Row<TakeRow>): Promise<Partial<TakeRow>> {
    try {
      const { summary, alone, figures } = await this.measure(whole(row));
      const { hold = null } = summary;
      return { estimator: ESTIMATOR, summary, alone, hold, figures, unmeasured: null };
    } catch (error) {
      // A busy machine may be quicker at the next start; anything else only another estimator will measure.
      const estimator = error instanceof TooMuch ? 0 : ESTIMATOR;
      return { estimator, unmeasured: (error as Error).message || 'it cannot be measured' };
    }
  }

  async remove(id: string): Promise<void> {
    await (await this.find(id)).destroy();
  }

  async restore(id: string): Promise<void> {
    const row = await this.database.models.takes.findByPk(id, {
      paranoid: false,
      attributes: ['id', 'deletedAt'],
    });
    if (!row) throw notFound('take', id);
    await row.restore();
  }

  async list(filter: {
    playerId?: string;
    cursor?: string;
    limit: number;
    order: TakeOrder;
    /** Letters of its title or its note. */
    find?: string | undefined;
  }): Promise<Page<TakeItem>> {
    const [column, direction] = ORDERS[filter.order];
    const where: WhereOptions[] = [];
    const identities = await this.players.identities();
    if (filter.playerId) where.push({ playerId: identities.all(filter.playerId) });
    if (filter.find) where.push(holding(['title', 'note'], filter.find));
    if (filter.cursor) {
      const kind = column === 'startedAt' ? 'date' : 'number';
      where.push(beyond(column, direction, readCursor(filter.cursor, filter.order, kind)));
    }
    // Plain rows: models would cost several times what is read.
    const rows = await this.listed({
      where: { [Op.and]: where },
      order: [
        [column, direction],
        ['id', direction],
      ],
      limit: filter.limit + 1,
    });
    const page = rows.slice(0, filter.limit);
    const last = page.at(-1);
    return {
      items: page.map((row) => itemOf(row, identities)),
      nextCursor:
        rows.length > filter.limit && last ? cursorOf(filter.order, keyOf(last, column), last.id) : null,
    };
  }

  /** Deleted ones, the last deleted first. */
  async deleted(most: number): Promise<(TakeItem & { deletedAt: string })[]> {
    const identities = await this.players.identities();
    const rows = await this.listed({
      where: { deletedAt: { [Op.ne]: null } },
      order: [['deletedAt', 'DESC']],
      limit: most,
      paranoid: false,
    });
    return rows.map((row) => ({
      ...itemOf(row, identities),
      deletedAt: new Date(row.deletedAt!).toISOString(),
    }));
  }

  private async listed(options: FindOptions): Promise<ListedRow[]> {
    const rows = await this.database.models.takes.findAll({ raw: true, attributes: [...LISTED], ...options });
    return rows as unknown as ListedRow[];
  }

  private async find(id: string): Promise<Row<TakeRow>> {
    const row = await this.database.models.takes.findByPk(id);
    if (!row) throw notFound('take', id);
    return row;
  }
}

const KNOWN = { paranoid: false, attributes: ['id'] };

/** Of a take that was never measured. */
const UNMEASURED = {
  ...{ estimator: 0, summary: null, alone: null, hold: null, figures: null, unmeasured: null },
} as const;

/** A row that cannot be read is listed as such: it costs no other. */
function itemOf(row: ListedRow, identities: Identities): TakeItem {
  const { id, planId, quarterBpm, stopped, note, unmeasured, startedAt } = row;
  const faults: string[] = [];
  const read = <Value>(value: () => Value): Value | null => {
    try {
      return value();
    } catch (error) {
      if (!(error instanceof UnreadableRow || error instanceof RangeError)) throw error;
      faults.push(error instanceof UnreadableRow ? error.message : 'Its time cannot be read.');
      return null;
    }
  };
  const item = {
    ...{ id, planId, quarterBpm, note, unmeasured },
    input: row.input || null,
    playerId: identities.of(row.playerId),
    stopped: Boolean(stopped),
    title: row.title || 'A take that cannot be read',
    tempo: read(() => readJson('tempo', row.tempo) as TakeItem['tempo']),
    trueTempo: read(() => readJson('trueTempo', row.trueTempo) as TakeItem['trueTempo']),
    startedAt: read(() => new Date(startedAt).toISOString()) ?? new Date(0).toISOString(),
    summary: read(() => shown(readJson('summary', row.summary) as TakeSummary | null)),
  };
  if (!item.tempo && faults.length === 0) faults.push('The stored document cannot be read: it is damaged.');
  return { ...item, unreadable: faults.length > 0 ? faults.join(' ') : null };
}

/** Figures of an older estimator may have another shape: then there are none until the take is measured anew. */
function shown(summary: TakeSummary | null): TakeSummary | null {
  if (!summary || summary.estimator === ESTIMATOR) return summary;
  return takeSummarySchema.safeParse(summary).data ?? null;
}

/** Note, true tempo and judging are the parts that change; they are kept beside the raw take. */
function raw(take: Take): Take {
  return JSON.parse(JSON.stringify({ ...take, note: '', trueTempo: undefined, judging: undefined })) as Take;
}

/** The raw take with what is said about it. @throws UnreadableRow */
export function whole({ document, note, trueTempo, judging }: TakeRow): Take {
  return { ...document, note, ...(trueTempo ? { trueTempo } : {}), ...(judging ? { judging } : {}) };
}

function comparable(take: Pick<Take, 'plan' | 'trueTempo'>): number {
  return quartersPerMinute(takeTempo(take)).valueOf();
}

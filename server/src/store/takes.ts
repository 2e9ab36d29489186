/**
 * Takes in the database. A take is raw and never rewritten: what is said about it (note, true tempo, how it is judged) is kept
 * beside it, and deleting can be undone.
 */
import { firstSection } from '@feldspar/core/plan';
import { isDeepStrictEqual } from 'node:util';
import { type Take, takeTempo } from '@feldspar/core/take';
import { quartersPerMinute } from '@feldspar/core/time';
import { ESTIMATOR } from '@feldspar/core/timing';
import type { Page, TakeItem, TakeParts } from '@feldspar/core/wire';
import { Op, UniqueConstraintError } from 'sequelize';
import { type Measure, TooMuch } from '../compute/measure.ts';
import { Problem, notFound } from '../http/problem.ts';
import type { Database } from './database.ts';
import { UnreadableRow } from './json-column.ts';
import { type TakeFilter, deletedTakes, listTakes } from './listed-takes.ts';
import type { Row, TakeRow } from './models.ts';
import type { PlanStore } from './plans.ts';
import type { PlayerStore } from './players.ts';

export class TakeStore {
  private readonly database: Database;
  private readonly plans: PlanStore;
  private readonly players: PlayerStore;
  private readonly measure: Measure;
  private turn: Promise<unknown> = Promise.resolve();

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
    const rejudged = await this.inTurn(() => this.changeNow(id, change, was));
    if (rejudged) await this.measureRow(rejudged);
  }

  /** @returns the take where its figures are others now. */
  private async changeNow(id: string, change: TakeParts, was: TakeParts): Promise<Row<TakeRow> | null> {
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
    return rejudged ? row : null;
  }

  /** What is looked at before it is changed stays as it is until it is changed. */
  private inTurn<Done>(work: () => Promise<Done>): Promise<Done> {
    const done = this.turn.then(work);
    this.turn = done.catch(() => undefined);
    return done;
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
      await this.inTurn(() => this.keepFigures(row, figures));
    } catch {
      // The raw take is stored, and that counts; its figures are computed again when there is room for them.
      return false;
    }
    return figures.unmeasured === null;
  }

  private async keepFigures(row: Row<TakeRow>, figures: Partial<TakeRow>): Promise<void> {
    const now = await this.database.models.takes.findByPk(row.id, JUDGED);
    // Judged in another way meanwhile: whoever said so measures it.
    const isJudgedAlike = now !== null && now.getDataValue('judging') === row.getDataValue('judging');
    if (isJudgedAlike) await row.update(figures);
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

  async list(filter: TakeFilter): Promise<Page<TakeItem>> {
    return listTakes(this.database, await this.players.identities(), filter);
  }

  /** Deleted ones, the last deleted first. */
  async deleted(most: number): Promise<(TakeItem & { deletedAt: string })[]> {
    return deletedTakes(this.database, await this.players.identities(), most);
  }

  private async find(id: string): Promise<Row<TakeRow>> {
    const row = await this.database.models.takes.findByPk(id);
    if (!row) throw notFound('take', id);
    return row;
  }
}

const KNOWN = { paranoid: false, attributes: ['id'] };
const JUDGED = { paranoid: false, attributes: ['id', 'judging'] };

/** Of a take that was never measured. */
const UNMEASURED = {
  ...{ estimator: 0, summary: null, alone: null, hold: null, figures: null, unmeasured: null },
} as const;

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

/**
 * Takes in a line each, page by page. They are asked for in SQL and come as plain rows: building the question from a model costs as much
 * as the answer, and models of the rows several times that.
 */
import { type TakeSummary, takeSummarySchema } from '@feldspar/core/take';
import { ESTIMATOR } from '@feldspar/core/timing';
import type { Page, TakeItem, TakeOrder } from '@feldspar/core/wire';
import { QueryTypes } from 'sequelize';
import type { Database } from './database.ts';
import { UnreadableRow, readJson } from './json-column.ts';
import type { TakeRow } from './models.ts';
import { isoOf, momentOf, writtenMoment } from './moments.ts';
import { type Direction, cursorOf, readCursor } from './pages.ts';
import type { Identities } from './players.ts';

/** The document and what was done alone are large and are not read. */
const LISTED = [
  ...(['id', 'playerId', 'planId', 'startedAt', 'note', 'title', 'tempo', 'input', 'stopped'] as const),
  ...(['trueTempo', 'quarterBpm', 'summary', 'unmeasured', 'deletedAt'] as const),
];
const SELECT = `SELECT ${LISTED.join(', ')} FROM takes`;

type JsonColumn = 'tempo' | 'trueTempo' | 'summary';
/** As the driver gives it: JSON and times are text. */
type ListedRow = Omit<
  Pick<TakeRow, (typeof LISTED)[number]>,
  JsonColumn | 'startedAt' | 'deletedAt' | 'stopped'
> &
  Record<JsonColumn, string | null> & { startedAt: string; deletedAt: string | null; stopped: number };

const keyOf = (row: ListedRow, column: 'startedAt' | 'quarterBpm'): Date | number =>
  column === 'startedAt' ? new Date(momentOf(row.startedAt)) : row.quarterBpm;

/** The orders of a list: by which column, and which way. */
const ORDERS = {
  newest: ['startedAt', 'DESC'],
  slowest: ['quarterBpm', 'ASC'],
  fastest: ['quarterBpm', 'DESC'],
} as const satisfies Record<TakeOrder, [string, Direction]>;

export interface TakeFilter {
  playerId?: string;
  cursor?: string;
  limit: number;
  order: TakeOrder;
  /** Letters of its title or its note, whatever their case (of the letters from A to Z). */
  find?: string | undefined;
}

/** @throws Problem 400 for what is no cursor of this order. */
export async function listTakes(
  database: Database,
  identities: Identities,
  filter: TakeFilter,
): Promise<Page<TakeItem>> {
  const [column, direction] = ORDERS[filter.order];
  const where = ['deletedAt IS NULL'];
  const values: unknown[] = [];
  const value = (given: unknown) => `$${values.push(given)}`;
  if (filter.playerId) {
    where.push(`playerId IN (${identities.all(filter.playerId).map(value).join(', ')})`);
  }
  if (filter.find) {
    const letters = value(filter.find);
    where.push(`(instr(lower(title), lower(${letters})) > 0 OR instr(lower(note), lower(${letters})) > 0)`);
  }
  if (filter.cursor) {
    const { key, id } = readCursor(filter.cursor, filter.order, column === 'startedAt' ? 'date' : 'number');
    const last = value(key instanceof Date ? writtenMoment(key) : key);
    where.push(`(${column}, id) ${direction === 'ASC' ? '>' : '<'} (${last}, ${value(id)})`);
  }
  const rows = await rowsOf(
    database,
    `${SELECT} WHERE ${where.join(' AND ')} ORDER BY ${column} ${direction}, id ${direction} LIMIT ${value(filter.limit + 1)}`,
    values,
  );
  const page = rows.slice(0, filter.limit);
  const last = page.at(-1);
  return {
    items: page.map((row) => itemOf(row, identities)),
    nextCursor:
      rows.length > filter.limit && last ? cursorOf(filter.order, keyOf(last, column), last.id) : null,
  };
}

/** Those in the bin, the last deleted first. */
export async function deletedTakes(
  database: Database,
  identities: Identities,
  most: number,
): Promise<(TakeItem & { deletedAt: string })[]> {
  const rows = await rowsOf(
    database,
    `${SELECT} WHERE deletedAt IS NOT NULL ORDER BY deletedAt DESC LIMIT $1`,
    [most],
  );
  return rows.map((row) => ({ ...itemOf(row, identities), deletedAt: isoOf(row.deletedAt!) }));
}

const rowsOf = (database: Database, sql: string, bind: unknown[]): Promise<ListedRow[]> =>
  database.sequelize.query(sql, { bind, type: QueryTypes.SELECT, raw: true });

/** A row that cannot be read is listed as such: it costs no other. Written out: a page of a long log is made of nothing else. */
function itemOf(row: ListedRow, identities: Identities): TakeItem {
  const faults: string[] = [];
  const tempo = readPart(() => readJson('tempo', row.tempo) as TakeItem['tempo'], faults);
  const trueTempo = readPart(() => readJson('trueTempo', row.trueTempo) as TakeItem['trueTempo'], faults);
  const startedAt = readPart(() => isoOf(row.startedAt), faults) ?? new Date(0).toISOString();
  const summary = readPart(() => shown(readJson('summary', row.summary) as TakeSummary | null), faults);
  if (!tempo && faults.length === 0) faults.push('The stored document cannot be read: it is damaged.');
  return {
    id: row.id,
    planId: row.planId,
    quarterBpm: row.quarterBpm,
    note: row.note,
    unmeasured: row.unmeasured,
    input: row.input || null,
    playerId: identities.of(row.playerId),
    stopped: Boolean(row.stopped),
    title: row.title || 'A take that cannot be read',
    tempo,
    trueTempo,
    startedAt,
    summary,
    unreadable: faults.length > 0 ? faults.join(' ') : null,
  };
}

/** @param faults gets the reason where it cannot be read. */
function readPart<Value>(value: () => Value, faults: string[]): Value | null {
  try {
    return value();
  } catch (error) {
    if (!(error instanceof UnreadableRow || error instanceof RangeError)) throw error;
    faults.push(error instanceof UnreadableRow ? error.message : 'Its time cannot be read.');
    return null;
  }
}

/** Figures of an older estimator may have another shape: then there are none until the take is measured anew. */
function shown(summary: TakeSummary | null): TakeSummary | null {
  if (!summary || summary.estimator === ESTIMATOR) return summary;
  return takeSummarySchema.safeParse(summary).data ?? null;
}

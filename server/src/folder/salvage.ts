/**
 * Saves what can be read of a damaged database into a new one, row by row, and lists what could not be read. The damaged file
 * is only ever read: the work is done on a copy of it.
 *
 * Where the database still knows its tables, rows are asked for in order. What is then missing, or all of it where the database
 * knows no tables any more, is looked for on every page of the file.
 */
import { DOCUMENT_KINDS } from '@feldspar/core/wire';
import { copyFileSync, existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import { leafPages } from './leaf-pages.ts';
import { type Raw, openRaw } from './raw.ts';
import { rowsInOrder } from './rows-in-order.ts';
import { Saving, TABLES, type Table, type Unreadable } from './saving.ts';

export interface Salvaged {
  file: string;
  saved: Record<Table, number>;
  unreadable: Unreadable[];
}

/**
 * @param open makes a new, empty database of this version at a path.
 * @param to must not exist.
 */
export async function salvage(
  from: string,
  to: string,
  open: (file: string) => Promise<void>,
): Promise<Salvaged> {
  if (existsSync(to)) throw new Error(`${to} exists already; choose another name.`);
  const work = mkdtempSync(join(tmpdir(), 'feldspar-salvage-'));
  try {
    const copy = join(work, basename(from));
    for (const rest of ['', '-wal']) if (existsSync(from + rest)) copyFileSync(from + rest, copy + rest);
    await open(to);
    const target = await openRaw(to, 'write');
    try {
      const saving = await Saving.into(target);
      await target.exec('BEGIN');
      let missing = await byTables(copy, saving);
      if (missing === null || missing.length > 0) missing = await byPages(copy, saving, missing);
      await saving.mendLinks();
      await target.exec('COMMIT');
      return { file: to, saved: saving.saved, unreadable: [...saving.refused, ...missing] };
    } finally {
      await target.close();
    }
  } finally {
    rmSync(work, { recursive: true, force: true });
  }
}

/** @returns what it could not reach; null where the file does not know its tables. */
async function byTables(file: string, saving: Saving): Promise<Unreadable[] | null> {
  const source = await openRaw(file, 'write');
  try {
    const known = await knownTables(source);
    if (!known) return null;
    const missing: Unreadable[] = [];
    for (const table of known) missing.push(...(await rowsInOrder(source, table, saving)));
    return missing;
  } finally {
    await source.close();
  }
}

/** Tables that a database of every version has. */
const OLDEST: readonly Table[] = ['players', 'plans', 'takes'];

/** Those it has; null where it has not even what every version had. */
async function knownTables(source: Raw): Promise<Table[] | null> {
  const found = await source
    .all<{ name: string }>("SELECT name FROM sqlite_master WHERE type = 'table'")
    .catch(() => []);
  const names = new Set(found.map(({ name }) => name));
  return OLDEST.every((name) => names.has(name)) ? TABLES.filter((name) => names.has(name)) : null;
}

/**
 * @param wanted what is missing; null for everything. Where the tables are known, only what they miss is taken: pages also
 *   hold what was deleted.
 * @returns what is still missing.
 */
async function byPages(
  file: string,
  saving: Saving,
  wanted: readonly Unreadable[] | null,
): Promise<Unreadable[]> {
  const lost: Unreadable[] = [];
  const isWanted = (table: Table, rowid: number) =>
    !wanted ||
    wanted.some((range) => range.table === table && range.rows[0] <= rowid && rowid <= range.rows[1]);
  for await (const { page, rows } of leafPages(file)) {
    if (rows === null) {
      if (!wanted) lost.push({ table: null, rows: [page, page], reason: 'the page cannot be read' });
      continue;
    }
    // The rows of one page are of one table.
    const [table] = rows.flatMap(({ values }) => (values && tableOf(values)) ?? []);
    if (!table) continue;
    for (const { rowid, values } of rows) {
      if (!isWanted(table, rowid)) continue;
      if (values) await saving.keepValues(table, rowid, values);
      else if (!wanted) lost.push({ table, rows: [rowid, rowid], reason: 'a page it goes on to is gone' });
    }
  }
  return wanted ? wanted.flatMap((range) => without(range, saving)) : lost;
}

const isId = (value: unknown) => typeof value === 'string' && /^[0-9a-f-]{36}$/.test(value);
const isTime = (value: unknown) => typeof value === 'string' && /^\d{4}-\d\d-\d\d /.test(value);

/** By what stands in its first columns, which no version has changed. */
function tableOf([id, second, third, fourth, fifth]: readonly unknown[]): Table | null {
  if (!isId(id)) return null;
  const isLink = (value: unknown) => value === null || isId(value);
  if ((DOCUMENT_KINDS as readonly unknown[]).includes(second) && isLink(third)) return 'documents';
  if (isLink(second) && isLink(third) && isTime(fourth)) return 'takes';
  if (isLink(second) && isTime(third)) return 'recordings';
  if (typeof fourth === 'number' && typeof fifth === 'string') return 'plans';
  return isTime(fourth) && isTime(fifth) ? 'players' : null;
}

/** What remains of a range when the rows that were found are taken out. */
function without({ table, rows: [from, to], reason }: Unreadable, saving: Saving): Unreadable[] {
  if (!table) return [];
  const last = Math.min(to, saving.highest(table));
  // An end that nobody knows, and nothing found.
  if (last < from) return [{ table, rows: [from, to], reason }];
  const left: Unreadable[] = [];
  for (let number = from; number <= last; number++) {
    if (saving.has(table, number)) continue;
    const range = left.at(-1);
    if (range?.rows[1] === number - 1) range.rows[1] = number;
    else left.push({ table, rows: [number, number], reason });
  }
  return left;
}

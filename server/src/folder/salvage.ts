/**
 * Saves what can be read of a damaged database into a new one, row by row, and lists what could not be read. The damaged file
 * is only ever read: the work is done on a copy of it.
 *
 * A row whose page is gone fails alone: rows are asked for in order from the front until one fails, from the back until one
 * fails, and between the two each by its number.
 */
import { copyFileSync, existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import { type Raw, openRaw } from './raw.ts';

/** Parents before children, so that links hold. */
const TABLES = ['players', 'plans', 'takes'] as const;
type Table = (typeof TABLES)[number];
/** What must be readable JSON in a row. */
const DOCUMENTS: Record<Table, string[]> = { players: [], plans: ['document'], takes: ['document'] };

export interface Unreadable {
  table: Table;
  /** The first and last row number that gave nothing. */
  rows: [number, number];
  reason: string;
}

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
    const source = await openRaw(copy, 'write');
    const target = await openRaw(to, 'write');
    try {
      const saved = { players: 0, plans: 0, takes: 0 };
      const unreadable: Unreadable[] = [];
      for (const table of TABLES) {
        await target.exec('BEGIN');
        saved[table] = await salvageTable(source, target, table, unreadable);
        await target.exec('COMMIT');
      }
      await mendLinks(target);
      return { file: to, saved, unreadable };
    } finally {
      await source.close();
      await target.close();
    }
  } finally {
    rmSync(work, { recursive: true, force: true });
  }
}

type Row = Record<string, unknown> & { rowid: number };

async function salvageTable(
  source: Raw,
  target: Raw,
  table: Table,
  unreadable: Unreadable[],
): Promise<number> {
  const columns = (await target.all<{ name: string }>(`PRAGMA table_info(${table})`)).map(({ name }) => name);
  const taken = new Set<number>();
  let saved = 0;
  const keep = async (row: Row) => {
    if (taken.has(row.rowid)) return;
    taken.add(row.rowid);
    const broken = DOCUMENTS[table].find((column) => !isJson(row[column]));
    if (broken) {
      unreadable.push({ table, rows: [row.rowid, row.rowid], reason: `its ${broken} is not readable` });
      return;
    }
    const there = columns.filter((name) => row[name] !== undefined);
    try {
      await target.run(
        `INSERT OR REPLACE INTO ${table} (${there.map((name) => `"${name}"`).join(', ')}) VALUES (${there.map(() => '?').join(', ')})`,
        there.map((name) => row[name]),
      );
      saved++;
    } catch (error) {
      unreadable.push({ table, rows: [row.rowid, row.rowid], reason: (error as Error).message });
    }
  };
  /** Row after row in one direction. @returns the last one met, and why it went no further. */
  const walk = async (direction: 'ASC' | 'DESC', from: number) => {
    const beyond = direction === 'ASC' ? '>' : '<';
    let [at, met] = [from, false];
    try {
      for (;;) {
        const [row] = await source.all<Row>(
          `SELECT rowid AS rowid, * FROM ${table} NOT INDEXED WHERE rowid ${beyond} ? ORDER BY rowid ${direction} LIMIT 1`,
          [at],
        );
        if (!row) return { at, met, failed: null };
        at = row.rowid;
        met = true;
        await keep(row);
      }
    } catch (error) {
      return { at, met, failed: (error as Error).message };
    }
  };
  const front = await walk('ASC', -1);
  if (front.failed === null) return saved;
  const { at: reached, failed: reason } = front;
  const back = await walk('DESC', Number.MAX_SAFE_INTEGER);
  if (back.failed === null) return saved;
  const until = back.met ? back.at : await highestRow(source, table, reached);
  await between(source, table, reached + 1, until - 1, keep, (rows) =>
    unreadable.push({ table, rows, reason }),
  );
  return saved;
}

/** How far row numbers may go where the end cannot be read: as many again as the file could hold at a row a page. */
async function highestRow(source: Raw, table: Table, reached: number): Promise<number> {
  try {
    const [{ top }] = await source.all<{ top: number | null }>(`SELECT max(rowid) AS top FROM ${table}`);
    return (top ?? reached) + 1;
  } catch {
    const [{ page_count: pages }] = await source
      .all<{ page_count: number }>('PRAGMA page_count')
      .catch(() => [{ page_count: 0 }]);
    return reached + pages + 1;
  }
}

/** One by one: a page that is gone costs the rows on it and no others. */
async function between(
  source: Raw,
  table: Table,
  from: number,
  to: number,
  keep: (row: Row) => Promise<void>,
  lose: (rows: [number, number]) => void,
): Promise<void> {
  let lost: [number, number] | null = null;
  for (let number = from; number <= to; number++) {
    try {
      const [row] = await source.all<Row>(
        `SELECT rowid AS rowid, * FROM ${table} NOT INDEXED WHERE rowid = ?`,
        [number],
      );
      if (lost) lose(lost);
      lost = null;
      if (row) await keep(row);
    } catch {
      lost = lost ? [lost[0], number] : [number, number];
    }
  }
  if (lost) lose(lost);
}

/** A take whose player or plan could not be read stays, without the link. */
async function mendLinks(target: Raw): Promise<void> {
  await target.exec(`UPDATE takes SET playerId = NULL WHERE playerId NOT IN (SELECT id FROM players);
    UPDATE takes SET planId = NULL WHERE planId NOT IN (SELECT id FROM plans);`);
}

function isJson(value: unknown): boolean {
  if (typeof value !== 'string') return false;
  try {
    JSON.parse(value);
    return true;
  } catch {
    return false;
  }
}

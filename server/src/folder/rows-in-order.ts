/**
 * The rows of one table of a damaged database. A row whose page is gone fails alone: rows are asked for in order from the front
 * until one fails, from the back until one fails, and between the two each by its number.
 */
import type { Raw } from './raw.ts';
import type { Saving, Table, Unreadable } from './saving.ts';

type Row = Record<string, unknown> & { rowid: number };

/** @returns the rows it could not reach; where their end is not known, up to infinity. */
export async function rowsInOrder(source: Raw, table: Table, saving: Saving): Promise<Unreadable[]> {
  const keep = ({ rowid, ...row }: Row) => saving.keep(table, rowid, row);
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
  // The first row's number is 1.
  const front = await walk('ASC', 0);
  if (front.failed === null) return [];
  const back = await walk('DESC', Number.MAX_SAFE_INTEGER);
  if (back.failed === null) return [];
  const { at: reached, failed: reason } = front;
  const until = back.met ? back.at : await highestRow(source, table);
  if (until === null) return [{ table, rows: [reached + 1, Infinity], reason }];
  const ranges = await between(source, table, reached + 1, until - 1, keep);
  return ranges.map((rows) => ({ table, rows, reason }));
}

/** One beyond it; null where the end cannot be read. */
async function highestRow(source: Raw, table: Table): Promise<number | null> {
  try {
    const { top } = await source.one<{ top: number | null }>(`SELECT max(rowid) AS top FROM ${table}`);
    return (top ?? 0) + 1;
  } catch {
    return null;
  }
}

/** One by one: a page that is gone costs the rows on it and no others. @returns the numbers that gave nothing. */
async function between(
  source: Raw,
  table: Table,
  from: number,
  to: number,
  keep: (row: Row) => Promise<void>,
): Promise<[number, number][]> {
  const ranges: [number, number][] = [];
  let lost: [number, number] | null = null;
  for (let number = from; number <= to; number++) {
    try {
      const [row] = await source.all<Row>(
        `SELECT rowid AS rowid, * FROM ${table} NOT INDEXED WHERE rowid = ?`,
        [number],
      );
      lost = null;
      if (row) await keep(row);
    } catch {
      if (lost) lost[1] = number;
      else ranges.push((lost = [number, number]));
    }
  }
  return ranges;
}

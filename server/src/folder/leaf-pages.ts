/**
 * Reads a database without its own table of contents, for when that is gone: the first page of the file, or a page further in that
 * says where rows lie. Each page that holds rows is read as a small table of its own.
 *
 * SQLite itself does the reading: in a copy of the file the first page is replaced by that of an empty database with one table,
 * and the table is then said to begin at one page after another (file format: https://sqlite.org/fileformat2.html).
 */
import {
  closeSync,
  copyFileSync,
  existsSync,
  mkdtempSync,
  openSync,
  readSync,
  rmSync,
  statSync,
  writeSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Raw, openRaw } from './raw.ts';

/** What every database of ours has. */
const PAGE = 4096;
/** The first byte of a page of rows; other pages begin otherwise. */
const ROWS_PAGE = 0x0d;
/** More than any table of ours has; what a row lacks reads as null. */
const COLUMNS = 40;

export interface LeafRow {
  rowid: number;
  /** In the order in which the table's columns were made; null where a page that the row goes on to is gone. */
  values: unknown[] | null;
}

export interface Leaf {
  /** From 1, as SQLite counts. */
  page: number;
  /** Null where nothing of the page can be read. */
  rows: LeafRow[] | null;
}

/** @param file only read; a log beside it counts. */
export async function* leafPages(file: string): AsyncGenerator<Leaf> {
  const work = mkdtempSync(join(tmpdir(), 'feldspar-pages-'));
  try {
    const copy = join(work, 'copy.sqlite');
    for (const rest of ['', '-wal']) if (existsSync(file + rest)) copyFileSync(file + rest, copy + rest);
    const first = await emptyFirstPage(join(work, 'empty.sqlite'));
    replaceFirstPage(copy, first);
    // What the log holds belongs to the pages; it may bring the true first page back, which is replaced again.
    const folding = await openRaw(copy, 'write');
    await folding.all('PRAGMA wal_checkpoint(TRUNCATE)').catch(() => undefined);
    await folding.close();
    for (const rest of ['-wal', '-shm']) rmSync(copy + rest, { force: true });
    replaceFirstPage(copy, first);
    const database = await openRaw(copy, 'write');
    try {
      for (const page of pagesOfRows(copy)) yield { page, rows: await rowsOf(database, page) };
    } finally {
      await database.close();
    }
  } finally {
    rmSync(work, { recursive: true, force: true });
  }
}

async function emptyFirstPage(file: string): Promise<Buffer> {
  const database = await openRaw(file, 'create');
  const columns = Array.from({ length: COLUMNS }, (_, n) => `c${n}`).join(', ');
  await database.exec(
    `PRAGMA page_size = ${PAGE}; PRAGMA journal_mode = WAL; CREATE TABLE leaf (${columns})`,
  );
  await database.all('PRAGMA wal_checkpoint(TRUNCATE)');
  await database.close();
  return readPage(file, 1);
}

/** The copy then has so many pages, none of them free. */
function replaceFirstPage(file: string, first: Buffer): void {
  const page = Buffer.from(first);
  page.writeUInt32BE(Math.floor(statSync(file).size / PAGE), 28);
  page.fill(0, 32, 40);
  const handle = openSync(file, 'r+');
  try {
    writeSync(handle, page, 0, PAGE, 0);
  } finally {
    closeSync(handle);
  }
}

function readPage(file: string, number: number): Buffer {
  const page = Buffer.alloc(PAGE);
  const handle = openSync(file, 'r');
  try {
    readSync(handle, page, 0, PAGE, (number - 1) * PAGE);
  } finally {
    closeSync(handle);
  }
  return page;
}

/** Looked up before anything is read: reading changes the first page only. */
function pagesOfRows(file: string): number[] {
  const found: number[] = [];
  const kind = Buffer.alloc(1);
  const handle = openSync(file, 'r');
  try {
    for (let page = 2; page * PAGE <= statSync(file).size; page++) {
      readSync(handle, kind, 0, 1, (page - 1) * PAGE);
      if (kind[0] === ROWS_PAGE) found.push(page);
    }
  } finally {
    closeSync(handle);
  }
  return found;
}

type Columns = Record<string, unknown> & { at: number };

async function rowsOf(database: Raw, page: number): Promise<LeafRow[] | null> {
  try {
    await database.exec(
      `PRAGMA writable_schema = ON; UPDATE sqlite_master SET rootpage = ${page}; PRAGMA writable_schema = RESET`,
    );
    try {
      return (await database.all<Columns>('SELECT rowid AS at, * FROM leaf')).map(leafRow);
    } catch {
      return await oneByOne(database);
    }
  } catch {
    return null;
  }
}

/** Where one row costs the others. */
async function oneByOne(database: Raw): Promise<LeafRow[]> {
  const numbers = await database.all<{ at: number }>('SELECT rowid AS at FROM leaf');
  const rows: LeafRow[] = [];
  for (const { at } of numbers) {
    const row = database.all<Columns>('SELECT rowid AS at, * FROM leaf WHERE rowid = ?', [at]);
    rows.push(
      await row.then(
        ([found]) => (found ? leafRow(found) : { rowid: at, values: null }),
        () => ({ rowid: at, values: null }),
      ),
    );
  }
  return rows;
}

const leafRow = ({ at, ...columns }: Columns): LeafRow => ({ rowid: at, values: Object.values(columns) });

/** The new database that a salvage fills: each row once, and only with documents that can be read. */
import type { Raw } from './raw.ts';

/** Parents before children, so that links hold. */
export const TABLES = ['players', 'plans', 'takes', 'recordings', 'documents'] as const;
export type Table = (typeof TABLES)[number];
/** What must be readable JSON in a row. */
const DOCUMENTS: Record<Table, string[]> = {
  players: [],
  plans: ['document'],
  takes: ['document'],
  recordings: ['document'],
  documents: ['document'],
};

export interface Unreadable {
  /** Null where not even that can be told: then the rows are a page of the file. */
  table: Table | null;
  /** The first and last row number that gave nothing; infinity where the last one is not known. */
  rows: [number, number];
  reason: string;
}

export class Saving {
  readonly saved: Record<Table, number> = {
    ...{ players: 0, plans: 0, takes: 0, recordings: 0, documents: 0 },
  };
  /** Rows that were read and cannot be used. */
  readonly refused: Unreadable[] = [];
  private readonly met: Record<Table, Set<number>> = {
    players: new Set(),
    plans: new Set(),
    takes: new Set(),
    recordings: new Set(),
    documents: new Set(),
  };
  private readonly target: Raw;
  /** In the order in which they were made, which is that of every older version too. */
  private readonly columns: Record<Table, string[]>;

  private constructor(target: Raw, columns: Record<Table, string[]>) {
    this.target = target;
    this.columns = columns;
  }

  /** @param target a new, empty database of this version. */
  static async into(target: Raw): Promise<Saving> {
    const columns = {} as Record<Table, string[]>;
    for (const table of TABLES) {
      const info = await target.all<{ name: string }>(`PRAGMA table_info(${table})`);
      columns[table] = info.map(({ name }) => name);
    }
    return new Saving(target, columns);
  }

  has(table: Table, rowid: number): boolean {
    return this.met[table].has(rowid);
  }

  /** The highest row number that was found; 0 for none. */
  highest(table: Table): number {
    let highest = 0;
    for (const rowid of this.met[table]) highest = Math.max(highest, rowid);
    return highest;
  }

  /** Values as they lie in the file; a row of an older version has fewer. */
  async keepValues(table: Table, rowid: number, values: readonly unknown[]): Promise<void> {
    const row = this.columns[table].map((name, n) => [name, values[n]] as const);
    await this.keep(table, rowid, Object.fromEntries(row.filter(([, value]) => value != null)));
  }

  async keep(table: Table, rowid: number, row: Record<string, unknown>): Promise<void> {
    if (this.has(table, rowid)) return;
    this.met[table].add(rowid);
    const broken = DOCUMENTS[table].find((column) => !isJson(row[column]));
    const reason = broken ? `its ${broken} is not readable` : await this.insert(table, row);
    if (reason === null) this.saved[table]++;
    else this.refused.push({ table, rows: [rowid, rowid], reason });
  }

  /** @returns why not, or null. */
  private async insert(table: Table, row: Record<string, unknown>): Promise<string | null> {
    const there = this.columns[table].filter((name) => row[name] !== undefined);
    const names = there.map((name) => `"${name}"`).join(', ');
    const places = there.map(() => '?').join(', ');
    try {
      await this.target.run(
        `INSERT OR REPLACE INTO ${table} (${names}) VALUES (${places})`,
        there.map((name) => row[name]),
      );
      return null;
    } catch (error) {
      return (error as Error).message;
    }
  }

  /** A take whose player or plan could not be read stays, without the link. */
  async mendLinks(): Promise<void> {
    await this.target.exec(`UPDATE takes SET playerId = NULL WHERE playerId NOT IN (SELECT id FROM players);
      UPDATE recordings SET playerId = NULL WHERE playerId NOT IN (SELECT id FROM players);
      UPDATE documents SET playerId = NULL WHERE playerId NOT IN (SELECT id FROM players);
      UPDATE takes SET planId = NULL WHERE planId NOT IN (SELECT id FROM plans);`);
  }
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

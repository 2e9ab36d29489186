/**
 * Migrations in order; what one that has landed leads to never changes. Each runs in one transaction with its record, and each
 * may be met half done (an older version could be interrupted in the middle), so it adds only what is missing.
 */
import { randomUUID } from 'node:crypto';
import { type Plan, firstSection } from '@feldspar/core/plan';
import type { Take } from '@feldspar/core/take';
import { quartersPerMinute, tempo } from '@feldspar/core/time';
import {
  DataTypes,
  type ModelAttributes,
  type QueryInterface,
  QueryTypes,
  type Transaction,
} from 'sequelize';

export interface Migration {
  name: string;
  up(tables: Tables): Promise<void>;
}

/** The database inside the migration's transaction. */
export class Tables {
  private readonly queries: QueryInterface;
  private readonly transaction: Transaction;

  constructor(queries: QueryInterface, transaction: Transaction) {
    this.queries = queries;
    this.transaction = transaction;
  }

  /** Where it is not there yet. */
  async create(table: string, columns: ModelAttributes): Promise<void> {
    await this.queries.createTable(table, columns, { transaction: this.transaction });
  }

  async addColumn(table: string, column: string, attributes: ModelAttributes[string]): Promise<void> {
    const known = await this.select<{ name: string }>(`PRAGMA table_info(${table})`);
    if (known.some(({ name }) => name === column)) return;
    await this.queries.addColumn(table, column, attributes as never, { transaction: this.transaction });
  }

  async addIndex(table: string, columns: string[]): Promise<void> {
    const name = [table, ...columns].join('_').replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`);
    await this.run(`CREATE INDEX IF NOT EXISTS ${name} ON ${table} (${columns.join(', ')})`);
  }

  async run(sql: string, replacements: Record<string, unknown> = {}): Promise<void> {
    await this.queries.sequelize.query(sql, { replacements, transaction: this.transaction });
  }

  select<Row extends object>(sql: string): Promise<Row[]> {
    return this.queries.sequelize.query<Row>(sql, { type: QueryTypes.SELECT, transaction: this.transaction });
  }
}

const id = { type: DataTypes.UUID, primaryKey: true, allowNull: false } as const;
const times = {
  createdAt: { type: DataTypes.DATE, allowNull: false },
  updatedAt: { type: DataTypes.DATE, allowNull: false },
} as const;

export const MIGRATIONS: readonly Migration[] = [
  {
    name: '001-players-plans-takes',
    async up(tables) {
      await tables.create('players', {
        id,
        name: { type: DataTypes.STRING, allowNull: false },
        instrument: { type: DataTypes.STRING, allowNull: false },
        ...times,
      });
      await tables.create('plans', {
        id,
        title: { type: DataTypes.STRING, allowNull: false },
        trains: { type: DataTypes.STRING, allowNull: false },
        ready: { type: DataTypes.BOOLEAN, allowNull: false },
        document: { type: DataTypes.JSON, allowNull: false },
        ...times,
      });
      await tables.create('takes', {
        id,
        playerId: { type: DataTypes.UUID, allowNull: true, references: { model: 'players', key: 'id' } },
        planId: { type: DataTypes.UUID, allowNull: true, references: { model: 'plans', key: 'id' } },
        startedAt: { type: DataTypes.DATE, allowNull: false },
        note: { type: DataTypes.TEXT, allowNull: false },
        document: { type: DataTypes.JSON, allowNull: false },
        estimator: { type: DataTypes.INTEGER, allowNull: false },
        summary: { type: DataTypes.JSON, allowNull: false },
        deletedAt: { type: DataTypes.DATE, allowNull: true },
        ...times,
      });
      await tables.addIndex('takes', ['startedAt', 'id']);
      await tables.addIndex('takes', ['playerId', 'startedAt']);
    },
  },
  {
    name: '002-tempos-to-compare',
    async up(tables) {
      await tables.addColumn('plans', 'deletedAt', { type: DataTypes.DATE, allowNull: true });
      await tables.addColumn('takes', 'trueTempo', { type: DataTypes.JSON, allowNull: true });
      await tables.addColumn('takes', 'quarterBpm', {
        type: DataTypes.DOUBLE,
        allowNull: false,
        defaultValue: 0,
      });
      await eachTake(tables, async (take, key) => {
        const { bpm, beat } = firstSection(take.plan).tempo;
        await tables.run('UPDATE takes SET quarterBpm = :quarterBpm WHERE id = :id', {
          quarterBpm: quartersPerMinute(tempo(bpm, beat)).valueOf(),
          id: key,
        });
      });
      await tables.addIndex('takes', ['quarterBpm', 'id']);
    },
  },
  {
    name: '003-how-takes-are-judged',
    async up(tables) {
      await tables.addColumn('takes', 'judging', { type: DataTypes.JSON, allowNull: true });
      await tables.addIndex('takes', ['estimator']);
    },
  },
  {
    name: '004-what-lists-show',
    async up(tables) {
      // What a list shows of a take, beside its document: lists never read documents.
      await tables.addColumn('takes', 'title', {
        type: DataTypes.STRING,
        allowNull: false,
        defaultValue: '',
      });
      await tables.addColumn('takes', 'tempo', { type: DataTypes.JSON, allowNull: true });
      await tables.addColumn('takes', 'input', {
        type: DataTypes.STRING,
        allowNull: false,
        defaultValue: '',
      });
      await tables.addColumn('takes', 'stopped', {
        type: DataTypes.BOOLEAN,
        allowNull: false,
        defaultValue: false,
      });
      // Why a take is not measured yet; what its player did alone, for holding over weeks.
      await tables.addColumn('takes', 'unmeasured', { type: DataTypes.TEXT, allowNull: true });
      await tables.addColumn('takes', 'alone', { type: DataTypes.JSON, allowNull: true });
      await tables.addColumn('takes', 'hold', { type: DataTypes.JSON, allowNull: true });
      // Changes so far: what a change was made on is compared with it.
      await tables.addColumn('plans', 'revision', {
        type: DataTypes.INTEGER,
        allowNull: false,
        defaultValue: 1,
      });
      await eachTake(tables, async (take, key) => {
        await tables.run(
          'UPDATE takes SET title = :title, tempo = :tempo, input = :input, stopped = :stopped WHERE id = :id',
          {
            title: take.plan.title,
            tempo: JSON.stringify(firstSection(take.plan).tempo),
            input: take.input,
            stopped: take.stoppedAtS !== null,
            id: key,
          },
        );
      });
      // Their figures stay; the ones that are new are computed in the background, as after any new estimator.
      await tables.run('UPDATE takes SET estimator = 0');
      await tables.addIndex('takes', ['deletedAt']);
      await knowThyself(tables);
    },
  },
  {
    name: '005-players-in-the-bin',
    async up(tables) {
      await tables.addColumn('players', 'deletedAt', { type: DataTypes.DATE, allowNull: true });
    },
  },
  {
    name: '006-columns-of-plans-and-merged-players',
    async up(tables) {
      await tables.addColumn('plans', 'tempo', { type: DataTypes.JSON, allowNull: true });
      await tables.addColumn('plans', 'sheet', {
        type: DataTypes.BOOLEAN,
        allowNull: false,
        defaultValue: false,
      });
      await eachDocument<Plan>(tables, 'plans', async ({ sections, sheet }, key) => {
        await tables.run('UPDATE plans SET tempo = :tempo, sheet = :sheet WHERE id = :id', {
          tempo: JSON.stringify(firstSection({ sections }).tempo),
          sheet: sheet !== undefined,
          id: key,
        });
      });
      await tables.addColumn('players', 'mergedInto', { type: DataTypes.UUID, allowNull: true });
      await tables.addIndex('takes', ['playerId', 'quarterBpm']);
      await tables.addIndex('plans', ['ready', 'createdAt']);
    },
  },
  {
    name: '007-recordings',
    async up(tables) {
      await tables.create('recordings', {
        id,
        playerId: { type: DataTypes.UUID, allowNull: true, references: { model: 'players', key: 'id' } },
        recordedAt: { type: DataTypes.DATE, allowNull: false },
        name: { type: DataTypes.STRING, allowNull: false },
        document: { type: DataTypes.JSON, allowNull: false },
        bytes: { type: DataTypes.BIGINT, allowNull: false },
        durationS: { type: DataTypes.DOUBLE, allowNull: false },
        played: { type: DataTypes.STRING, allowNull: false },
        strokes: { type: DataTypes.INTEGER, allowNull: true },
        hash: { type: DataTypes.STRING, allowNull: true },
        deletedAt: { type: DataTypes.DATE, allowNull: true },
        ...times,
      });
      await tables.addIndex('recordings', ['recordedAt', 'id']);
      await tables.addIndex('recordings', ['playerId', 'recordedAt']);
      await tables.addIndex('recordings', ['hash']);
      await countChanges(tables, ['recordings']);
    },
  },
  {
    name: '008-weeks',
    async up(tables) {
      // Filled by the next estimator, in the background.
      await tables.addColumn('takes', 'figures', { type: DataTypes.JSON, allowNull: true });
      await tables.addIndex('takes', ['planId', 'startedAt']);
      await tables.create('documents', {
        id,
        kind: { type: DataTypes.STRING, allowNull: false },
        playerId: { type: DataTypes.UUID, allowNull: true, references: { model: 'players', key: 'id' } },
        title: { type: DataTypes.STRING, allowNull: false },
        document: { type: DataTypes.JSON, allowNull: false },
        deletedAt: { type: DataTypes.DATE, allowNull: true },
        ...times,
      });
      await tables.addIndex('documents', ['kind', 'createdAt']);
      await tables.addIndex('documents', ['playerId', 'kind']);
      await countChanges(tables, ['documents']);
    },
  },
  {
    name: '009-people',
    async up(tables) {
      await tables.addColumn('players', 'profile', { type: DataTypes.JSON, allowNull: true });
    },
  },
];

const eachTake = (tables: Tables, change: (take: Take, id: string) => Promise<void>) =>
  eachDocument(tables, 'takes', change);

/** One whose document cannot be read keeps what it has: it is shown as such, and costs no other. */
async function eachDocument<Document>(
  tables: Tables,
  table: 'takes' | 'plans',
  change: (document: Document, id: string) => Promise<void>,
): Promise<void> {
  const ids = await tables.select<{ id: string }>(`SELECT id FROM ${table}`);
  for (const row of ids) {
    // One at a time: a studio's takes together are more than a machine's memory.
    const [found] = await tables.select<{ document: string }>(
      `SELECT document FROM ${table} WHERE id = ${quoted(row.id)}`,
    );
    try {
      if (found) await change(JSON.parse(found.document) as Document, row.id);
    } catch (error) {
      if (!(error instanceof SyntaxError || error instanceof TypeError || error instanceof RangeError))
        throw error;
    }
  }
}

const quoted = (text: string) => `'${text.replaceAll("'", "''")}'`;

/** The database's own id, and a count of its changes that no writer can forget. */
async function knowThyself(tables: Tables): Promise<void> {
  await tables.run('CREATE TABLE IF NOT EXISTS studio (id TEXT NOT NULL, revision INTEGER NOT NULL)');
  await tables.run(
    'INSERT INTO studio (id, revision) SELECT :id, 1 WHERE NOT EXISTS (SELECT 1 FROM studio)',
    { id: randomUUID() },
  );
  await countChanges(tables, ['takes', 'plans', 'players']);
}

async function countChanges(tables: Tables, names: readonly string[]): Promise<void> {
  for (const table of names)
    for (const change of ['INSERT', 'UPDATE', 'DELETE'])
      await tables.run(
        `CREATE TRIGGER IF NOT EXISTS ${table}_${change.toLowerCase()}_counted AFTER ${change} ON ${table}
           BEGIN UPDATE studio SET revision = revision + 1; END`,
      );
}

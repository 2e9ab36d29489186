/**
 * The SQLite database: one file in the data folder, write-ahead log, foreign keys on. Before it is opened for writing the folder
 * is locked and the file looked at; what is wrong is said, and nothing is touched.
 */
import { existsSync, mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { Sequelize, QueryTypes, Transaction } from 'sequelize';
import {
  type Keeper,
  backUp,
  backupsIn,
  databaseIn,
  examine,
  keepFolder,
  lockFolder,
  timeName,
  troubleOf,
} from '../folder/index.ts';
import { MIGRATIONS, type Migration, Tables } from './migrations.ts';
import { type Models, defineModels } from './models.ts';

export interface Database {
  sequelize: Sequelize;
  models: Models;
  keeper: Keeper;
  close(): Promise<void>;
}

export interface OpenOptions {
  /** Told of what the housekeeping could not do. */
  onTrouble?: (error: unknown) => void;
  /** The migrations to bring it to; tests of upgrades stop early. */
  migrations?: readonly Migration[];
}

/**
 * @param folder made when missing.
 * @throws FolderTrouble that says what is wrong with the folder and what to do.
 */
export async function openDatabase(
  folder: string,
  { onTrouble = () => undefined, migrations = MIGRATIONS }: OpenOptions = {},
): Promise<Database> {
  let letGo: (() => Promise<void>) | undefined;
  let sequelize: Sequelize | undefined;
  try {
    mkdirSync(folder, { recursive: true });
    letGo = await lockFolder(folder);
    const known = migrations.map(({ name }) => name);
    const used = await examine(folder, known);
    sequelize = connect(databaseIn(folder));
    await sequelize.query('PRAGMA journal_mode = WAL');
    // What is deleted for good is overwritten, not only forgotten.
    await sequelize.query('PRAGMA secure_delete = ON');
    await migrate(sequelize, migrations, async (first) => {
      if (!used) return;
      const name = `before-${first}-${timeName(new Date())}.sqlite`;
      if (!existsSync(join(backupsIn(folder), name))) await backUp(folder, join(backupsIn(folder), name));
    });
    const keeper = keepFolder(folder, sequelize, onTrouble);
    await keeper.settle();
    return { sequelize, models: defineModels(sequelize), keeper, close: closing(sequelize, keeper, letGo) };
  } catch (error) {
    await sequelize?.close().catch(() => undefined);
    await letGo?.();
    throw troubleOf(error, folder) ?? error;
  }
}

function closing(sequelize: Sequelize, keeper: Keeper, letGo: () => Promise<void>): () => Promise<void> {
  let closed: Promise<void> | null = null;
  return () =>
    (closed ??= (async () => {
      await keeper.stop();
      // A disk that is full or gone keeps nobody from stopping.
      await keeper.settle().catch(() => undefined);
      await sequelize.close();
      await letGo();
    })());
}

export function connect(file: string): Sequelize {
  return new Sequelize({ dialect: 'sqlite', storage: file, logging: false });
}

/** An empty database of this version, in a file of its own; for salvage. */
export async function makeDatabase(file: string): Promise<void> {
  const sequelize = connect(file);
  try {
    await migrate(sequelize, MIGRATIONS, async () => undefined);
  } finally {
    await sequelize.close();
  }
}

/** @param before called once, before the first one that is missing. */
export async function migrate(
  sequelize: Sequelize,
  migrations: readonly Migration[],
  before: (first: string) => Promise<void>,
): Promise<void> {
  await sequelize.query(
    'CREATE TABLE IF NOT EXISTS `SequelizeMeta` (`name` VARCHAR(255) NOT NULL UNIQUE PRIMARY KEY)',
  );
  const rows = await sequelize.query<{ name: string }>('SELECT name FROM SequelizeMeta', {
    type: QueryTypes.SELECT,
  });
  const done = new Set(rows.map(({ name }) => name));
  const missing = migrations.filter(({ name }) => !done.has(name));
  if (missing[0]) await before(missing[0].name);
  for (const { name, up } of missing) {
    await sequelize.transaction({ type: Transaction.TYPES.IMMEDIATE }, async (transaction) => {
      await up(new Tables(sequelize.getQueryInterface(), transaction));
      await sequelize.query('INSERT INTO SequelizeMeta (name) VALUES (:name)', {
        replacements: { name },
        transaction,
      });
    });
  }
}

/** The SQLite database: one file in the data folder, write-ahead log, foreign keys on, migrated at every start. */
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { Sequelize } from 'sequelize';
import { SequelizeStorage, Umzug } from 'umzug';
import { MIGRATIONS } from './migrations.ts';
import { type Models, defineModels } from './models.ts';

export interface Database {
  sequelize: Sequelize;
  models: Models;
  close(): Promise<void>;
}

/** @param folder made when missing. */
export async function openDatabase(folder: string): Promise<Database> {
  mkdirSync(folder, { recursive: true });
  const sequelize = new Sequelize({
    dialect: 'sqlite',
    storage: join(folder, 'feldspar.sqlite'),
    logging: false,
  });
  await sequelize.query('PRAGMA journal_mode = WAL');
  await sequelize.query('PRAGMA foreign_keys = ON');
  await new Umzug({
    migrations: MIGRATIONS.map(({ name, up }) => ({ name, up: () => up(sequelize.getQueryInterface()) })),
    storage: new SequelizeStorage({ sequelize }),
    logger: undefined,
  }).up();
  return { sequelize, models: defineModels(sequelize), close: () => sequelize.close() };
}

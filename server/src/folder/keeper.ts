/**
 * Housekeeping of a folder in use: when nothing was written for a moment the write-ahead log is folded into the database, so
 * that the one file holds everything and may be copied; the folder's own knowledge follows; once a day there is a backup.
 */
import type { Sequelize } from 'sequelize';
import { QueryTypes } from 'sequelize';
import { backUpDaily } from './backup.ts';
import { type Identity, identityOf, writeIdentity } from './identity.ts';

const LOOK_EVERY_MS = 2000;
/** In a row of writes without a pause it is done all the same. */
const LONGEST_WAIT_MS = 30_000;
const DAILY_LOOK_MS = 3_600_000;

export interface Keeper {
  /** Folds the log and writes what the folder holds, now. */
  settle(): Promise<void>;
  /** Ends the housekeeping; waits for what is being done. */
  stop(): Promise<void>;
}

export function keepFolder(
  folder: string,
  sequelize: Sequelize,
  onTrouble: (error: unknown) => void,
): Keeper {
  const database = {
    all: <Row>(sql: string) =>
      sequelize.query(sql, { type: QueryTypes.SELECT }) as Promise<unknown[]> as Promise<Row[]>,
  };
  let seen = -1;
  let written = -1;
  let since = Date.now();
  let work: Promise<void> = Promise.resolve();
  let stopped = false;

  async function settle(): Promise<void> {
    await sequelize.query('PRAGMA wal_checkpoint(TRUNCATE)');
    const identity = await identityOf(database);
    if (!identity || identity.revision === written) return;
    writeIdentity(folder, identity);
    written = identity.revision;
  }

  async function look(): Promise<void> {
    const [row] = await database.all<Pick<Identity, 'revision'>>('SELECT revision FROM studio');
    if (!row) throw new Error('the studio does not know itself');
    const { revision } = row;
    const still = revision === seen;
    if (!still) seen = revision;
    if (revision === written) since = Date.now();
    else if (still || Date.now() - since > LONGEST_WAIT_MS) {
      await settle();
      since = Date.now();
    }
  }

  const next = (task: () => Promise<unknown>) => {
    work = work.then(async () => {
      if (stopped) return;
      try {
        await task();
      } catch (error) {
        onTrouble(error);
      }
    });
  };
  const looking = setInterval(() => next(look), LOOK_EVERY_MS);
  const daily = setInterval(() => next(() => backUpDaily(folder)), DAILY_LOOK_MS);
  next(() => backUpDaily(folder));
  looking.unref();
  daily.unref();
  return {
    settle,
    async stop() {
      clearInterval(looking);
      clearInterval(daily);
      stopped = true;
      await work;
    },
  };
}

/** The studio: everything over one data folder that answers requests, opened and closed as one. */
import { pino } from 'pino';
import type { Compute } from './compute/measure.ts';
import { Importing } from './everything/read.ts';
import { BinStore } from './store/bin.ts';
import { type Database, openDatabase } from './store/database.ts';
import { DocumentStore } from './store/documents.ts';
import { HoldStore } from './store/holds.ts';
import { PlanStore } from './store/plans.ts';
import { PlayerStore } from './store/players.ts';
import { RecordingStore } from './store/recordings.ts';
import { Remeasuring } from './store/remeasuring.ts';
import { SoundFiles } from './store/sounds.ts';
import { NeedStore } from './store/needs.ts';
import { TrendStore } from './store/trends.ts';
import { Views } from './store/views.ts';
import { TakeStore } from './store/takes.ts';

const HOUR_MS = 3_600_000;

export interface Studio {
  database: Database;
  takes: TakeStore;
  plans: PlanStore;
  players: PlayerStore;
  recordings: RecordingStore;
  holds: HoldStore;
  documents: DocumentStore;
  trends: TrendStore;
  needs: NeedStore;
  views: Views;
  importing: Importing;
  bin: BinStore;
  remeasuring: Remeasuring;
  measure: Compute['measure'];
  curve: Compute['curve'];
  /** Ends what runs in the background, and closes the folder. */
  close(): Promise<void>;
}

/** @throws FolderTrouble that says what is wrong with the folder and what to do. */
export async function openStudio(
  folder: string,
  compute: Compute,
  log = pino({ level: 'silent' }),
  mostSoundBytes = 512 * 1024 * 1024,
): Promise<Studio> {
  const database = await openDatabase(folder, {
    onTrouble: (error) => log.error(error, 'housekeeping failed'),
  });
  const plans = new PlanStore(database);
  const players = new PlayerStore(database);
  const takes = new TakeStore(database, plans, players, compute.measure);
  const recordings = new RecordingStore(database, players, new SoundFiles(folder, mostSoundBytes));
  const documents = new DocumentStore(database, players);
  const trends = new TrendStore(database, players);
  const bin = new BinStore(database, takes, plans, players, recordings, documents);
  const remeasuring = new Remeasuring(takes, log);
  try {
    await plans.putReadyPlans();
    await bin.empty();
  } catch (error) {
    await database.close();
    throw error;
  }
  const emptying = setInterval(() => void bin.empty().catch((error: unknown) => log.error(error)), HOUR_MS);
  emptying.unref();
  return {
    database,
    takes,
    plans,
    bin,
    remeasuring,
    players,
    recordings,
    holds: new HoldStore(database, players),
    documents,
    trends,
    needs: new NeedStore(players, documents, trends),
    views: new Views(database, players),
    importing: new Importing({ database, players, plans, takes, recordings, documents }),
    measure: compute.measure,
    curve: compute.curve,
    async close() {
      clearInterval(emptying);
      await remeasuring.end();
      // What is stored first; threads have nothing to lose.
      await database.close();
      await compute.close();
    },
  };
}

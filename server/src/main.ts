/** Starts the server: data folder, migrations, ready plans, demo if asked, and a clean stop on SIGTERM and SIGINT. */
import type { AddressInfo } from 'node:net';
import { fileURLToPath } from 'node:url';
import { pino } from 'pino';
import { createApp } from './app.ts';
import { computeInThreads } from './compute/measure.ts';
import { readConfig } from './config.ts';
import { makeDemo } from './demo/demo.ts';
import { openDatabase } from './store/database.ts';
import { HoldStore } from './store/holds.ts';
import { PlanStore } from './store/plans.ts';
import { PlayerStore } from './store/players.ts';
import { Remeasuring } from './store/remeasuring.ts';
import { TakeStore } from './store/takes.ts';

const VERSION = '0.1.0';

const config = readConfig(process.env, process.argv);
const log = pino({ level: config.logLevel });
const database = await openDatabase(config.dataFolder);
const compute = computeInThreads();
const plans = new PlanStore(database);
const players = new PlayerStore(database);
const takes = new TakeStore(database, plans, compute.measure);
const remeasuring = new Remeasuring(takes, log);
await plans.putReadyPlans();

if (config.demo && (await players.list()).length === 0) {
  process.stdout.write('Making the demo studio (simulated players) …\n');
  const made = await makeDemo({ takes, players }, new Date(), () => undefined);
  process.stdout.write(`${made} takes made.\n`);
}

const app = createApp({
  takes,
  plans,
  players,
  measure: compute.measure,
  holds: new HoldStore(database, compute.hold),
  remeasuring,
  version: VERSION,
  log,
  developmentOrigin: config.developmentOrigin,
  webFolder: fileURLToPath(new URL('../../web/dist', import.meta.url)),
});
const server = app.listen(config.port, '127.0.0.1', () => {
  const { port } = server.address() as AddressInfo;
  process.stdout.write(`Feldspar is at http://localhost:${port}  (data in ${config.dataFolder})\n`);
  remeasuring.run().catch((error: unknown) => log.error(error));
});
server.on('error', (error: NodeJS.ErrnoException) => {
  const remedy = error.code === 'EADDRINUSE' ? ` Set another one: PORT=${config.port + 1} npm start` : '';
  process.stderr.write(`Cannot listen on port ${config.port}: ${error.message}.${remedy}\n`);
  process.exit(1);
});

let stopping = false;
async function stop(): Promise<void> {
  if (stopping) return;
  stopping = true;
  remeasuring.stop();
  server.closeIdleConnections();
  const closed = new Promise((resolve) => server.close(resolve));
  setTimeout(() => server.closeAllConnections(), 3000).unref();
  await closed;
  await compute.close();
  await database.close();
  process.stdout.write('Feldspar has stopped.\n');
  process.exit(0);
}
process.on('SIGTERM', () => void stop());
process.on('SIGINT', () => void stop());

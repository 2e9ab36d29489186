/** Starts the server: data folder, migrations, ready plans, demo if asked; runs until it is asked to end, and closes everything. */
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { fileURLToPath } from 'node:url';
import { pino } from 'pino';
import { createApp } from './app.ts';
import { HEAR_LIMITS, hearInThreads } from './compute/hear.ts';
import { computeInThreads } from './compute/measure.ts';
import { type Config, readConfig } from './config.ts';
import { makeDemo } from './demo/demo.ts';
import { FolderTrouble } from './folder/index.ts';
import { type Studio, openStudio } from './studio.ts';

const VERSION = '0.1.0';
/** Requests that are being answered have so long to end. */
const LAST_ANSWERS_MS = 3000;

/** @returns the exit code, when everything is closed. */
export async function serve(ending: AbortSignal): Promise<number> {
  let config: Config;
  try {
    config = readConfig(process.env, process.argv);
  } catch (error) {
    return refuse((error as Error).message);
  }
  const log = pino({ level: config.logLevel });
  const compute = computeInThreads();
  let studio: Studio;
  try {
    if (ending.aborted) return 0;
    studio = await openStudio(config.dataFolder, compute, log, config.mostSoundBytes);
  } catch (error) {
    await compute.close();
    if (error instanceof FolderTrouble) return refuse(`${error.message}\n${error.remedy}`);
    log.error(error);
    return refuse(`Feldspar could not start: ${(error as Error).message}`);
  }
  try {
    if (config.demo && !ending.aborted) await fillDemo(studio);
    if (!ending.aborted) await answer(studio, config, log, ending);
  } catch (error) {
    return refuse((error as Error).message);
  } finally {
    await studio.close();
  }
  process.stdout.write('Feldspar has stopped.\n');
  return 0;
}

function refuse(why: string): number {
  process.stderr.write(`${why}\n`);
  return 1;
}

async function fillDemo(studio: Studio): Promise<void> {
  if ((await studio.players.list()).length > 0) return;
  process.stdout.write('Making the demo studio (simulated players) …\n');
  const made = await makeDemo(studio, new Date());
  process.stdout.write(`${made} takes made.\n`);
}

/** Until it is asked to end. @throws Error that says why it cannot listen. */
async function answer(studio: Studio, config: Config, log: pino.Logger, ending: AbortSignal): Promise<void> {
  const app = createApp({
    ...studio,
    hear: hearInThreads({ ...HEAR_LIMITS, bytes: config.mostSoundBytes }),
    version: VERSION,
    log,
    developmentOrigin: config.developmentOrigin,
    webFolder: fileURLToPath(new URL('../../web/dist', import.meta.url)),
  });
  const server = await new Promise<Server>((resolve, reject) => {
    const opening: Server = app.listen(config.port, '127.0.0.1', () => resolve(opening));
    opening.on('error', (error: NodeJS.ErrnoException) => {
      const remedy = error.code === 'EADDRINUSE' ? ` Set another one: PORT=${config.port + 1} npm start` : '';
      reject(new Error(`Cannot listen on port ${config.port}: ${error.message}.${remedy}`));
    });
  });
  const { port } = server.address() as AddressInfo;
  process.stdout.write(`Feldspar is at http://localhost:${port}  (data in ${config.dataFolder})\n`);
  studio.remeasuring.run().catch((error: unknown) => log.error(error));
  if (!ending.aborted) await new Promise((resolve) => ending.addEventListener('abort', resolve));
  server.closeIdleConnections();
  const closed = new Promise((resolve) => server.close(resolve));
  const hurry = setTimeout(() => server.closeAllConnections(), LAST_ANSWERS_MS);
  await closed;
  clearTimeout(hurry);
}

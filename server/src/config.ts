/** What the environment may set. */
import { resolve } from 'node:path';

export interface Config {
  port: number;
  dataFolder: string;
  demo: boolean;
  developmentOrigin: string | undefined;
  logLevel: string;
  /** How large a recording may be. */
  mostSoundBytes: number;
}

/** @throws RangeError that names the variable and the remedy. */
export function readConfig(env: NodeJS.ProcessEnv, args: readonly string[]): Config {
  const demo = args.includes('--demo');
  const port = Number(env.PORT ?? 4173);
  if (!Number.isInteger(port) || port < 0 || port > 65535) {
    throw new RangeError(`PORT is "${env.PORT}"; it must be a whole number from 0 to 65535`);
  }
  const mostSoundMb = Number(env.FELDSPAR_MOST_SOUND_MB ?? 512);
  if (!Number.isInteger(mostSoundMb) || mostSoundMb < 1 || mostSoundMb > 65_536) {
    throw new RangeError(
      `FELDSPAR_MOST_SOUND_MB is "${env.FELDSPAR_MOST_SOUND_MB}"; it must be a whole number from 1 to 65536`,
    );
  }
  return {
    port,
    dataFolder: resolve(env.FELDSPAR_DATA ?? (demo ? 'data/demo' : 'data/studio')),
    demo,
    developmentOrigin: env.FELDSPAR_DEV_ORIGIN,
    logLevel: env.FELDSPAR_LOG ?? 'warn',
    mostSoundBytes: mostSoundMb * 1024 * 1024,
  };
}

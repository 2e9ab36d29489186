/** `npm run backup`, `npm run restore FILE`, `npm run salvage`: what is done to a data folder by hand. Says what was done, or why not. */
import { existsSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { readConfig } from '../config.ts';
import {
  FolderTrouble,
  type KeptSounds,
  backUp,
  databaseIn,
  holdings,
  readIdentity,
  restore,
  salvage,
  soundName,
  timeName,
  troubleOf,
  type Unreadable,
} from '../folder/index.ts';
import { makeDatabase } from '../store/database.ts';

const say = (text: string) => process.stdout.write(`${text}\n`);

function sayOfSounds({ sounds, missing }: KeptSounds, folder: string): void {
  if (sounds > 0) say(`Its sounds (${sounds}) lie in ${join(folder, 'sounds')}.`);
  if (missing.length > 0)
    say(
      `${missing.length} sounds of recordings are missing; what was heard in them is there. Their files: ${missing.map(soundName).join(', ')}`,
    );
}

const TOOLS: Record<string, (folder: string, file: string | undefined) => Promise<void>> = {
  async backup(folder, file) {
    const made = await backUp(folder, file && resolve(file));
    say(`${made.file}\n${made.takes} takes, ${Math.ceil(made.bytes / 1024)} kB, read back whole.`);
    sayOfSounds(made, dirname(made.file));
  },
  async restore(folder, file) {
    if (!file) throw new Error('Name the file to bring back: npm run restore data/studio/backups/….sqlite');
    const { takes, aside, ...kept } = await restore(folder, file);
    say(`${takes} takes are back in ${folder}.`);
    sayOfSounds(kept, folder);
    if (aside) say(`What was there before lies in ${aside}.`);
  },
  async salvage(folder, file) {
    const from = file ? resolve(file) : databaseIn(folder);
    if (!existsSync(from)) throw new Error(`There is no ${from}.`);
    const to = join(folder, `salvaged-${timeName(new Date())}.sqlite`);
    const { saved, unreadable } = await salvage(from, to, makeDatabase);
    say(
      `${to}\nholds ${saved.takes} takes, ${saved.plans} plans and ${saved.players} players that could be read.`,
    );
    for (const lost of unreadable) say(`Not readable: ${lostText(lost)}`);
    const held = file ? null : readIdentity(folder);
    if (held) say(`The folder held ${holdings(held)} on ${held.savedAt.slice(0, 10)}.`);
    say(`To go on with it: npm run restore ${to}`);
  },
};

function lostText({ table, rows: [from, to], reason }: Unreadable): string {
  const name = table === null ? 'page' : 'row';
  const where =
    from === to ? `${name} ${from}` : to === Infinity ? `${name} ${from} on` : `${name}s ${from} to ${to}`;
  return `${table ?? 'the file'}, ${where}: ${reason}`;
}

/** @returns the exit code. */
export async function runTool([name = '', file]: readonly string[]): Promise<number> {
  const { dataFolder } = readConfig(process.env, process.argv);
  try {
    const tool = TOOLS[name];
    if (!tool) throw new Error(`Say what is to be done: ${Object.keys(TOOLS).join(', ')}.`);
    await tool(dataFolder, file);
    return 0;
  } catch (error) {
    const trouble = troubleOf(error, dataFolder);
    process.stderr.write(`${trouble?.message ?? (error as Error).message}\n`);
    if (trouble instanceof FolderTrouble) process.stderr.write(`${trouble.remedy}\n`);
    return 1;
  }
}

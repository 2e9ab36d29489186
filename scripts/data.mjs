/** `npm run backup`, `npm run restore FILE`, `npm run salvage`: the tool of the built server, on the folder FELDSPAR_DATA names. */
import { pathToFileURL } from 'node:url';
import { ensureBuilt } from './lib/build.mjs';
import { ensurePackages } from './lib/install.mjs';
import { at } from './lib/paths.mjs';

await ensurePackages();
await ensureBuilt();
const { runTool } = await import(pathToFileURL(at('server/dist/data.js')).href);
process.exitCode = await runTool(process.argv.slice(2));

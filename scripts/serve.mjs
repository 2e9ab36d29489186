/** `npm start` and `npm run demo`: install and build what is missing, then be the server: one process, which nobody outlives. */
import { pathToFileURL } from 'node:url';
import { ensureBuilt } from './lib/build.mjs';
import { ensurePackages } from './lib/install.mjs';
import { ROOT, at } from './lib/paths.mjs';

await ensurePackages();
await ensureBuilt();
process.chdir(ROOT);
await import(pathToFileURL(at('server/dist/main.js')).href);

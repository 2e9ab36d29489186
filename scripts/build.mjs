import { ensureBuilt } from './lib/build.mjs';

await ensureBuilt();

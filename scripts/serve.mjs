/** `npm start` and `npm run demo`: install and build what is missing, then become the server. */
import { spawn } from 'node:child_process';
import { ensureBuilt } from './lib/build.mjs';
import { ensurePackages } from './lib/install.mjs';
import { ROOT, at } from './lib/paths.mjs';

await ensurePackages();
await ensureBuilt();

const server = spawn(process.execPath, [at('server/dist/main.js'), ...process.argv.slice(2)], {
  cwd: ROOT,
  stdio: 'inherit',
});
// A signal to this process is the server's to answer; it stops cleanly and this process follows with its code.
for (const signal of ['SIGTERM', 'SIGINT']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 1));

/** `npm run dev`: the server from its source, restarted on change, and Vite in front of it with live reload. */
import { spawn } from 'node:child_process';
import { ensurePackages } from './lib/install.mjs';
import { ROOT, at } from './lib/paths.mjs';
import { must } from './lib/run.mjs';

await ensurePackages();
// The measuring worker threads and the types of the web project read the compiled core and server.
await must('Compiling core and server', at('node_modules/.bin/tsc'), ['-b', 'core', 'server']);

const port = process.env.PORT ?? '5173';
const apiPort = String(Number(port) + 1);
const children = [
  spawn(at('node_modules/.bin/tsc'), ['-b', '--watch', '--preserveWatchOutput', 'core', 'server'], {
    cwd: ROOT,
    stdio: 'inherit',
  }),
  spawn(process.execPath, ['--watch', at('server/dist/main.js'), ...process.argv.slice(2)], {
    cwd: ROOT,
    stdio: 'inherit',
    env: {
      ...process.env,
      PORT: apiPort,
      FELDSPAR_DEV_ORIGIN: `http://localhost:${port}`,
      FELDSPAR_LOG: 'info',
    },
  }),
  spawn(at('node_modules/.bin/vite'), ['--port', port, '--strictPort'], {
    cwd: at('web'),
    stdio: 'inherit',
    env: { ...process.env, FELDSPAR_API_PORT: apiPort },
  }),
];
const stop = () => children.forEach((child) => child.kill('SIGTERM'));
process.on('SIGTERM', stop);
process.on('SIGINT', stop);
await Promise.race(children.map((child) => new Promise((resolve) => child.on('exit', resolve))));
stop();

/** `npm run dev`: the server from its source, restarted on change, and Vite in front of it with live reload. */
import { spawn } from 'node:child_process';
import { ensurePackages } from './lib/install.mjs';
import { ROOT, at } from './lib/paths.mjs';
import { must } from './lib/run.mjs';

await ensurePackages();
const vite = at('node_modules/.bin/vite');
await must('Building the server', vite, ['build', '--logLevel', 'warn'], { cwd: at('server') });

const port = process.env.PORT ?? '5173';
const apiPort = String(Number(port) + 1);
const children = [
  // What is there is written over: emptied first, the server would be missing while it is made anew.
  spawn(vite, ['build', '--watch', '--emptyOutDir', 'false', '--logLevel', 'warn'], {
    cwd: at('server'),
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
  spawn(vite, ['--port', port, '--strictPort'], {
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

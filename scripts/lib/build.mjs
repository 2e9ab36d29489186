/** Builds what is missing or stale: the core by the TypeScript compiler, server and web application by Vite. */
import { existsSync } from 'node:fs';
import { at } from './paths.mjs';
import { must } from './run.mjs';
import { hashOf, isStamped, writeStamp } from './stamp.mjs';

const SOURCES = ['core', 'server', 'web', 'package-lock.json', 'tsconfig.base.json'].map((path) => at(path));

export async function ensureBuilt() {
  const stamp = at('node_modules', '.feldspar-build');
  const hash = hashOf(SOURCES);
  const built = ['core/dist/time/index.js', 'server/dist/main.js', 'web/dist/index.html'].every((f) =>
    existsSync(at(f)),
  );
  if (built && isStamped(stamp, hash)) return;
  console.log('Building.');
  await must('Compiling the core', at('node_modules/.bin/tsc'), ['-b', 'core']);
  await bundle('the server', 'server');
  await bundle('the web application', 'web');
  writeStamp(stamp, hash);
}

function bundle(what, folder) {
  return must(`Building ${what}`, at('node_modules/.bin/vite'), ['build', '--logLevel', 'warn'], {
    cwd: at(folder),
    // Also where a test, or whoever develops, asks for it: what is served is always the application as it ships.
    env: { NODE_ENV: 'production' },
  });
}

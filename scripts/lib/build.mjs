/** Builds what is missing or stale: core and server by the TypeScript compiler, the web application by Vite. */
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
  await must('Compiling core and server', at('node_modules/.bin/tsc'), ['-b', 'core', 'server']);
  await must('Building the web application', at('node_modules/.bin/vite'), ['build', '--logLevel', 'warn'], {
    cwd: at('web'),
    // Also where a test, or whoever develops, asks for it: what is served is always the application as it ships.
    env: { NODE_ENV: 'production' },
  });
  writeStamp(stamp, hash);
}

import { readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import { gzipSync } from 'node:zlib';
import react from '@vitejs/plugin-react';
import { defaultClientConditions, defineConfig } from 'vite';

const server = `http://127.0.0.1:${process.env.FELDSPAR_API_PORT ?? 4173}`;

/**
 * What the frame and the bench cannot start without is one file: in sixty, as they are shared with the screens that come later, it
 * would weigh a tenth more and ask sixty times.
 */
const rolldownOptions = {
  // Emotion asks for it at its beginning, and uses it for one thing that nobody here does; by itself it does nothing.
  treeshake: { moduleSideEffects: [{ test: /hoist-non-react-statics/, sideEffects: false }] },
  output: { codeSplitting: { groups: [{ name: 'first', test: /src.app.main\.tsx$/ }] } },
};

/**
 * When all is written: the list of all code, for a page that fetches it before the server goes away, and each file compressed, so that
 * no server has to do it again and again.
 */
const afterwards = {
  name: 'afterwards',
  apply: 'build',
  writeBundle({ dir }) {
    const assets = readdirSync(join(dir, 'assets'));
    const code = assets.filter((name) => name.endsWith('.js')).map((name) => `/assets/${name}`);
    writeFileSync(join(dir, 'code.json'), JSON.stringify(code));
    for (const name of assets.filter((one) => /\.(js|css|svg)$/.test(one))) {
      const file = join(dir, 'assets', name);
      writeFileSync(`${file}.gz`, gzipSync(readFileSync(file), { level: 9 }));
    }
  },
};

/** A chunk's file and those of all that it cannot start without. */
function needed(chunks, file, found = new Set()) {
  if (found.has(file)) return found;
  found.add(file);
  for (const other of chunks[file]?.imports ?? []) needed(chunks, other, found);
  return found;
}

/**
 * A screen names at its end all that it needs, also what only its pieces name: the browser asks for everything at once as soon as it has the
 * screen, where it would else find piece after piece, up to five answers one behind the other. What begins in which order stays as it was.
 */
const askedAtOnce = {
  name: 'asked-at-once',
  apply: 'build',
  renderChunk(code, { isDynamicEntry, fileName, imports }, _options, { chunks }) {
    if (!isDynamicEntry) return null;
    const entry = Object.values(chunks).find(({ isEntry }) => isEntry);
    const known = new Set([fileName, ...imports, ...needed(chunks, entry?.fileName)]);
    const more = [...needed(chunks, fileName)].filter((file) => !known.has(file));
    return code + more.map((file) => `\nimport './${basename(file)}';`).join('');
  },
};

/**
 * What is asked for before it is needed: what the page begins with. Of the screens that come later it would be a list of every piece of each,
 * ten kilobytes that every page begins with; each screen brings its own.
 */
const preloaded = (_file, needed, { hostType }) => (hostType === 'html' ? needed : []);

export default defineConfig({
  plugins: [react(), askedAtOnce, afterwards],
  // In development and in the build the core is read from its source, so worklets and workers share one renderer.
  resolve: { conditions: ['@feldspar/source', ...defaultClientConditions] },
  worker: { format: 'es' },
  build: {
    target: 'es2023',
    assetsInlineLimit: 0,
    chunkSizeWarningLimit: 900,
    manifest: true,
    modulePreload: { resolveDependencies: preloaded },
    rolldownOptions,
  },
  server: {
    headers: {
      'Cross-Origin-Opener-Policy': 'same-origin',
      'Cross-Origin-Embedder-Policy': 'require-corp',
    },
    proxy: { '/api': { target: server, changeOrigin: true } },
  },
});

import { defaultServerConditions, defineConfig } from 'vite';

/**
 * The server as a few files: from seven hundred modules of ours and of packages it took twice as long to start. The files lie
 * beside one another, so that a worker is found beside who starts it.
 */
export default defineConfig({
  ssr: {
    // The core from its source, as in the page.
    resolve: { conditions: ['@feldspar/source', ...defaultServerConditions] },
    noExternal: true,
    // These find files of their own by where they lie: binaries, dialects, workers.
    external: ['piscina', 'pino', 'sequelize', 'sqlite3'],
  },
  build: {
    ssr: true,
    target: 'node20',
    minify: false,
    chunkSizeWarningLimit: 2000,
    rolldownOptions: {
      input: {
        main: 'src/main.ts',
        data: 'src/tools/data.ts',
        'hear.worker': 'src/compute/hear.worker.ts',
        'measure.worker': 'src/compute/measure.worker.ts',
      },
      output: { entryFileNames: '[name].js', chunkFileNames: '[name].js' },
      // A package of Koa's makes deprecated functions by it, from its own text only.
      checks: { eval: false },
    },
  },
});

import react from '@vitejs/plugin-react';
import { defaultClientConditions, defineConfig } from 'vite';

const server = `http://127.0.0.1:${process.env.FELDSPAR_API_PORT ?? 4173}`;

/**
 * What the frame and the bench cannot start without is one file: in sixty, as they are shared with the screens that come later, it
 * would weigh a tenth more and ask sixty times.
 */
const rolldownOptions = {
  output: { codeSplitting: { groups: [{ name: 'first', test: /src.app.main\.tsx$/ }] } },
};

export default defineConfig({
  plugins: [react()],
  // In development and in the build the core is read from its source, so worklets and workers share one renderer.
  resolve: { conditions: ['@feldspar/source', ...defaultClientConditions] },
  worker: { format: 'es' },
  build: {
    target: 'es2023',
    assetsInlineLimit: 0,
    chunkSizeWarningLimit: 900,
    manifest: true,
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

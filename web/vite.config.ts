import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defaultClientConditions, defineConfig } from 'vite';

export default defineConfig({
  plugins: [react(), tailwindcss()],
  resolve: { conditions: ['hushto-source', ...defaultClientConditions] },
  worker: { format: 'es' },
  server: { proxy: { '/api': 'http://127.0.0.1:4567' } },
  // What the first screen loads is held under 300 kB gzipped by e2e/weight.spec.ts; Vite's own warning counts unzipped.
  build: { target: 'es2023', sourcemap: false, chunkSizeWarningLimit: 1000 },
});

import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { fileURLToPath } from 'node:url';
import { defaultClientConditions, defineConfig } from 'vite';
import { viteSingleFile } from 'vite-plugin-singlefile';

// The file that is taken along: one page with everything in it. The page itself is built after it and carries it.
export default defineConfig({
  plugins: [react(), tailwindcss(), viteSingleFile({ removeViteModuleLoader: true })],
  publicDir: false,
  resolve: { conditions: ['hushto-source', ...defaultClientConditions] },
  build: {
    target: 'es2023',
    outDir: fileURLToPath(new URL('public/take', import.meta.url)),
    emptyOutDir: true,
    rollupOptions: { input: fileURLToPath(new URL('pocket.html', import.meta.url)) },
  },
});

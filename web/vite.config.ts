import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defaultClientConditions, defineConfig } from 'vite';

export default defineConfig({
  plugins: [react(), tailwindcss()],
  resolve: { conditions: ['hushto-source', ...defaultClientConditions] },
  server: { proxy: { '/api': 'http://127.0.0.1:4567' } },
  build: { target: 'es2023', sourcemap: false },
});

import { fileURLToPath } from 'node:url';
import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defaultClientConditions, defineConfig, type Plugin } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';
import cities from './vite.cities.ts';

export default defineConfig({
  plugins: [
    react(),
    tailwindcss(),
    largeCities(),
    VitePWA({
      // A newer version waits until it is asked for: nothing changes under a hand in the dark.
      registerType: 'prompt',
      injectRegister: null,
      manifest: {
        name: 'hushto',
        short_name: 'hushto',
        description: 'Plans a handheld photograph in poor light.',
        display: 'standalone',
        start_url: '/plan',
        id: '/',
        background_color: '#0e1215',
        theme_color: '#0e1215',
        icons: [
          { src: '/icon-192.png', sizes: '192x192', type: 'image/png' },
          { src: '/icon-512.png', sizes: '512x512', type: 'image/png' },
          { src: '/icon-512.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
          { src: '/icon.svg', sizes: 'any', type: 'image/svg+xml' },
        ],
      },
      workbox: {
        globPatterns: ['**/*.{js,css,html,svg,png,woff2}'],
        navigateFallback: '/index.html',
        navigateFallbackDenylist: [/^\/api\//, /^\/take\//],
        maximumFileSizeToCacheInBytes: 4_000_000,
        // A scene once seen stays, its name changes with it.
        runtimeCaching: [
          {
            urlPattern: /\.scene$/,
            handler: 'CacheFirst',
            options: { cacheName: 'scenes', expiration: { maxEntries: 48 } },
          },
        ],
      },
    }),
  ],
  resolve: {
    conditions: ['hushto-source', ...defaultClientConditions],
    // The package names only its build for development, whose warnings would come with every first visit.
    alias: { 'react-router': fileURLToPath(new URL('../production/index.mjs', import.meta.resolve('react-router'))) },
  },
  worker: { format: 'es' },
  server: { proxy: { '/api': `http://127.0.0.1:${process.env['HUSHTO_PORT'] ?? '4567'}` } },
  // What the first screen loads is held under 250 kB gzipped by e2e/weight.spec.ts; Vite's own warning counts unzipped.
  build: {
    target: 'es2023',
    sourcemap: false,
    chunkSizeWarningLimit: 1000,
    // What every first visit needs comes in one file: a dozen small ones take longer, and are larger packed.
    rolldownOptions: { output: { codeSplitting: { groups: [{ name: 'first', tags: ['$initial'] }] } } },
    // What is loaded on demand finds what it needs itself: naming it all beforehand costs every first visit 2 kB.
    modulePreload: { resolveDependencies: (_file, needed, { hostType }) => (hostType === 'html' ? needed : []) },
  },
});

/** Worked out when the page is built: the package is larger than the page. */
function largeCities(): Plugin {
  const id = 'virtual:cities';
  return {
    name: 'large-cities',
    resolveId: (source) => (source === id ? `\0${id}` : null),
    load: (source) => (source === `\0${id}` ? `export default ${JSON.stringify(cities)}` : null),
  };
}

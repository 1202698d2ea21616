import { fileURLToPath, URL } from 'node:url'

import vue from '@vitejs/plugin-vue'
import elementPlus from 'unplugin-element-plus/vite'
import { defineConfig } from 'vite'
import { VitePWA } from 'vite-plugin-pwa'

const server = process.env.GAUFFER_SERVER ?? 'http://127.0.0.1:8000'

export default defineConfig({
  plugins: [
    vue(),
    elementPlus({}),
    // The application opens without a connection: its files are kept, the page is that of last time.
    VitePWA({
      registerType: 'autoUpdate',
      injectRegister: null,
      // It lies in public/, for everything in there is kept under its real address.
      manifest: false,
      workbox: {
        inlineWorkboxRuntime: true,
        globPatterns: ['**/*.{js,css,woff2,svg,webmanifest}'],
        modifyURLPrefix: { '': '/static/' },
        navigateFallback: null,
        runtimeCaching: [
          {
            urlPattern: ({ request }) => request.mode === 'navigate',
            handler: 'NetworkFirst',
            options: {
              cacheName: 'page',
              networkTimeoutSeconds: 4,
              // Every place is the same page; its own router finds the place.
              plugins: [{ cacheKeyWillBeUsed: () => Promise.resolve('/') }],
            },
          },
        ],
      },
    }),
  ],
  base: '/static/',
  resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
  build: {
    chunkSizeWarningLimit: 700,
    // All styles are 38 kB packed: one file is sooner there than a dozen.
    cssCodeSplit: false,
    assetsInlineLimit: 0,
    // A place is a handful of files, not fifty: each one asked for costs more than its few bytes.
    rolldownOptions: {
      output: {
        codeSplitting: {
          groups: [
            { name: 'first', tags: ['$initial'], priority: 2 },
            { name: 'often', minShareCount: 8, priority: 1 },
            {
              name: 'shared',
              minShareCount: 3,
              entriesAware: true,
              entriesAwareMergeThreshold: 20_000,
            },
          ],
        },
      },
    },
  },
  // The glossary of the documentation is read here, too.
  server: { proxy: { '/api': server }, fs: { allow: ['..'] } },
})

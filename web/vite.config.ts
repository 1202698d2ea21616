import { fileURLToPath, URL } from 'node:url'

import vue from '@vitejs/plugin-vue'
import elementPlus from 'unplugin-element-plus/vite'
import { defineConfig } from 'vite'

const server = process.env.GAUFFER_SERVER ?? 'http://127.0.0.1:8000'

export default defineConfig({
  plugins: [vue(), elementPlus({})],
  base: '/static/',
  resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
  build: { chunkSizeWarningLimit: 700, assetsInlineLimit: 0 },
  server: { proxy: { '/api': server } },
})

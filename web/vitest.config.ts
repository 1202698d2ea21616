import { mergeConfig } from 'vite'
import { defineConfig } from 'vitest/config'

import vite from './vite.config'

export default mergeConfig(
  vite,
  defineConfig({
    test: {
      environment: 'jsdom',
      // A page of its own for every file takes five times as long; what a test changes is set back.
      pool: 'threads',
      isolate: false,
      include: ['src/**/*.spec.ts'],
      setupFiles: ['src/tests/setup.ts'],
    },
  }),
)

import { mergeConfig } from 'vite'
import { defineConfig } from 'vitest/config'

import vite from './vite.config'

export default mergeConfig(
  vite,
  defineConfig({
    test: {
      environment: 'jsdom',
      include: ['src/**/*.spec.ts'],
      setupFiles: ['src/tests/setup.ts'],
    },
  }),
)

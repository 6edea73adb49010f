import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

const at = (path: string) => fileURLToPath(new URL(path, import.meta.url))

export default defineConfig({
  resolve: { alias: { '#core': at('./core'), '#shared': at('./shared'), '~': at('./app') } },
  test: {
    testTimeout: 60_000,
    include: ['core/**/*.test.ts', 'cli/**/*.test.ts', 'server/**/*.test.ts', 'app/**/*.test.ts', 'shared/**/*.test.ts'],
    environment: 'node',
    setupFiles: ['tests/setup.ts'],
  },
})

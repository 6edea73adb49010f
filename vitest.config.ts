import { defineConfig } from 'vitest/config'

export default defineConfig({ test: { testTimeout: 60_000, include: ['core/**/*.test.ts', 'cli/**/*.test.ts', 'server/**/*.test.ts', 'app/**/*.test.ts'], environment: 'node', setupFiles: ['tests/setup.ts'] } })

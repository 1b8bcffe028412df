import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

const core = fileURLToPath(new URL('./core', import.meta.url))
const app = fileURLToPath(new URL('./app', import.meta.url))
const alias = [
  { find: /^#core(?=\/|$)/, replacement: core },
  { find: /^~(?=\/)/, replacement: app },
]

export default defineConfig({
  test: {
    projects: [
      {
        resolve: { alias },
        test: {
          name: 'core',
          include: ['core/**/*.test.ts', 'demo/**/*.test.ts', 'app/**/*.test.ts', 'tests/ramble/**/*.test.ts'],
          environment: 'node',
          // A machine that others work on as well may take long for anything.
          testTimeout: 30_000,
        },
      },
      {
        resolve: { alias },
        test: {
          name: 'server',
          include: ['tests/server/**/*.test.ts'],
          environment: 'node',
          // Each file has servers and a database of its own; two cores take two.
          maxWorkers: 2,
          testTimeout: 60_000,
          hookTimeout: 60_000,
        },
      },
    ],
  },
})

import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

const at = (path: string) => fileURLToPath(new URL(path, import.meta.url))

/** The tests that mutants are tried with: quick ones only, since each mutant runs those that reach it. */
export default defineConfig({
  root: at('..'),
  resolve: { alias: { '#core': at('../core'), '~': at('../app') } },
  test: {
    include: ['core/**/*.test.ts', 'app/sync/*.test.ts', 'app/sheet/*.test.ts'],
    exclude: ['**/ramble.test.ts', '**/caches.test.ts', '**/json-schema.test.ts', 'app/sync/session*.test.ts'],
    environment: 'node',
  },
})

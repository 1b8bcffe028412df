#!/usr/bin/env node
import { text } from 'node:stream/consumers'
import { fileURLToPath } from 'node:url'
import { register } from 'tsx/esm/api'

// The same TypeScript as the application, run as it is.
register({ tsconfig: fileURLToPath(new URL('../tsconfig.tools.json', import.meta.url)) })
const { main } = await import('./main.ts')
process.exitCode = await main(process.argv, {
  say: line => process.stdout.write(`${line}\n`),
  tell: fault => process.stderr.write(`${fault}\n`),
  input: () => text(process.stdin),
})

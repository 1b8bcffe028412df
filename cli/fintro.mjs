#!/usr/bin/env node
import { fileURLToPath } from 'node:url'
import { register } from 'tsx/esm/api'

// The same TypeScript as the application, run as it is.
register({ tsconfig: fileURLToPath(new URL('../tsconfig.tools.json', import.meta.url)) })
const { main } = await import('./main.ts')
await main(process.argv)

import { parseArgs } from 'node:util'
import { chromium } from '@playwright/test'
import { shortened } from '../tests/ramble/shorten'
import type { Step } from '../tests/ramble/steps'
import { stepsOf } from '../tests/ramble/steps'
import { walk } from '../tests/ramble/walk'
import { chromiumOptions } from '../tests/support/chromium'
import { serve } from '../tests/support/server'

/**
 * npm run ramble [-- --minutes 10 --seed N --windows 2]: random gestures on the demo. Each walk takes up to a minute
 * and has a seed of its own, counted on from the one given. A walk that fails is walked again with fewer steps, and
 * those are printed.
 */
const { values } = parseArgs({
  options: {
    minutes: { type: 'string', default: '10' },
    seed: { type: 'string', default: '1' },
    windows: { type: 'string', default: '1' },
    tries: { type: 'string', default: '30' },
  },
})
const WALK_MS = 60_000
const [minutes, windows] = [Number(values.minutes), Number(values.windows)]
const end = Date.now() + minutes * 60_000
const { server, db, stop } = await serve()
const browser = await chromium.launch(chromiumOptions)
const ground = { browser, server, db }
let failed = 0
try {
  for (let seed = Number(values.seed); Date.now() < end; seed++) {
    const { steps, fault } = await walk(ground, stepsOf(seed, windows), windows, Math.min(end, Date.now() + WALK_MS))
    console.log(`seed ${seed}: ${steps.length} steps, ${fault ?? 'all well'}`)
    if (!fault) continue
    failed++
    const fails = async (fewer: readonly Step[]) => (await walk(ground, fewer, windows)).fault !== null
    const few = await shortened(steps, fails, Number(values.tries))
    console.log(few.map(s => JSON.stringify(s)).join('\n'))
  }
} finally {
  await browser.close()
  await stop()
}
process.exitCode = failed ? 1 : 0

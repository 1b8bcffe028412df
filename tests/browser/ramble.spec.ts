import { stepsOf } from '../ramble/steps'
import { walk } from '../ramble/walk'
import { expect, test } from './fixtures'

/** Seeds that are walked each time; those that once found a fault stay here. */
const WALKS: readonly { seed: number; windows: number; seconds: number }[] = [
  { seed: 1, windows: 1, seconds: 20 },
  { seed: 2, windows: 1, seconds: 20 },
  { seed: 3, windows: 2, seconds: 20 },
  // What the other window had sent was shown as on its way for ever.
  { seed: 2001, windows: 2, seconds: 30 },
]

for (const { seed, windows, seconds } of WALKS)
  test(`random gestures, seed ${seed}, in ${windows === 1 ? 'one window' : 'two windows'}: all stays well`, async ({
    browser,
    running: { server, db },
  }) => {
    test.setTimeout(150_000)
    const done = await walk({ browser, server, db }, stepsOf(seed, windows), windows, Date.now() + seconds * 1000)
    expect(done.fault, `npm run ramble -- --seed ${seed} --windows ${windows} shows the steps`).toBeNull()
    expect(done.steps.length).toBeGreaterThan(8)
  })

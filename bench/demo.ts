import { demoShots } from '../demo'
import { keepDemoShot } from '../scripts/keep-demo'
import { serve } from '../tests/support/server'

/** A server of its own with the demo on it. */
export async function demo(): Promise<Awaited<ReturnType<typeof serve>>> {
  const running = await serve()
  for (const shot of demoShots()) await keepDemoShot(running.db, shot)
  return running
}

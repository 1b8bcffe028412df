import { demoShots, PRODUCTION } from '../demo'
import { keepStrokes } from '../server/media/strokes'
import { keepShot } from '../server/shots/shots'
import { serve } from '../tests/support/server'

/** A server of its own with the demo on it. */
export async function demo(): Promise<Awaited<ReturnType<typeof serve>>> {
  const running = await serve()
  for (const { shot, strokes } of demoShots()) {
    await keepStrokes(running.db, strokes)
    await keepShot(running.db, shot, PRODUCTION)
  }
  return running
}

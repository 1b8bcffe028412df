import type { Sequelize } from 'sequelize'
import { demoShots, PRODUCTION } from '../../demo'
import { keepShot } from '../../server/shots/shots'
import { keepStrokes } from '../../server/media/strokes'
import { renamed, openShot } from '../../core/document'

/** Loads the demo's first shot under an id. */
export async function loadDemo(db: Sequelize, id: string): Promise<void> {
  const { shot, strokes } = demoShots()[0]!
  const opened = openShot(renamed(shot, id))
  if (!opened.ok) throw new Error(opened.message)
  await keepStrokes(db, strokes)
  await keepShot(db, opened.shot, PRODUCTION)
}

import type { Sequelize, Transaction } from 'sequelize'
import type { DemoShot } from '../demo'
import { PRODUCTION } from '../demo'
import { keepImage } from '../server/media/images'
import { keepStrokes } from '../server/media/strokes'
import { keepShot } from '../server/shots/shots'

/** Keeps a shot of the demo with the strokes that it is drawn with and the sounds that are heard in it. */
export async function keepDemoShot(
  db: Sequelize,
  { shot, strokes, files }: DemoShot,
  transaction?: Transaction,
): Promise<void> {
  await keepStrokes(db, strokes, transaction)
  for (const bytes of files ?? []) await keepImage(db, bytes, transaction)
  await keepShot(db, shot, PRODUCTION, transaction)
}

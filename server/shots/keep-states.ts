import type { Sequelize } from 'sequelize'
import { opened, readShot } from './shots'
import { keepState } from './states'

/** The shot as it is stored now, kept under a name. */
export async function markState(db: Sequelize, shotId: string, name: string): Promise<void> {
  const { revision, document } = await readShot(db, shotId)
  opened(document)
  await keepState(db, { shotId, revision, kind: 'mark', name }, document)
}

/** The shot as it is stored now, kept because so much was done. */
export async function keepRegularState(db: Sequelize, shotId: string): Promise<void> {
  const { revision, document } = await readShot(db, shotId)
  await keepState(db, { shotId, revision, kind: 'regular' }, document)
}

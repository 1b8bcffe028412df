import type { Sequelize } from 'sequelize'
import { documentHash, openShot, SCHEMA } from '#core/document'
import type { Command, Committed } from '#core/commands'
import { models } from '../db/models'
import { Problem } from '../problems/problem'
import type { StoredShot } from '#core/document'
import { lockedHead } from './locked'
import { opened, readShot } from './shots'
import type { StateKey } from './states'
import { keepState, stateText } from './states'
import { writeWhole } from './write'

/**
 * Puts a kept state in the place of a stored shot that cannot be read: there is nothing to compare it with, so it is no
 * change that could be undone. What was stored is kept as a state of its own. A shot that can be read is refused: there
 * it is a change like any other, made by the window.
 */
export async function replaceUnreadable(
  db: Sequelize,
  state: StateKey,
  commandId: string,
): Promise<{ incarnation: string; answer: Committed }> {
  const { shotId } = state
  return db.transaction(async transaction => {
    const { revision, incarnation, known, elsewhere } = await lockedHead(db, shotId, [commandId], transaction)
    if (elsewhere.size) throw new Problem(409, 'elsewhere', 'This change was made to another shot already.')
    const { document } = await readShot(db, shotId, transaction)
    const now = openShot(document)
    const before = known.get(commandId)
    if (before !== undefined && now.ok)
      return { incarnation, answer: answer(commandId, before, documentHash(now.shot)) }
    if (now.ok) throw new Problem(409, 'readable', 'The stored shot can be read. Load it again.')
    const shot = opened(JSON.parse((await stateText(db, state, transaction)).text) as StoredShot)
    await keepState(db, { shotId, revision, kind: 'unreadable' }, document, transaction)
    await writeWhole(db, shotId, shot, transaction)
    const next = revision + 1
    const command: Command = {
      id: commandId,
      schema: SCHEMA,
      name: 'shot.restore',
      args: { revision: state.revision, state: `revision ${state.revision}`, changes: null },
    }
    const { JournalRow, ShotRow } = models(db)
    await JournalRow.create(
      { shotId, revision: next, commandId, schema: SCHEMA, command: JSON.stringify(command) },
      { transaction },
    )
    await ShotRow.update({ revision: next, updatedAt: new Date() }, { where: { id: shotId }, transaction })
    return { incarnation, answer: answer(commandId, next, documentHash(shot)) }
  })
}

const answer = (id: string, revision: number, hash: number): Committed => ({
  revision,
  missed: [],
  outcomes: [{ id, status: 'applied', revision }],
  hash,
})

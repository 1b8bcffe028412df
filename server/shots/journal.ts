import { QueryTypes, type Sequelize, type Transaction } from 'sequelize'
import type { Command, JournalEntry } from '#core/commands'
import { picturesIn, strokesIn, upgradedCommand } from '#core/commands'

/** A command as JSON, as the journal keeps it, made once for each command that comes in. */
const texts = new WeakMap<Command, string>()
export function textOf(command: Command): string {
  const known = texts.get(command)
  if (known !== undefined) return known
  const text = JSON.stringify(command)
  texts.set(command, text)
  return text
}

/** The hashes of the strokes that a command names. */
export const hashesIn = (command: Command): string[] => strokesIn(textOf(command))
/** The pictures that a command names, by the hashes of their bytes. */
export const filesIn = (command: Command): string[] => picturesIn(textOf(command))

/** The journal of a shot after a revision, in order. */
export async function entriesAfter(
  db: Sequelize,
  shotId: string,
  after: number,
  transaction?: Transaction,
): Promise<JournalEntry[]> {
  const rows = await db.query<{ revision: number; command: string }>(
    'SELECT revision, command FROM journal WHERE shot_id = $1 AND revision > $2 ORDER BY revision',
    { bind: [shotId, after], type: QueryTypes.SELECT, transaction },
  )
  return rows.map(r => ({ revision: r.revision, command: upgradedCommand(JSON.parse(r.command) as Command) }))
}

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

/** An entry of the journal from its row, in the newest form. */
export const entryOf = ({ revision, command }: { revision: number; command: string }): JournalEntry => ({
  revision,
  command: upgradedCommand(JSON.parse(command) as Command),
})

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
  return rows.map(entryOf)
}

/** Where a shot is, and what happened after a revision, of one moment; null where there is no such shot. */
export async function newsOf(
  db: Sequelize,
  shotId: string,
  after: number,
): Promise<{ revision: number; incarnation: string; entries: JournalEntry[] } | null> {
  const rows = await db.query<{ at: number; incarnation: string; revision: number | null; command: string }>(
    `SELECT s.revision AS at, s.incarnation, j.revision, j.command
     FROM shots s LEFT JOIN journal j ON j.shot_id = s.id AND j.revision > $2
     WHERE s.id = $1 AND s.deleted_at IS NULL ORDER BY j.revision`,
    { bind: [shotId, after], type: QueryTypes.SELECT },
  )
  if (!rows[0]) return null
  const { at, incarnation } = rows[0]
  const entries = rows.flatMap(({ revision, command }) => (revision === null ? [] : [entryOf({ revision, command })]))
  return { revision: at, incarnation, entries }
}

import { QueryTypes, type Sequelize, type Transaction } from 'sequelize'
import { freeName, nextName } from '#core/basic'
import { Problem } from '../problems/problem'

/** The names of a production's shots, without those in the bin and without one that is left out. */
export async function namesIn(
  db: Sequelize,
  { production, but }: { production: string; but?: string },
  transaction?: Transaction,
): Promise<Set<string>> {
  const rows = await db.query<{ name: string }>(
    'SELECT name FROM shots WHERE production_id = $1 AND deleted_at IS NULL AND id <> $2',
    { bind: [production, but ?? ''], type: QueryTypes.SELECT, transaction },
  )
  return new Set(rows.map(r => r.name))
}

/** Refuses names that shots of a production have already, or that come twice, and offers one that is free. */
export async function requireFree(
  db: Sequelize,
  { production, names }: { production: string; names: readonly string[] },
  transaction: Transaction,
): Promise<void> {
  const taken = await namesIn(db, { production }, transaction)
  const twice = names.filter(name => taken.has(name) || !taken.add(name))
  const [name] = twice
  if (name === undefined) return
  const more = twice.length > 1 ? `, and ${twice.length - 1} more` : ''
  throw new Problem(
    409,
    'name-taken',
    `A shot called “${name}” is there already${more}. Nothing was changed. “${freeName(name, taken)}” is free.`,
  )
}

interface Asked {
  readonly wanted?: string
  readonly production?: string
  readonly shot?: string
}

/**
 * A name that is free among the shots of a production, by its name or by a shot that is in it: the one that is wanted,
 * else with the next number behind it, and one with the next number. A shot's own name is free to it.
 */
export async function freeAmong(
  db: Sequelize,
  { wanted, production, shot }: Asked,
  transaction?: Transaction,
): Promise<{ free: string; next: string }> {
  const which = production === undefined ? 'id = (SELECT production_id FROM shots WHERE id = $1)' : 'name = $1'
  const [home] = await db.query<{ id: string }>(`SELECT id FROM productions WHERE ${which}`, {
    bind: [production ?? shot ?? ''],
    type: QueryTypes.SELECT,
    transaction,
  })
  const names = home ? await namesIn(db, { production: home.id, but: shot }, transaction) : new Set<string>()
  const next = nextName(names)
  return { free: freeName(wanted ?? next, names), next }
}

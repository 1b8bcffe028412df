import type { Sequelize } from 'sequelize'
import { QueryTypes } from 'sequelize'
import type { Command } from '../core/commands'
import { SCHEMA } from '../core/document'
import { runAt } from '#core/sheet'
import { keepStrokes } from '../server/media/strokes'
import { commit } from '../server/commits/commit'
import { opened, readShot } from '../server/shots/shots'
import { loadDemo } from '../tests/support/demo'
import { freshDatabase, newTestId } from '../tests/support/server'
import type { Row } from './row'

const STROKE_POINTS = 60

/** The bytes of each table with its indexes. */
async function sizes(db: Sequelize): Promise<Record<string, number>> {
  await db.query('VACUUM')
  const rows = await db.query<{ name: string; bytes: string }>(
    `SELECT relname AS name, pg_total_relation_size(oid) AS bytes FROM pg_class
     WHERE relkind = 'r' AND relnamespace = 'public'::regnamespace`,
    { type: QueryTypes.SELECT },
  )
  return Object.fromEntries(rows.map(r => [r.name, Number(r.bytes)]))
}

/** What 10,000 changes of the demo's shot take on the disk, MB: half re-timing, half strokes of 60 points. */
export async function diskUsed(quick: boolean): Promise<Row> {
  const count = quick ? 500 : 10_000
  const { db, drop } = await freshDatabase()
  try {
    const id = newTestId()
    await loadDemo(db, id)
    const before = await sizes(db)
    const shot = opened((await readShot(db, id)).document)
    const own = Object.values(shot.stacks['keeper-stack']!.drawings).filter(d => d.own)
    const drawings = own.map(d => d.id)
    const { runs } = shot.plans[shot.planOrder[0]!]!.columns.keeper!
    for (let i = 0; i < count; i += 100) {
      const strokes = Array.from({ length: 50 }, (_, k) => ({
        schema: 1 as const,
        colour: '#26302c',
        width: 3,
        pressure: true,
        points: Array.from({ length: STROKE_POINTS }, (_p, n) => [
          n * 3 + (i % 97),
          40 * Math.sin(n / 9 + i + k),
          0.5,
        ]).flat(),
      }))
      const hashes = await keepStrokes(db, strokes)
      const commands = Array.from({ length: 100 }, (_, k): Command => {
        const base = { id: newTestId(), schema: SCHEMA }
        const run = { run: runAt(runs, 1)!.run.id, at: 1 }
        if (k % 2)
          return {
            ...base,
            name: 'run.push',
            args: { plan: shot.planOrder[0]!, column: 'keeper', run, delta: k % 4 === 1 ? 1 : -1 },
          }
        const drawing = drawings[(i / 100 + k) % drawings.length]!
        return {
          ...base,
          name: 'stroke.add',
          args: { stack: 'keeper-stack', drawing, strokes: [{ id: newTestId(), hash: hashes[k / 2]! }] },
        }
      })
      const done = await commit(db, id, i, commands)
      const refused = done.outcomes.find(o => o.status === 'refused')
      if (refused) throw new Error(JSON.stringify(refused))
    }
    const after = await sizes(db)
    const grown = Object.keys(after).map(name => [name, (after[name]! - (before[name] ?? 0)) / 1e6] as const)
    return {
      bench: 'disk.10k',
      value: grown.reduce((sum, [, mb]) => sum + mb, 0) * (10_000 / count),
      unit: 'MB',
      bound: 100,
      better: 'lower',
      parts: Object.fromEntries(grown.filter(([, mb]) => mb > 0.05).map(([name, mb]) => [name, `${mb.toFixed(1)} MB`])),
    }
  } finally {
    await drop()
  }
}

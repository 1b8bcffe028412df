import { execFile } from 'node:child_process'
import { mkdtemp, readFile, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { promisify } from 'node:util'
import { PNG } from 'pngjs'
import type { Sequelize } from 'sequelize'
import { QueryTypes } from 'sequelize'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { SCHEMA } from '../../core/document'
import { connect } from '../../server/db/connection'
import { keepImage } from '../../server/media/images'
import { keepStrokes } from '../../server/media/strokes'
import { clean } from '../../server/shots/clean'
import { commit } from '../../server/commits/commit'
import { putAway } from '../../server/shots/shots'
import { keepState } from '../../server/shots/states'
import { loadDemo } from '../support/demo'
import { freshDatabase, newTestId } from '../support/server'

const root = resolve(import.meta.dirname, '../..')
const run = promisify(execFile)

let url: string
let db: Sequelize
let drop: () => Promise<void>
beforeAll(async () => ({ url, db, drop } = await freshDatabase()))
afterAll(() => drop())

const count = async (table: string, where = 'true'): Promise<number> =>
  (
    await db.query<{ n: number }>(`SELECT count(*)::integer AS n FROM ${table} WHERE ${where}`, {
      type: QueryTypes.SELECT,
    })
  )[0]!.n
const stroke = (x: number) => ({
  schema: 1 as const,
  colour: '#000000',
  width: 2,
  pressure: true,
  points: [x, 0, 0.5, x + 9, 9, 0.5],
})
/** As if they had been stored so many hours ago. */
const aged = (hashes: readonly string[], hours: number) =>
  db.query(`UPDATE strokes SET stored_at = now() - ${hours} * interval '1 hour' WHERE hash = ANY($1)`, {
    bind: [hashes],
  })
const drawn = (hash: string) => ({
  id: newTestId(),
  schema: SCHEMA,
  name: 'stroke.add' as const,
  args: { stack: 'keeper-stack', drawing: 'keeper-1', strokes: [{ id: newTestId(), hash }] },
})

describe('cleaning', () => {
  it('takes away strokes and pictures that nobody ever named, when they are old enough', async () => {
    const id = newTestId()
    await loadDemo(db, id)
    const [old, young, named] = await keepStrokes(db, [stroke(1), stroke(2), stroke(3)])
    const picture = await keepImage(db, PNG.sync.write(new PNG({ width: 12, height: 8 })))
    await db.query("UPDATE images SET stored_at = now() - interval '2 days'")
    const done = await commit(db, id, 0, [drawn(named!)])
    expect(done.outcomes[0]!.status).toBe('applied')
    await aged([old!, named!], 48)
    expect(await clean(db)).toMatchObject({ strokes: 1, images: 1 })
    expect([await count('strokes', `hash = '${old}'`), await count('images', `hash = '${picture.hash}'`)]).toEqual([
      0, 0,
    ])
    expect(await count('strokes', `hash IN ('${young}', '${named}')`)).toBe(2)
  })

  it('leaves a stroke that is sent again to be named, and one that a commit holds on to', async () => {
    const [again, held] = await keepStrokes(db, [stroke(4), stroke(5)])
    await aged([again!, held!], 48)
    await keepStrokes(db, [stroke(4)])
    await db.transaction(async transaction => {
      await db.query('SELECT hash FROM strokes WHERE hash = $1 FOR KEY SHARE', { bind: [held], transaction })
      expect(await clean(db)).toMatchObject({ strokes: 0 })
    })
    expect(await clean(db)).toMatchObject({ strokes: 1 })
    expect(await count('strokes', `hash = '${again}'`)).toBe(1)
  })

  it('takes shots that were deleted long ago with all that is theirs, and no others', async () => {
    const [kept, recent, gone] = [newTestId(), newTestId(), newTestId()]
    for (const id of [kept, recent, gone]) await loadDemo(db, id)
    for (const id of [recent, gone]) await putAway(db, id)
    await db.query("UPDATE shots SET deleted_at = now() - interval '31 days' WHERE id = $1", { bind: [gone] })
    expect(await clean(db)).toMatchObject({ shots: 1 })
    for (const table of ['shot_pieces', 'states', 'shot_strokes'])
      expect([table, await count(table, `shot_id = '${gone}'`)]).toEqual([table, 0])
    expect(await count('shots', `id IN ('${kept}', '${recent}')`)).toBe(2)
  })

  it('thins out older states, but no marks', async () => {
    const id = newTestId()
    await loadDemo(db, id)
    const document = { schema: SCHEMA } as never
    for (let revision = 200; revision <= 6000; revision += 200)
      await keepState(db, { shotId: id, revision, kind: 'regular' }, document)
    await keepState(db, { shotId: id, revision: 300, kind: 'mark', name: 'Kept' }, document)
    expect(await clean(db)).toMatchObject({ states: 9 })
    const left = await db.query<{ revision: number }>(
      "SELECT revision FROM states WHERE shot_id = $1 AND kind = 'regular' ORDER BY revision",
      { bind: [id], type: QueryTypes.SELECT },
    )
    expect(left.slice(0, 3).map(r => r.revision)).toEqual([0, 2000, 2200])
    expect(left).toHaveLength(22)
    expect(await count('states', `shot_id = '${id}' AND kind = 'mark'`)).toBe(1)
  })

  it('is done by one process at a time', async () => {
    await db.transaction(async transaction => {
      await db.query('SELECT pg_advisory_xact_lock(7150418)', { transaction })
      expect(await clean(db)).toBeNull()
    })
  })
})

describe('docs/operations.md', () => {
  it('has commands that work, in their order', async () => {
    await loadDemo(db, newTestId())
    const shots = await count('shots')
    const page = await readFile(join(root, 'docs/operations.md'), 'utf8')
    const blocks = [...page.matchAll(/```sh\n(.*?)```/gs)].map(m => m[1]!)
    expect(blocks.length).toBeGreaterThan(4)
    const folder = await mkdtemp(join(tmpdir(), 'fintro-backup-'))
    const restored = new URL(url)
    restored.pathname = '/fintro_restored'
    try {
      const said: string[] = []
      for (const block of blocks) {
        const env = { ...process.env, DATABASE_URL: url, BACKUP: folder }
        said.push((await run('bash', ['-euo', 'pipefail', '-c', block], { cwd: root, env })).stdout)
      }
      expect(said.join('\n')).toMatch(new RegExp(`^\\s*${shots}$`, 'm'))
      expect(said.join('\n')).toMatch(/strokes: \d+/)
      const there = connect(restored.href)
      const rows = await there.query<{ n: number }>('SELECT count(*)::integer AS n FROM shot_pieces', {
        type: QueryTypes.SELECT,
      })
      await there.close()
      expect(rows[0]!.n).toBe(await count('shot_pieces'))
    } finally {
      await db.query('DROP DATABASE IF EXISTS fintro_restored WITH (FORCE)')
      await rm(folder, { recursive: true })
    }
  }, 60_000)
})

import { readFileSync } from 'node:fs'
import { strFromU8, unzipSync } from 'fflate'
import type { Sequelize } from 'sequelize'
import { QueryTypes } from 'sequelize'
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest'
import type { KeptState, Shot, StoredShot } from '../../core/document'
import { documentHash, equal, openShot, SCHEMA, storeShot } from '../../core/document'
import type { Committed } from '../../core/commands'
import { changesTo } from '../../core/commands'
import { keepShot } from '../../server/shots/shots'
import { loadDemo } from '../support/demo'
import type { FintroServer } from '../support/server'
import { newTestId, serve } from '../support/server'

let server: FintroServer
let db: Sequelize
let stop: () => Promise<void>
beforeAll(async () => ({ server, db, stop } = await serve()))
afterAll(() => stop())

async function ask<T>(path: string, body?: unknown, status = 200): Promise<T> {
  const json = { 'content-type': 'application/json' }
  const init = body === undefined ? {} : { method: 'POST', body: JSON.stringify(body), headers: json }
  const response = await server.fetch(path, init)
  const out = (await response.json()) as T
  expect([response.status, status === 200 ? '' : JSON.stringify(out)]).toEqual([status, expect.any(String)])
  return out
}
const document = (id: string) => ask<{ revision: number; document: StoredShot }>(`/api/shots/${id}`)
async function shotNow(id: string): Promise<Shot> {
  const out = openShot((await document(id)).document)
  if (!out.ok) throw new Error(out.message)
  return out.shot
}
const states = async (id: string): Promise<KeptState[]> =>
  (await ask<{ states: KeptState[] }>(`/api/shots/${id}/states`)).states
const commit = (id: string, base: number, name: string, args: object): Promise<Committed> =>
  ask(`/api/shots/${id}/commands`, { base, commands: [{ id: newTestId(), schema: SCHEMA, name, args }] })
const piece = async (id: string, path: string): Promise<string | undefined> =>
  (
    await db.query<{ body: string }>('SELECT body FROM shot_pieces WHERE shot_id = $1 AND path = $2', {
      bind: [id, path],
      type: QueryTypes.SELECT,
    })
  )[0]?.body
const setPiece = (id: string, path: string, value: unknown) =>
  db.query('UPDATE shot_pieces SET body = $3 WHERE shot_id = $1 AND path = $2', {
    bind: [id, path, JSON.stringify(value)],
  })
const fresh = async () => {
  const id = newTestId()
  await loadDemo(db, id)
  return id
}

describe('the hash of the document', () => {
  it('comes with each answer and is that of what is stored', async () => {
    const id = await fresh()
    const first = await commit(id, 0, 'shot.set', { name: 'One' })
    expect(first.hash).toBe(documentHash(await shotNow(id)))
    const second = await commit(id, 1, 'shot.set', { length: 99 })
    expect(second.hash).toBe(documentHash(await shotNow(id)))
    const refused = await commit(id, 2, 'drawing.remove', { stack: 'none', drawing: 'none' })
    expect([refused.outcomes[0]!.status, refused.hash]).toEqual(['refused', second.hash])
  })
})

describe('a shot stored in an older form', () => {
  const old = JSON.parse(
    readFileSync(new URL('../../core/document/examples/schema-4.json', import.meta.url), 'utf8'),
  ) as StoredShot & { schema: number }
  /** The example as the server stored it with schema 4: a column's exposures in its own piece. */
  async function storedOld(): Promise<string> {
    const id = newTestId()
    const shot = openShot({ ...old, id })
    if (!shot.ok) throw new Error(shot.message)
    await keepShot(db, shot.shot, 'Old')
    await db.query('DELETE FROM shot_pieces WHERE shot_id = $1', { bind: [id] })
    await db.query('UPDATE shots SET schema = 4 WHERE id = $1', { bind: [id] })
    const { stacks, plans, ...head } = { ...old, id }
    const pieces: Record<string, unknown> = { shot: head }
    for (const { drawings, ...stack } of Object.values(stacks)) {
      pieces[`stacks/${stack.id}`] = stack
      for (const d of Object.values(drawings)) pieces[`stacks/${stack.id}/drawings/${d.id}`] = d
    }
    for (const { columns, charts, ...plan } of Object.values(plans)) {
      pieces[`plans/${plan.id}`] = plan
      for (const c of Object.values(columns)) pieces[`plans/${plan.id}/columns/${c.id}`] = c
      for (const c of Object.values(charts)) pieces[`plans/${plan.id}/charts/${c.id}`] = c
    }
    for (const [path, value] of Object.entries(pieces))
      await db.query('INSERT INTO shot_pieces (shot_id, path, body) VALUES ($1, $2, $3)', {
        bind: [id, path, JSON.stringify(value)],
      })
    return id
  }
  it('opens, and is stored whole in the newest form by the first change, the old one kept', async () => {
    const id = await storedOld()
    const before = await document(id)
    expect(before.document).toMatchObject({ schema: 4 })
    await commit(id, 0, 'shot.set', { length: 60 })
    const after = await document(id)
    expect(after.document).toMatchObject({ schema: SCHEMA, length: 60 })
    expect(JSON.parse((await piece(id, 'shot'))!)).toMatchObject({ schema: SCHEMA })
    // Pieces that the change did not touch are in the newest form as well, each brought there once.
    const stack = await piece(id, 'stacks/shot0001.1')
    expect(JSON.parse(stack!)).toMatchObject({ subjects: { keeper: { rank: 0 }, 'a-dog': { rank: 1 } } })
    expect(await piece(id, 'plans/shot0001.3/columns/rope')).toContain('"leader"')
    expect(await piece(id, 'plans/shot0001.3/columns/rope')).not.toContain('"runs"')
    const opened = openShot(before.document)
    const now = await shotNow(id)
    expect(opened.ok && equal(storeShot({ ...opened.shot, length: 60 }), storeShot(now))).toBe(true)
    expect((await states(id)).map(s => [s.revision, s.kind])).toContainEqual([0, 'upgrade'])
    const kept = await ask<{ document: StoredShot }>(`/api/shots/${id}/states/0?kind=upgrade`)
    expect(kept.document).toEqual(before.document)
  })
})

describe('earlier states', () => {
  it('are kept from the beginning, and every 200 changes', async () => {
    const id = await fresh()
    const first = await shotNow(id)
    const commands = Array.from({ length: 199 }, (_, i) => ({
      id: newTestId(),
      schema: SCHEMA,
      name: 'shot.set',
      args: { name: `Name ${i}` },
    }))
    await ask(`/api/shots/${id}/commands`, { base: 0, commands })
    expect((await states(id)).map(s => [s.revision, s.kind])).toEqual([[0, 'regular']])
    await commit(id, 199, 'shot.set', { length: 77 })
    // Beside the work: nobody waits for it.
    const both = async () =>
      expect((await states(id)).map(s => [s.revision, s.kind])).toEqual([
        [200, 'regular'],
        [0, 'regular'],
      ])
    await vi.waitFor(both, { timeout: 15_000, interval: 50 })
    const kept = openShot((await ask<{ document: StoredShot }>(`/api/shots/${id}/states/0`)).document)
    expect(kept.ok && equal(storeShot(kept.shot), storeShot(first))).toBe(true)
    // Restored by a change like any other.
    const now = await shotNow(id)
    const changes = changesTo(now, first)
    const done = await commit(id, 200, 'shot.restore', { revision: 0, state: 'the beginning', changes })
    expect([done.outcomes[0]!.status, done.hash]).toEqual(['applied', documentHash(first)])
  })
  it('marks have names; the same moment marked again gets the new one', async () => {
    const id = await fresh()
    for (const name of ['Before the fall', 'First pass']) await ask(`/api/shots/${id}/states`, { name })
    const marks = (await states(id)).filter(s => s.kind === 'mark')
    expect(marks.map(m => [m.name, m.revision])).toEqual([['First pass', 0]])
    await ask(`/api/shots/${id}/states`, { name: ' ' }, 400)
    await ask(`/api/shots/${newTestId()}/states`, { name: 'x' }, 404)
    await ask(`/api/shots/${id}/states/7`, undefined, 404)
    await ask(`/api/shots/${id}/states/none`, undefined, 400)
  })
})

describe('a stored shot that cannot be read', () => {
  async function spoiled() {
    const id = await fresh()
    const { document: whole } = await document(id)
    const stack = Object.values(whole.stacks)[0]!
    const drawing = Object.values(stack.drawings)[0]!
    await setPiece(id, `stacks/${stack.id}/drawings/${drawing.id}`, { ...drawing, role: 'none' })
    return { id, whole }
  }
  it('takes no changes, goes out as it is, and is replaced by an earlier state, itself kept', async () => {
    const { id, whole } = await spoiled()
    const command = { id: newTestId(), schema: SCHEMA, name: 'shot.set', args: { name: 'x' } }
    const refused = await ask<{ code: string }>(`/api/shots/${id}/commands`, { base: 0, commands: [command] }, 409)
    expect(refused.code).toBe('unreadable')
    const poster = await fetch(`${server.url}/api/shots/${id}/poster`)
    expect([poster.status, poster.headers.get('content-type')]).toEqual([200, 'image/svg+xml'])
    const zip = await fetch(`${server.url}/api/shots/${id}/archive`)
    const files = unzipSync(new Uint8Array(await zip.arrayBuffer()))
    expect(strFromU8(files['shot.json']!)).toContain('"role":"none"')
    const commandId = newTestId()
    const done = await ask<Committed>(`/api/shots/${id}/states/0`, { id: commandId })
    expect(done).toMatchObject({ revision: 1, outcomes: [{ id: commandId, status: 'applied' }] })
    expect(equal((await document(id)).document, whole)).toBe(true)
    expect((await states(id)).map(s => [s.revision, s.kind])).toContainEqual([0, 'unreadable'])
    // Asked again it is told as done; a shot that can be read is not replaced.
    expect(await ask<Committed>(`/api/shots/${id}/states/0`, { id: commandId })).toMatchObject({ revision: 1 })
    await ask(`/api/shots/${id}/states/0`, { id: newTestId() }, 409)
    // Windows that follow the journal find that it does not lead on, and load the shot anew.
    const { entries } = await ask<{ entries: { command: { args: { changes: null } } }[] }>(
      `/api/shots/${id}/journal?after=0`,
    )
    expect(entries[0]!.command.args.changes).toBeNull()
    expect((await commit(id, 1, 'shot.set', { name: 'On we go' })).outcomes[0]!.status).toBe('applied')
  })
})

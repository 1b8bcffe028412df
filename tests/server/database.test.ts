import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { SCHEMA } from '../../core/document'
import { connect } from '../../server/db/connection'
import { migrate } from '../../server/db/migrate'
import * as firstShot from '../../server/db/migrations/001-first-shot'
import * as images from '../../server/db/migrations/002-images'
import * as snapshots from '../../server/db/migrations/003-snapshots'
import * as states from '../../server/db/migrations/005-states'
import { listStates } from '../../server/shots/states'
import { loadDemo } from '../support/demo'
import { Proxy } from '../support/proxy'
import { FintroServer, freePort, freshDatabase, newTestId } from '../support/server'

type Fresh = Awaited<ReturnType<typeof freshDatabase>>
let fresh: Fresh
let proxy: Proxy
let server: FintroServer
let id: string
beforeEach(async () => {
  fresh = await freshDatabase()
  proxy = new Proxy(new URL(fresh.url), await freePort())
  server = new FintroServer(proxy.url, await freePort())
  id = newTestId()
  await loadDemo(fresh.db, id)
})
afterEach(async () => {
  await server.kill('SIGTERM')
  await proxy.close()
  await fresh.drop()
})

/** Status and code of an answer, and how long it took, ms. */
async function ask(path: string, init: RequestInit = {}) {
  const start = Date.now()
  const answer = await server.fetch(path, init)
  const body = (await answer.json().catch(() => ({}))) as { code?: string; detail?: string }
  return { status: answer.status, code: body.code, detail: body.detail, ms: Date.now() - start }
}
const paths = () => [`/api/shots`, `/api/shots/${id}`, `/api/shots/${id}/states`, `/api/shots/${id}/poster`]

describe('a database that', () => {
  it('is not there yet: the server starts, says so, and is ready when it comes', async () => {
    await server.start('alive')
    expect(await ask('/api/health')).toMatchObject({ status: 200 })
    expect(await ask('/api/ready')).toMatchObject({ status: 503, code: 'no-database' })
    expect(await ask('/api/shots')).toMatchObject({ status: 503, detail: expect.stringMatching(/database/) as string })
    await proxy.open()
    await server.until('/api/ready')
    expect(await ask(`/api/shots/${id}`)).toMatchObject({ status: 200 })
  }, 30_000)

  it('dies and comes back: 503 meanwhile, never 500, and then all is as before', async () => {
    await proxy.open()
    await server.start()
    for (const path of paths()) expect(await ask(path)).toMatchObject({ status: 200 })
    await proxy.close()
    for (const path of paths()) expect(await ask(path)).toMatchObject({ status: 503, code: 'no-database' })
    expect(await ask('/api/health')).toMatchObject({ status: 200 })
    await proxy.open()
    await server.until('/api/ready')
    for (const path of paths()) expect(await ask(path)).toMatchObject({ status: 200 })
    // Connections that end in the middle of things.
    const asked = Promise.all(Array.from({ length: 40 }, () => ask(`/api/shots/${id}`)))
    for (let i = 0; i < 5; i++) {
      await new Promise(r => setTimeout(r, 10))
      proxy.cut()
    }
    expect((await asked).filter(a => ![200, 503].includes(a.status))).toEqual([])
  }, 60_000)

  it('has no room left: that is told, reading goes on, and what was refused can be sent again', async () => {
    await proxy.open()
    await server.start()
    // As PostgreSQL says it: class 53, disk_full (appendix A of its manual).
    await fresh.db.query(`
      CREATE FUNCTION no_room() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN
        RAISE EXCEPTION 'could not extend file: No space left on device' USING ERRCODE = '53100'; END $$;
      CREATE TRIGGER full_disk BEFORE INSERT ON journal FOR EACH ROW EXECUTE FUNCTION no_room();`)
    const commands = [{ id: newTestId(), schema: SCHEMA, name: 'shot.set', args: { name: 'Other' } }]
    const send = () => ask(`/api/shots/${id}/commands`, { method: 'POST', body: JSON.stringify({ base: 0, commands }) })
    expect(await send()).toMatchObject({
      status: 503,
      code: 'no-database',
      detail: 'The database has no room left. What you did is kept in the browser and sent again.',
    })
    expect(await ask(`/api/shots/${id}`)).toMatchObject({ status: 200 })
    expect(await ask('/api/ready')).toMatchObject({ status: 200 })
    await fresh.db.query('DROP TRIGGER full_disk ON journal')
    expect(await send()).toMatchObject({ status: 200 })
  }, 30_000)

  it('is frozen: every route answers within its time, health at once', async () => {
    await proxy.open()
    await server.start()
    expect(await ask(`/api/shots/${id}`)).toMatchObject({ status: 200 })
    proxy.freeze()
    const all = Promise.all(paths().map(p => ask(p)))
    const ready = ask('/api/ready')
    const health = await ask('/api/health')
    expect([health.status, health.ms < 2000]).toEqual([200, true])
    expect(await ready).toMatchObject({ status: 503 })
    expect((await ready).ms).toBeLessThan(6000)
    for (const answer of await all) {
      expect(answer.status).toBe(503)
      expect(answer.ms).toBeLessThan(25_000)
    }
    proxy.thaw()
    await server.until('/api/ready')
    expect(await ask(`/api/shots/${id}`)).toMatchObject({ status: 200 })
  }, 90_000)

  it('a later Fintro has changed is refused in words, and left alone', async () => {
    await fresh.db.query(`INSERT INTO migrations (name) VALUES ('999-from-later')`)
    await expect(migrate(fresh.db)).rejects.toThrow(/later Fintro \(it has 999-from-later/)
    await proxy.open()
    await server.start('alive')
    await new Promise(r => setTimeout(r, 1500))
    for (const path of ['/api/ready', '/api/shots'])
      expect(await ask(path)).toMatchObject({
        status: 503,
        code: 'other-database',
        detail: expect.stringMatching(/made by a later Fintro/) as string,
      })
    // One that was running goes on: what later ones add has a value of its own.
    await fresh.db.query(`DELETE FROM migrations WHERE name = '999-from-later'`)
  })
})

it('a database of the version before is brought up to date, and a server from before goes on with it', async () => {
  const before = await freshDatabase([firstShot, images, snapshots])
  try {
    const names = ['001-first-shot', '002-images', '003-snapshots']
    await before.db.query('CREATE TABLE migrations (name varchar(255) PRIMARY KEY)')
    await before.db.query('INSERT INTO migrations (name) SELECT unnest($1::text[])', { bind: [names] })
    await before.db.query(`INSERT INTO productions (id, name) VALUES ('p', 'P')`)
    await before.db.query(`INSERT INTO shots (id, production_id, name, schema) VALUES ('s', 'p', 'S', 5)`)
    // The statement by which that version keeps a state.
    const keep = (revision: number) =>
      before.db.query(
        `INSERT INTO snapshots (shot_id, revision, kind, schema, name, body) VALUES ('s', $1, 'mark', 5, 'M', 'x')
         ON CONFLICT (shot_id, revision, kind) DO UPDATE SET name = excluded.name, body = excluded.body, at = now()`,
        { bind: [revision] },
      )
    await keep(3)
    await migrate(before.db)
    await keep(3)
    await keep(4)
    expect((await listStates(before.db, 's')).map(s => s.revision)).toEqual([4, 3])
    await migrate(before.db)
  } finally {
    await before.drop()
  }
})

it('a database of a version that named a step otherwise is brought up to date as well', async () => {
  const before = await freshDatabase([firstShot, images, snapshots, states])
  try {
    await before.db.query('DROP VIEW snapshots')
    await before.db.query('CREATE TABLE migrations (name varchar(255) PRIMARY KEY)')
    const names = ['001-first-shot', '002-images', '003-states']
    await before.db.query('INSERT INTO migrations (name) SELECT unnest($1::text[])', { bind: [names] })
    await before.db.query(`INSERT INTO productions (id, name) VALUES ('p', 'P')`)
    await before.db.query(`INSERT INTO shots (id, production_id, name, schema) VALUES ('s', 'p', 'S', 5)`)
    await before.db.query(`INSERT INTO states (shot_id, revision, kind, schema, body) VALUES ('s', 3, 'mark', 5, 'x')`)
    await migrate(before.db)
    expect((await listStates(before.db, 's')).map(s => s.revision)).toEqual([3])
    await migrate(before.db)
    const [rows] = await before.db.query('SELECT name FROM migrations ORDER BY name')
    expect((rows as { name: string }[]).map(r => r.name)).toEqual([
      '001-first-shot',
      '002-images',
      '003-snapshots',
      '004-incarnations',
      '005-states',
      '006-media',
      '007-footage',
      '008-list',
      '009-shelf',
      '010-sound',
      '011-pronunciations',
    ])
  } finally {
    await before.drop()
  }
})

it('a shot stored as an older server stores it has an incarnation of its own', async () => {
  const db = connect(fresh.url)
  try {
    const add = (name: string) =>
      db.query(
        `INSERT INTO shots (id, production_id, name, schema) SELECT $1, production_id, $1, schema FROM shots WHERE id = $2
         RETURNING incarnation`,
        { bind: [name, id] },
      )
    const [[[one]], [[two]]] = (await Promise.all([add('one'), add('two')])) as unknown as [
      [[{ incarnation: string }]],
      [[{ incarnation: string }]],
    ]
    expect(one.incarnation).toMatch(/^[0-9a-f]{12}$/)
    expect(one.incarnation).not.toBe(two.incarnation)
  } finally {
    await db.close()
  }
})

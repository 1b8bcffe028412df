import { execFile } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { createServer } from 'node:http'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { promisify } from 'node:util'
import { unzipSync } from 'fflate'
import { PNG } from 'pngjs'
import S3rver from 's3rver'
import { QueryTypes } from 'sequelize'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { oneBoneFigure, restPose } from '../../core/figure'
import { SCHEMA } from '../../core/document'
import { hashOfBytes } from '../../server/media/images'
import { loadDemo } from '../support/demo'
import { FintroServer, freePort, freshDatabase, newTestId } from '../support/server'

/** A small store of objects that speaks S3, on loopback, and two servers: one with it, one without. */
const folder = mkdtempSync(join(tmpdir(), 'fintro-objects-'))
let store: S3rver
let base: Awaited<ReturnType<typeof freshDatabase>>
let withStore: FintroServer
let without: FintroServer
let env: Record<string, string>

beforeAll(async () => {
  const port = await freePort()
  store = new S3rver({
    port,
    address: '127.0.0.1',
    silent: true,
    directory: folder,
    configureBuckets: [{ name: 'media', configs: [] }],
  })
  await store.run()
  base = await freshDatabase()
  // The keys of the store's own documentation.
  env = {
    FINTRO_S3_ENDPOINT: `http://127.0.0.1:${port}`,
    FINTRO_S3_BUCKET: 'media',
    FINTRO_S3_KEY: 'S3RVER',
    FINTRO_S3_SECRET: 'S3RVER',
  }
  withStore = new FintroServer(base.url, await freePort(), env)
  without = new FintroServer(base.url, await freePort())
  await withStore.start()
  await without.start()
}, 60_000)
afterAll(async () => {
  await withStore.kill('SIGTERM')
  await without.kill('SIGTERM')
  await store.close().catch(() => {})
  await base.drop()
  rmSync(folder, { recursive: true, force: true })
})

let n = 0
/** A picture of its own. */
const picture = (): Buffer => {
  const png = new PNG({ width: 4 + ++n, height: 3 })
  png.data.fill(n)
  return PNG.sync.write(png)
}
const keep = async (server: FintroServer, bytes: Buffer) => {
  const answer = await server.fetch('/api/images', { method: 'POST', body: new Uint8Array(bytes) })
  return { status: answer.status, ...((await answer.json()) as { hash: string; code?: string }) }
}
const read = async (server: FintroServer, hash: string) => {
  const answer = await server.fetch(`/api/images/${hash}`)
  return {
    status: answer.status,
    type: answer.headers.get('content-type'),
    bytes: Buffer.from(await answer.arrayBuffer()),
  }
}
const rowOf = async (hash: string) =>
  (
    await base.db.query<{ place: string; held: boolean }>(
      'SELECT place, body IS NOT NULL AS held FROM images WHERE hash = $1',
      { bind: [hash], type: QueryTypes.SELECT },
    )
  )[0]
const leftovers = async () =>
  (await base.db.query<{ key: string }>('SELECT key FROM leftovers ORDER BY key', { type: QueryTypes.SELECT })).map(
    r => r.key,
  )
/** Asks the store itself, past Fintro. */
const object = async (hash: string): Promise<boolean> => {
  const { createStorage } = await import('unstorage')
  const { default: s3 } = await import('unstorage/drivers/s3')
  const at = {
    endpoint: env.FINTRO_S3_ENDPOINT!,
    bucket: 'media',
    region: 'us-east-1',
    accessKeyId: 'S3RVER',
    secretAccessKey: 'S3RVER',
  }
  return createStorage({ driver: s3(at) }).hasItem(`images:${hash}`)
}
const older = (what: string) => base.db.query(`UPDATE ${what} = now() - interval '2 days'`)
const script = (name: string, ...args: string[]) => scriptWith(env, name, ...args)
const scriptWith = async (settings: Record<string, string>, name: string, ...args: string[]) => {
  const root = resolve(import.meta.dirname, '../..')
  const all = ['--tsconfig', resolve(root, 'tsconfig.tools.json'), resolve(root, `scripts/${name}.ts`), ...args]
  const { stdout } = await promisify(execFile)(resolve(root, 'node_modules/.bin/tsx'), all, {
    env: { ...process.env, DATABASE_URL: base.url, ...settings },
  })
  return stdout
}

describe('pictures', () => {
  it('are kept in the store where there is one, under the hash that they have anywhere', async () => {
    const bytes = picture()
    const { status, hash } = await keep(withStore, bytes)
    expect([status, hash]).toEqual([200, hashOfBytes(bytes)])
    expect([await rowOf(hash), await object(hash)]).toEqual([{ place: 's3', held: false }, true])
    expect(await read(withStore, hash)).toEqual({ status: 200, type: 'image/png', bytes })
    // Once more is the same picture, and nothing is left to be taken away.
    expect((await keep(withStore, bytes)).hash).toBe(hash)
    expect(await leftovers()).toEqual([])
    // A server that knows of no store says so, and reads those of the database.
    expect((await read(without, hash)).status).toBe(503)
    const own = picture()
    const here = await keep(without, own)
    expect([await rowOf(here.hash), await object(here.hash)]).toEqual([{ place: 'database', held: true }, false])
    expect((await read(withStore, here.hash)).bytes).toEqual(own)
  })
  it('travel between the places by one command, and back', async () => {
    const [a, b] = [picture(), picture()]
    const [first, second] = [await keep(without, a), await keep(withStore, b)]
    expect(await script('move-media', 's3')).toMatch(/^pictures: \d+ moved/)
    for (const { hash } of [first, second])
      expect([await rowOf(hash), await object(hash)]).toEqual([{ place: 's3', held: false }, true])
    expect((await read(withStore, first.hash)).bytes).toEqual(a)
    expect(await leftovers()).toEqual([])
    await script('move-media', 'database')
    for (const [{ hash }, bytes] of [
      [first, a],
      [second, b],
    ] as const) {
      expect(await rowOf(hash)).toEqual({ place: 'database', held: true })
      expect((await read(without, hash)).bytes).toEqual(bytes)
      expect(await leftovers()).toContain(`images:${hash}`)
    }
    // What is left in the store goes with the next cleaning, an hour later.
    await script('clean')
    expect(await object(first.hash)).toBe(true)
    await older('leftovers SET noted_at')
    await script('clean')
    expect([await object(first.hash), await object(second.hash), await leftovers()]).toEqual([false, false, []])
    expect((await read(without, first.hash)).bytes).toEqual(a)
  })
  it('that nobody names are cleaned away there as well', async () => {
    const { hash } = await keep(withStore, picture())
    await older('images SET stored_at')
    await script('clean')
    expect(await rowOf(hash)).toBeUndefined()
    expect(await leftovers()).toContain(`images:${hash}`)
    // Somebody sends it again before it is gone: it stays.
    const other = picture()
    const again = await keep(withStore, other)
    await older('images SET stored_at')
    await script('clean')
    await older('leftovers SET noted_at')
    await keep(withStore, other)
    await script('clean')
    expect([await object(hash), await object(again.hash)]).toEqual([false, true])
    expect((await read(withStore, again.hash)).bytes).toEqual(other)
  })
  it('that are damaged on the way are not moved, and are named', async () => {
    const { hash } = await keep(without, picture())
    await base.db.query(`UPDATE images SET body = 'x' WHERE hash = $1`, { bind: [hash] })
    await expect(script('move-media', 's3')).rejects.toThrow(hash)
    expect(await rowOf(hash)).toEqual({ place: 'database', held: true })
    await base.db.query('DELETE FROM images WHERE hash = $1', { bind: [hash] })
  })
  it('go out and in with the archive of a shot', async () => {
    const bytes = picture()
    const { hash: file } = await keep(withStore, bytes)
    const id = newTestId()
    await loadDemo(base.db, id)
    const plate = { id: 'plate', name: 'Plate', kind: 'image', figure: oneBoneFigure('plate', 'Plate', 40) }
    const args = {
      stack: 'keeper-stack',
      subject: { ...plate, file, width: 4 + n, height: 3 },
      drawing: 'keeper-1',
      pose: restPose({ x: 100, y: 100 }),
    }
    const commands = [{ id: newTestId(), schema: SCHEMA, name: 'subject.add', args }]
    const post = (path: string, body: BodyInit) => withStore.fetch(path, { method: 'POST', body })
    await post(`/api/shots/${id}/commands`, JSON.stringify({ base: 0, commands }))
    const archive = new Uint8Array(await (await withStore.fetch(`/api/shots/${id}/archive`)).arrayBuffer())
    expect(Buffer.from(unzipSync(archive)[`images/${file}`]!)).toEqual(bytes)
    // Read back where nothing of it is known any more.
    await base.db.query('DELETE FROM shot_images WHERE hash = $1', { bind: [file] })
    await base.db.query('DELETE FROM images WHERE hash = $1', { bind: [file] })
    expect((await post(`/api/archive?id=${newTestId()}`, archive)).ok).toBe(true)
    expect(await rowOf(file)).toEqual({ place: 's3', held: false })
    expect(await leftovers()).not.toContain(`images:${file}`)
    expect((await read(withStore, file)).bytes).toEqual(bytes)
  })
})

it('a store that is away is told in words; what was sent is not half kept, and can be sent again', async () => {
  const bytes = picture()
  const { hash: there } = await keep(withStore, picture())
  await store.close()
  const refused = await keep(withStore, bytes)
  expect([refused.status, refused.code]).toEqual([503, 'no-store'])
  expect(await rowOf(hashOfBytes(bytes))).toBeUndefined()
  expect((await read(withStore, there)).status).toBe(503)
  // Cleaning goes on without it.
  await older('leftovers SET noted_at')
  expect(await script('clean')).toMatch(/leftovers: 0/)
  expect(await leftovers()).toContain(`images:${hashOfBytes(bytes)}`)
  await store.run()
  expect((await keep(withStore, bytes)).status).toBe(200)
  expect((await read(withStore, hashOfBytes(bytes))).bytes).toEqual(bytes)
})

it('a store that calls it a fault to take away what is not there does not keep the others from going', async () => {
  const empty = createServer((_, answer) => answer.writeHead(404).end())
  await new Promise<void>(done => empty.listen(0, '127.0.0.1', done))
  const { port } = empty.address() as { port: number }
  const key = `images:${'0'.repeat(64)}`
  await base.db.query(`INSERT INTO leftovers (key, noted_at) VALUES ($1, now() - interval '2 days')`, { bind: [key] })
  expect(await leftovers()).toContain(key)
  await scriptWith({ ...env, FINTRO_S3_ENDPOINT: `http://127.0.0.1:${port}` }, 'clean')
  expect(await leftovers()).not.toContain(key)
  empty.close()
})

it('a store that is told in part ends the server with a sentence', async () => {
  const { settingsOf } = await import('../../server/settings/settings')
  expect(() => settingsOf({ FINTRO_S3_ENDPOINT: 'http://127.0.0.1:1' })).toThrow(/FINTRO_S3_BUCKET is missing/)
  expect(() => settingsOf({ FINTRO_S3_ENDPOINT: 'somewhere' })).toThrow(/FINTRO_S3_ENDPOINT cannot be used/)
  expect(settingsOf({}).media.s3).toBeNull()
})

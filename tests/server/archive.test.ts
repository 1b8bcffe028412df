import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate'
import type { Sequelize } from 'sequelize'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { SCHEMA } from '../../core/document'
import { models } from '../../server/db/models'
import { hashOf } from '../../server/media/strokes'
import { loadDemo } from '../support/demo'
import type { FintroServer } from '../support/server'
import { newTestId, serve } from '../support/server'

let server: FintroServer
let db: Sequelize
let stop: () => Promise<void>
let archive: Uint8Array
const source = newTestId()

beforeAll(async () => {
  ;({ server, db, stop } = await serve())
  await loadDemo(db, source)
  archive = new Uint8Array(await (await server.fetch(`/api/shots/${source}/archive`)).arrayBuffer())
})
afterAll(() => stop())

const send = async (bytes: Uint8Array, id = newTestId()) => {
  const response = await server.fetch(`/api/archive?id=${id}`, {
    method: 'POST',
    body: new Blob([bytes as Uint8Array<ArrayBuffer>]),
    headers: { 'content-type': 'application/zip' },
  })
  return { id, status: response.status, body: (await response.json()) as { code?: string; detail?: string } }
}
const count = () => models(db).ShotRow.count()
/** The archive with some of its files replaced or taken out. */
const altered = (change: (files: Record<string, Uint8Array>) => void) => {
  const files = unzipSync(archive)
  change(files)
  return zipSync(files)
}

it('an archive is read back as a new shot, the same but for its id and a name that is free', async () => {
  const { id, status } = await send(archive)
  expect(status).toBe(200)
  const document = async (which: string) =>
    ((await (await server.fetch(`/api/shots/${which}`)).json()) as { document: object }).document
  const own = (await document(source)) as { name: string }
  expect(await document(id)).toEqual({ ...own, id, name: `${own.name} 2` })
  const strokes = async (which: string) =>
    (await models(db).ShotStroke.findAll({ where: { shotId: which } })).map(r => r.hash).sort()
  expect(await strokes(id)).toEqual(await strokes(source))
  expect((await strokes(id)).length).toBeGreaterThan(5)
})

describe('refused with a sentence, nothing created', () => {
  it.each([
    ['no zip at all', () => strToU8('hello'), 'not-an-archive', /no zip file/],
    ['a zip of something else', () => zipSync({ 'notes.txt': strToU8('hello') }), 'not-an-archive', /no fintro\.json/],
    ['cut off', () => archive.slice(0, archive.length / 2), 'damaged', /cut off or damaged/],
    [
      'of a later schema',
      () =>
        altered(f => {
          f['fintro.json'] = strToU8(
            strFromU8(f['fintro.json']!).replace(`"schema": ${SCHEMA}`, `"schema": ${SCHEMA + 1}`),
          )
        }),
      'later-schema',
      new RegExp(`later Fintro \\(schema ${SCHEMA + 1}`),
    ],
    [
      'without its document',
      () =>
        altered(f => {
          delete f['shot.json']
        }),
      'damaged',
      /shot\.json is missing/,
    ],
    [
      'with another document',
      () =>
        altered(f => {
          f['shot.json'] = strToU8(strFromU8(f['shot.json']!).replace('Lantern', 'Bantern'))
        }),
      'damaged',
      /not what was packed/,
    ],
    [
      'without a stroke',
      () =>
        altered(f => {
          delete f[Object.keys(f).find(n => n.startsWith('strokes/'))!]
        }),
      'damaged',
      /a stroke is missing/,
    ],
    [
      'with another stroke',
      () =>
        altered(f => {
          const name = Object.keys(f).find(n => n.startsWith('strokes/'))!
          f[name] = strToU8(strFromU8(f[name]!).replace('"width":', '"width":1'))
        }),
      'damaged',
      /not what was packed/,
    ],
    [
      'whose drawings do not fit together',
      () =>
        altered(f => {
          const text = strFromU8(f['shot.json']!).replace('"planOrder":["', '"planOrder":["x","')
          const manifest = JSON.parse(strFromU8(f['fintro.json']!)) as { document: { sha256: string } }
          manifest.document.sha256 = hashOf(text)
          f['shot.json'] = strToU8(text)
          f['fintro.json'] = strToU8(JSON.stringify(manifest))
        }),
      'inconsistent',
      /plan x is missing/,
    ],
  ] as const)('%s', async (_name, make, code, sentence) => {
    const before = await count()
    const { status, body } = await send(make())
    expect([status, body.code]).toEqual([400, code])
    expect(body.detail).toMatch(sentence)
    expect(await count()).toBe(before)
  })

  it('larger than the limit, by its stated length, before it is read', async () => {
    const { request } = await import('node:http')
    const status = await new Promise<number>((done, fail) => {
      const r = request(
        `${server.url}/api/archive?id=${newTestId()}`,
        { method: 'POST', headers: { origin: server.url, 'content-length': String(513 * 1024 * 1024) } },
        response => done(response.statusCode!),
      )
      r.on('error', fail)
      r.write('PK')
    })
    expect(status).toBe(413)
  })
  it('unpacking to more than the limit', async () => {
    const bomb = zipSync({ 'fintro.json': strToU8('{}'), 'shot.json': new Uint8Array(4) })
    // The unpacked size of the second entry, as its directory states it, set to 600 MB.
    const view = new DataView(bomb.buffer, bomb.byteOffset)
    for (let i = 0, seen = 0; i < bomb.length - 4; i++) {
      if (view.getUint32(i, true) === 0x02014b50 && ++seen === 2) view.setUint32(i + 24, 600 * 1024 * 1024, true)
    }
    const { status, body } = await send(bomb)
    expect([status, body.code]).toEqual([413, 'too-large'])
  })
})

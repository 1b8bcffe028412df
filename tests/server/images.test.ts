import { unzipSync, zipSync } from 'fflate'
import { PNG } from 'pngjs'
import type { Sequelize } from 'sequelize'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { oneBoneFigure, restPose } from '#core/figure'
import type { Command } from '../../core/commands'
import { SCHEMA } from '../../core/document'
import { models } from '../../server/db/models'
import { hashOfBytes } from '../../server/media/images'
import { loadDemo } from '../support/demo'
import type { FintroServer } from '../support/server'
import { newTestId, serve } from '../support/server'

let server: FintroServer
let db: Sequelize
let stop: () => Promise<void>
const shot = newTestId()
const picture = (grey: number): Buffer => {
  const png = new PNG({ width: 12, height: 8 })
  png.data.fill(grey)
  return PNG.sync.write(png)
}

beforeAll(async () => {
  ;({ server, db, stop } = await serve())
  await loadDemo(db, shot)
})
afterAll(() => stop())

async function send(bytes: Buffer) {
  const response = await server.fetch(`/api/images`, { method: 'POST', body: new Uint8Array(bytes) })
  return {
    status: response.status,
    body: (await response.json()) as { hash?: string; width?: number; height?: number; code?: string; detail?: string },
  }
}
const place = (file: string): Command => ({
  id: newTestId(),
  schema: SCHEMA,
  name: 'subject.add',
  args: {
    stack: 'keeper-stack',
    subject: {
      id: newTestId(),
      name: 'Plate',
      kind: 'image',
      figure: oneBoneFigure('plate', 'Plate', 40),
      file,
      width: 12,
      height: 8,
    },
    drawing: 'keeper-1',
    pose: restPose({ x: 100, y: 100 }),
  },
})
async function commit(base: number, command: Command) {
  const response = await server.fetch(`/api/shots/${shot}/commands`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ base, commands: [command] }),
  })
  return ((await response.json()) as { outcomes: { status: string; refusal?: { message: string } }[] }).outcomes[0]!
}

describe('pictures', () => {
  it('are kept once by the hash of their bytes, and given back as they came', async () => {
    const bytes = picture(90)
    const [one, two] = [await send(bytes), await send(bytes)]
    expect(one.body).toEqual({ hash: hashOfBytes(bytes), width: 12, height: 8 })
    expect(two.body).toEqual(one.body)
    const back = await server.fetch(`/api/images/${one.body.hash}`)
    expect(back.headers.get('content-type')).toBe('image/png')
    expect(back.headers.get('x-content-type-options')).toBe('nosniff')
    expect(Buffer.from(await back.arrayBuffer()).equals(bytes)).toBe(true)
  })
  it.each([
    ['text', Buffer.from('hello, this is no picture'), 'not-an-image'],
    [
      'an SVG',
      Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><script>alert(1)</script></svg>'),
      'not-an-image',
    ],
    ['the first bytes of a PNG', picture(1).subarray(0, 10), 'not-an-image'],
    ['a GIF', Buffer.from('R0lGODlhAQABAAAAACwAAAAAAQABAAA=', 'base64'), 'not-an-image'],
  ])('%s is refused in words', async (_what, bytes, code) => {
    const { status, body } = await send(bytes)
    expect([status, body.code]).toEqual([400, code])
    expect(body.detail).toMatch(/PNG, JPEG/)
  })
  it('may be named only after they are stored, and stay as long as they are named', async () => {
    expect(await commit(0, place('e'.repeat(64)))).toMatchObject({ status: 'refused' })
    const { hash } = (await send(picture(120))).body
    expect(await commit(0, place(hash!))).toMatchObject({ status: 'applied' })
    await expect(models(db).ImageRow.destroy({ where: { hash } })).rejects.toThrow(/foreign key/)
  })
  it('travel with the archive of a shot; one that is missing or changed is refused', async () => {
    const archive = new Uint8Array(await (await server.fetch(`/api/shots/${shot}/archive`)).arrayBuffer())
    const read = async (bytes: Uint8Array) =>
      (
        await server.fetch(`/api/archive?id=${newTestId()}`, { method: 'POST', body: new Uint8Array(bytes) })
      ).json() as Promise<{ id?: string; detail?: string }>
    const files = unzipSync(archive)
    const name = Object.keys(files).find(n => n.startsWith('images/'))!
    const { id } = await read(archive)
    expect(await models(db).ShotImage.count({ where: { shotId: id! } })).toBe(1)
    const { [name]: bytes, ...without } = files
    expect((await read(zipSync(without))).detail).toMatch(/a picture is missing/)
    expect((await read(zipSync({ ...files, [name]: bytes!.slice(0, -1) }))).detail).toMatch(/not what was packed/)
  })
})

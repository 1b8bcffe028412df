import { unzipSync, zipSync } from 'fflate'
import { PNG } from 'pngjs'
import type { Sequelize } from 'sequelize'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { oneBoneFigure, restPose } from '#core/figure'
import type { Command } from '../../core/commands'
import { SCHEMA } from '../../core/document'
import { models } from '../../server/db/models'
import { hashOfBytes } from '../../server/media/images'
import { readShot } from '../../server/shots/shots'
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
    body: (await response.json()) as {
      hash?: string
      width?: number | null
      height?: number | null
      code?: string
      detail?: string
    },
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
async function commit(base: number, command: Command, id = shot) {
  const response = await server.fetch(`/api/shots/${id}/commands`, {
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
    ['a MIDI file', Buffer.from('MThd\u0000\u0000\u0000\u0006'), 'not-an-image'],
  ])('%s is refused in words', async (_what, bytes, code) => {
    const { status, body } = await send(bytes)
    expect([status, body.code]).toEqual([400, code])
    expect(body.detail).toMatch(/PNG, JPEG/)
  })
  it.each([
    ['a GIF', Buffer.from('R0lGODlhAQABAAAAACwAAAAAAQABAAA=', 'base64'), 'image/gif'],
    ['an MP4', Buffer.from('\u0000\u0000\u0000\u0018ftypisom\u0000\u0000\u0002\u0000isomiso2'), 'video/mp4'],
    ['a MOV', Buffer.from('\u0000\u0000\u0000\u0014ftypqt  \u0000\u0000\u0002\u0000qt  '), 'video/quicktime'],
    ['a WebM', Buffer.from('\u001a\u0045\u00df\u00a3\u0000\u0042\u0082\u0084webm', 'latin1'), 'video/webm'],
    ['a WAV', Buffer.from('RIFF\u0024\u0000\u0000\u0000WAVEfmt '), 'audio/wav'],
    ['an M4A', Buffer.from('\u0000\u0000\u0000\u0018ftypM4A \u0000\u0000\u0002\u0000'), 'audio/mp4'],
  ])('footage and sounds: %s is kept as it came; how large it is seen is not said', async (_what, bytes, type) => {
    const { status, body } = await send(bytes)
    expect([status, body]).toEqual([200, { hash: hashOfBytes(bytes), width: null, height: null }])
    const back = await server.fetch(`/api/images/${body.hash}`)
    expect(back.headers.get('content-type')).toBe(type)
    expect(Buffer.from(await back.arrayBuffer()).equals(bytes)).toBe(true)
  })
  it('footage of a column stays as long as it is named, and travels with the archive', async () => {
    const own = newTestId()
    await loadDemo(db, own)
    const bytes = Buffer.from('\u0000\u0000\u0000\u0018ftypisom\u0000\u0000\u0002\u0000isom travelling')
    const file = (await send(bytes)).body.hash!
    const footage = {
      ...{ file, width: 1280, height: 720, name: 'lift.mp4', seconds: 4 },
      ...{ from: 1, inPoint: 0, speed: 1, at: [1, 0, 0, 1, 960, 540] as const },
    }
    const [plan] = Object.values((await readShot(db, own)).document.plans)
    const args = { plan: plan!.id, column: 'keeper', footage: { ...footage, at: [...footage.at] } }
    const command = { id: newTestId(), schema: SCHEMA, name: 'footage.set', args } as unknown as Command
    expect(await commit(0, command, own)).toMatchObject({ status: 'applied' })
    await expect(models(db).ImageRow.destroy({ where: { hash: file } })).rejects.toThrow(/foreign key/)
    const archive = new Uint8Array(await (await server.fetch(`/api/shots/${own}/archive`)).arrayBuffer())
    expect(Buffer.from(unzipSync(archive)[`images/${file}`]!).equals(bytes)).toBe(true)
    const copy = newTestId()
    const answer = await server.fetch(`/api/archive?id=${copy}`, { method: 'POST', body: archive })
    expect(answer.status).toBe(200)
    expect(await models(db).ShotImage.count({ where: { shotId: copy, hash: file } })).toBe(1)
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

import { createHash } from 'node:crypto'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { makeShot } from '../../core/document'
import type { Shot } from '../../core/document'
import { rate } from '../../core/time'
import { keepShot } from '../../server/shots/shots'
import { clickWav } from '../support/media'
import { newTestId, serve } from '../support/server'
import type { FintroServer } from '../support/server'
import type { Sequelize } from 'sequelize'

let server: FintroServer
let db: Sequelize
let stop: () => Promise<void>
beforeAll(async () => {
  ;({ server, db, stop } = await serve())
})
afterAll(() => stop())

const about = { name: 'Call', picture: { width: 1920, height: 1080 }, rate: rate(24), paper: '#fffdf6', length: 48 }
const newShot = async (production: string): Promise<Shot> => {
  const shot = makeShot(newTestId(), { ...about, name: `Call ${newTestId()}` })
  await keepShot(db, shot, production)
  return shot
}
const post = (path: string, body: unknown) =>
  server.fetch(path, {
    method: 'POST',
    body: body instanceof Uint8Array ? Buffer.from(body) : JSON.stringify(body),
  })
const json = async (response: Response): Promise<Record<string, unknown>> => (await response.json()) as never

it('a sound is kept by its hash, given back as it came, and goes along in an archive', async () => {
  const bytes = clickWav(48_000, 1, 0.5)
  const hash = createHash('sha256').update(bytes).digest('hex')
  expect(await json(await post('/api/images', bytes))).toMatchObject({ hash, width: null, height: null })
  const kept = await server.fetch(`/api/images/${hash}`)
  expect(kept.headers.get('content-type')).toBe('audio/wav')
  expect(Buffer.from(await kept.arrayBuffer()).equals(bytes)).toBe(true)
  const shot = await newShot('Sounds')
  const plan = shot.planOrder[0]!
  const sound = {
    id: 'sound-1',
    file: hash,
    name: 'call.wav',
    samples: 48_000,
    frame: 5,
    offset: 0,
    from: 0,
    to: 48_000,
  }
  const command = {
    id: newTestId(),
    schema: shot.schema,
    name: 'sound.add',
    args: { plan, sound: { ...sound, gain: 0 } },
  }
  const sent = await post(`/api/shots/${shot.id}/commands`, { base: 0, commands: [command] })
  expect(sent.status, await sent.clone().text()).toBe(200)
  const archive = Buffer.from(await (await server.fetch(`/api/shots/${shot.id}/archive`)).arrayBuffer())
  expect(archive.includes(`images/${hash}`)).toBe(true)
  const id = newTestId()
  const back = await post(`/api/archive?id=${id}`, archive)
  expect(back.status, await back.clone().text()).toBe(200)
  const { document } = (await json(await server.fetch(`/api/shots/${id}`))) as {
    document: { plans: Record<string, object> }
  }
  expect(document.plans[plan]).toMatchObject({ sounds: { 'sound-1': { frame: 5 } } })
})

it('what is no sound is refused in words', async () => {
  const refused = await json(await post('/api/images', Buffer.from('RIFFxxxxNOPE')))
  expect(String(refused.detail)).toMatch(/no WAV, MP3, OGG, FLAC or M4A/)
})

it('pronunciations are those of the production, for all its shots', async () => {
  const [a, b, other] = [await newShot('Words'), await newShot('Words'), await newShot('Others')]
  const say = (shot: Shot, word: string, sounds: string | null) =>
    post('/api/pronunciations', { shot: shot.id, word, sounds })
  const words = async (shot: Shot) => (await json(await server.fetch(`/api/pronunciations?shot=${shot.id}`))).words
  expect(await json(await say(a, 'marrow', 'M AE1 R OW0'))).toEqual({ kept: true })
  expect(await json(await say(b, 'marrow', 'M AA1 R OW0'))).toEqual({ kept: true })
  expect([await words(a), await words(b), await words(other)]).toEqual([
    { marrow: 'M AA1 R OW0' },
    { marrow: 'M AA1 R OW0' },
    {},
  ])
  expect(await json(await say(a, 'marrow', null))).toEqual({ kept: false })
  expect(await words(b)).toEqual({})
  expect((await say(a, 'Marrow', 'M AE1')).status).toBe(400)
  expect((await say(a, 'marrow', 'XX1')).status).toBe(400)
  expect((await post('/api/pronunciations', { shot: newTestId(), word: 'kelp', sounds: 'K EH1 L P' })).status).toBe(404)
})

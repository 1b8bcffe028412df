import { Readable } from 'node:stream'
import yazl from 'yazl'
import { afterAll, beforeAll, expect, it } from 'vitest'
import type { Sequelize } from 'sequelize'
import { SCHEMA } from '../../core/document'
import { hostile, memoryOf } from '../hostile/run'
import { send, sendRaw } from '../hostile/wire'
import { loadDemo } from '../support/demo'
import type { FintroServer } from '../support/server'
import { newTestId, serve } from '../support/server'

let server: FintroServer
let db: Sequelize
let stop: () => Promise<void>
beforeAll(async () => ({ server, db, stop } = await serve()))
afterAll(() => stop())
const host = () => ({ host: `127.0.0.1:${server.port}`, origin: server.url })

it('a thousand requests that nobody means well with are refused as fits, and the server is well', async () => {
  const { sent, unfitting, peakMb, idleMb } = await hostile(server, db, 7, 6)
  expect(sent).toBeGreaterThan(900)
  expect(unfitting).toEqual([])
  expect(peakMb - idleMb).toBeLessThan(512)
}, 120_000)

it('a body over its limit is cut off while it arrives', async () => {
  let given = 0
  const part = Buffer.alloc(256 * 1024, 0x20)
  const { request } = await import('node:http')
  const status = await new Promise<number>((done, fail) => {
    const r = request({ host: '127.0.0.1', port: server.port, method: 'POST', path: '/api/shots', headers: host() })
    const more = () => {
      while (given < 400e6 && !r.destroyed) {
        given += part.length
        if (!r.write(part)) return void r.once('drain', more)
      }
    }
    r.on('response', response => {
      done(response.statusCode!)
      r.destroy()
    })
    r.on('error', fail)
    more()
  })
  expect(status).toBe(413)
  // What fits between two sockets was on its way.
  expect(given).toBeLessThan(30e6)
})

/** An archive of half a megabyte that unpacks to half a gigabyte. */
async function bomb(): Promise<Buffer> {
  const zip = new yazl.ZipFile()
  const sha256 = 'a'.repeat(64)
  const manifest = { format: 'fintro-shot', schema: SCHEMA, production: 'x', document: { file: 'shot.json', sha256 } }
  zip.addBuffer(Buffer.from(JSON.stringify(manifest)), 'fintro.json')
  const some = Buffer.alloc(1e6)
  zip.addReadStream(Readable.from(Array.from({ length: 500 }, () => some)), 'shot.json')
  zip.end()
  const parts: Buffer[] = []
  for await (const part of zip.outputStream) parts.push(part as Buffer)
  return Buffer.concat(parts)
}
it('an archive that unpacks to a thousand times as much takes little time and memory', async () => {
  const bytes = await bomb()
  expect(bytes.length).toBeLessThan(1e6)
  // One that says so, and one that says it has a thousand bytes.
  const lying = Buffer.from(bytes)
  const entry = lying.lastIndexOf(Buffer.from([0x50, 0x4b, 1, 2]))
  lying.writeUInt32LE(1000, entry + 24)
  const before = memoryOf(server.pid).peak
  for (const [body, status, code] of [
    [bytes, 413, 'too-large'],
    [lying, 400, 'damaged'],
  ] as const) {
    const path = `/api/archive?id=${newTestId()}`
    const answering = send(server.port, { method: 'POST', path, headers: host(), body })
    const health = await send(server.port, { method: 'GET', path: '/api/health', headers: host() })
    const answer = await answering
    expect([health.status, answer.status, (JSON.parse(answer.text) as { code: string }).code]).toEqual([
      200,
      status,
      code,
    ])
  }
  expect(memoryOf(server.pid).peak - before).toBeLessThan(512)
}, 30_000)

it('half-sent heads and bodies are let go after a while', async () => {
  const head = `POST /api/shots HTTP/1.1\r\nHost: ${host().host}\r\nOrigin: ${server.url}\r\n`
  const start = Date.now()
  const [noEnd, noBody] = await Promise.all([
    sendRaw(server.port, head),
    sendRaw(server.port, `${head}Content-Length: 100\r\n\r\n{`),
  ])
  expect([noEnd.status, noBody.status]).toEqual([408, 408])
  expect(Date.now() - start).toBeLessThan(35_000)
}, 60_000)

it('twelve creations of one shot at once make one', async () => {
  const id = newTestId()
  const body = JSON.stringify({
    id,
    production: `Made ${id}`,
    name: 'One',
    paper: '#ffffff',
    length: 24,
    picture: { width: 1920, height: 1080 },
    rate: { num: 24, den: 1 },
  })
  const made = await Promise.all(
    Array.from({ length: 12 }, () => send(server.port, { method: 'POST', path: '/api/shots', headers: host(), body })),
  )
  expect(made.map(m => [m.status, JSON.parse(m.text)])).toEqual(Array(12).fill([200, { id }]))
  const { text } = await send(server.port, { method: 'GET', path: '/api/shots', headers: host() })
  const { productions } = JSON.parse(text) as { productions: { name: string; shots: { id: string }[] }[] }
  expect(productions.filter(p => p.name === `Made ${id}`).map(p => p.shots.map(s => s.id))).toEqual([[id]])
})

it('one change sent to two shots, also at once, is done to one of them', async () => {
  const ids = [newTestId(), newTestId()]
  for (const id of ids) await loadDemo(db, id)
  const command = { id: newTestId(), schema: SCHEMA, name: 'shot.set', args: { name: 'Twice' } }
  const body = JSON.stringify({ base: 0, commands: [command] })
  const answers = await Promise.all(
    ids.map(id => send(server.port, { method: 'POST', path: `/api/shots/${id}/commands`, headers: host(), body })),
  )
  expect(answers.map(a => a.status)).toEqual([200, 200])
  const outcomes = answers.map(a => (JSON.parse(a.text) as { outcomes: { status: string }[] }).outcomes[0]!.status)
  expect(outcomes.sort()).toEqual(['applied', 'refused'])
})

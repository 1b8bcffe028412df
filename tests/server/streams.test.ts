import type { AddressInfo } from 'node:net'
import { connect } from 'node:net'
import { createServer } from 'node:http'
import { createEvent } from 'h3'
import { expect, it } from 'vitest'
import { eventStream } from '../../server/http/stream'
import { loadDemo } from '../support/demo'
import { newTestId, serve } from '../support/server'

const soon = async (value: () => Promise<unknown>, wanted: unknown): Promise<void> => {
  for (let i = 0; i < 50 && (await value()) !== wanted; i++) await new Promise(r => setTimeout(r, 100))
  expect(await value()).toBe(wanted)
}

it('streams that are closed are let go at once, also such as close while they open; one client has so many', async () => {
  const { server, db, stop } = await serve({ FINTRO_STREAMS_PER_CLIENT: '4' })
  try {
    const id = newTestId()
    await loadDemo(db, id)
    const path = `/api/events?shot=${id}`
    const metric = async (name: string) => {
      const text = await (await server.fetch('/api/metrics')).text()
      return Number(new RegExp(`^${name} (\\d+)`, 'm').exec(text)?.[1])
    }
    // Gone before they are answered.
    for (let i = 0; i < 40; i++) {
      const socket = connect(server.port, '127.0.0.1')
      socket.write(`GET ${path} HTTP/1.1\r\nHost: 127.0.0.1:${server.port}\r\n\r\n`, () => socket.destroy())
      await new Promise(r => socket.once('close', r))
    }
    await soon(() => metric('fintro_streams'), 0)
    const abort = new AbortController()
    const four = await Promise.all(Array.from({ length: 4 }, () => server.fetch(path, { signal: abort.signal })))
    expect(four.map(s => s.status)).toEqual([200, 200, 200, 200])
    const fifth = await server.fetch(path)
    expect([fifth.status, ((await fifth.json()) as { code: string }).code]).toEqual([429, 'too-many-streams'])
    // Behind a proxy on this machine each has the address it comes from.
    const through = await server.fetch(path, { signal: abort.signal, headers: { 'x-forwarded-for': '10.1.2.3' } })
    expect(through.status).toBe(200)
    await soon(() => metric('fintro_streams'), 5)
    abort.abort()
    await soon(() => metric('fintro_streams'), 0)
  } finally {
    await stop()
  }
})

it('a stream that nobody reads is dropped', async () => {
  let over = false
  const server = createServer((req, res) => {
    const stream = eventStream(createEvent(req, res))
    stream.whenOver(() => (over = true))
    const text = 'x'.repeat(100_000)
    const timer = setInterval(() => (over ? clearInterval(timer) : stream.push(text)), 1)
  })
  await new Promise<void>(done => server.listen(0, '127.0.0.1', done))
  const socket = connect((server.address() as AddressInfo).port, '127.0.0.1')
  socket.on('error', () => {})
  socket.write('GET / HTTP/1.1\r\nHost: x\r\n\r\n')
  socket.pause()
  await soon(async () => (over ? 'over' : 'open'), 'over')
  socket.destroy()
  server.close()
}, 20_000)

it('a server that is told to end ends its streams, and itself long before it has to', async () => {
  const { server, db, stop } = await serve({ FINTRO_END_MS: '30000' })
  try {
    const id = newTestId()
    await loadDemo(db, id)
    const streams = await Promise.all(Array.from({ length: 5 }, () => server.fetch(`/api/events?shot=${id}`)))
    const read = Promise.all(streams.map(s => s.text()))
    const start = Date.now()
    await server.kill('SIGTERM')
    expect(Date.now() - start).toBeLessThan(15_000)
    // Ended in order, not broken off.
    expect(await read).toHaveLength(5)
  } finally {
    await stop()
  }
}, 60_000)

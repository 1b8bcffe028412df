import { spawn } from 'node:child_process'
import { writeFileSync } from 'node:fs'
import { keepShot } from '../server/shots/shots'
import { memoryOf } from '../tests/hostile/run'
import { wideShot } from '../tests/support/wide'
import type { FintroServer } from '../tests/support/server'
import { newTestId, serve } from '../tests/support/server'
import type { Row } from './row'
import { median, percentile } from './row'

/** Columns of 14,400 exposures each: nearly as many as a shot holds. */
const COLUMNS = 41
const PAUSE_MS = 10

const pause = (ms: number) => new Promise(r => setTimeout(r, ms))

/** How long the server takes, in ms, to say that it is alive: so many times. */
async function health(server: FintroServer, times: number): Promise<number[]> {
  const took: number[] = []
  for (let i = 0; i < times; i++) {
    const asked = performance.now()
    await (await server.fetch('/api/health')).text()
    took.push(performance.now() - asked)
    await pause(PAUSE_MS)
  }
  return took
}

/** Health checks while an archive is read again and again, and how long each reading took, in ms. */
async function whileReading(server: FintroServer, archive: BodyInit, times: number): Promise<[number[], number[]]> {
  let over = false
  const read: number[] = []
  const reading = (async () => {
    while (!over) {
      const begun = performance.now()
      const answer = await server.fetch(`/api/archive?id=${newTestId()}`, { method: 'POST', body: archive })
      if (!answer.ok) throw new Error(await answer.text())
      read.push(performance.now() - begun)
    }
  })()
  const took = await health(server, times)
  over = true
  await reading
  return [took, read]
}

/** How the server gets on for everybody else while the largest archive is read, and what memory that takes. */
export async function serverStall(quick: boolean): Promise<Row[]> {
  const { server, db, stop } = await serve()
  try {
    const id = newTestId()
    const shot = wideShot(id, { columns: quick ? 10 : COLUMNS, each: 1 })
    await keepShot(db, shot, 'Large')
    const packed = await server.fetch(`/api/shots/${id}/archive`)
    if (packed.status !== 200) throw new Error(`The archive was not written: ${await packed.text()}`)
    const archive = new Uint8Array(await packed.arrayBuffer())
    // The threads are let go, so that what reading takes is seen.
    await server.kill('SIGTERM')
    await server.start()
    const times = quick ? 50 : 500
    await health(server, times)
    const idle = memoryOf(server.pid).now
    writeFileSync(`/proc/${server.pid}/clear_refs`, '5')
    const [beside, read] = await whileReading(server, archive, times)
    const peak = memoryOf(server.pid).peak
    const busy = spawn(process.execPath, ['-e', 'for (;;) {}'])
    await pause(200)
    const alone = await health(server, times)
    busy.kill('SIGKILL')
    const [a, b] = [percentile(beside, 0.95), percentile(alone, 0.95)]
    const seconds = (ms: number) => `${(ms / 1000).toFixed(3)} s`
    return [
      {
        bench: 'server.stall',
        value: a / b,
        unit: 'ratio',
        bound: 5,
        better: 'lower',
        parts: {
          [`95 of 100 of ${times} health checks while an archive of ${(archive.length / 1e6).toFixed(1)} MB is read`]:
            seconds(a),
          'longest of them': seconds(Math.max(...beside)),
          'beside a process that keeps a core busy': seconds(b),
          'reading it once': seconds(median(read)),
        },
      },
      {
        bench: 'server.memory',
        value: peak - idle,
        unit: 'MB',
        bound: 512,
        better: 'lower',
        parts: { 'idle, MB': idle.toFixed(0), 'most while it is read, MB': peak.toFixed(0) },
      },
    ]
  } finally {
    await stop()
  }
}

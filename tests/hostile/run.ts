import { readFileSync } from 'node:fs'
import { demoShots } from '../../demo'
import { loadDemo } from '../support/demo'
import type { FintroServer } from '../support/server'
import { newTestId } from '../support/server'
import type { Sequelize } from 'sequelize'
import type { Hostile, Target } from './requests'
import { hostileRequests } from './requests'
import type { Heard } from './wire'
import { send, sendRaw } from './wire'

export interface Outcome {
  readonly sent: number
  /** What was answered otherwise than fits, in words. */
  readonly unfitting: readonly string[]
  /** The most memory that the server took, and what it took before, in MB. */
  readonly peakMb: number
  readonly idleMb: number
}

/** The most and the present memory of a process, in MB (proc(5), /proc/pid/status). */
export function memoryOf(pid: number): { peak: number; now: number } {
  const status = readFileSync(`/proc/${pid}/status`, 'utf8')
  const of = (field: string) => Number(new RegExp(`${field}:\\s+(\\d+)`).exec(status)![1]) / 1024
  return { peak: of('VmHWM'), now: of('VmRSS') }
}

/** Sends everything, several at a time, and looks whether each answer fits and the server is well. */
export async function hostile(server: FintroServer, db: Sequelize, seed: number, many: number): Promise<Outcome> {
  const id = newTestId()
  await loadDemo(db, id)
  const target: Target = { url: server.url, shot: demoShots()[0]!.shot, id }
  const idleMb = memoryOf(server.pid).now
  const list = hostileRequests(target, seed, many)
  const unfitting: string[] = []
  const waiting = [...list]
  const worker = async () => {
    for (let next = waiting.shift(); next; next = waiting.shift()) {
      const wrong = whatIsWrong(next, await send(server.port, next.sent))
      if (wrong) unfitting.push(`${next.name}: ${wrong}`)
    }
  }
  await Promise.all(Array.from({ length: 8 }, worker))
  const raw = rawRequests(server)
  for (const { name, bytes, fits } of raw) {
    const heard = await sendRaw(server.port, bytes)
    const wrong = whatIsWrong({ fits }, heard)
    if (wrong) unfitting.push(`${name}: ${wrong}`)
  }
  const well = await send(server.port, {
    method: 'GET',
    path: '/api/health',
    headers: { host: `127.0.0.1:${server.port}` },
  })
  if (well.status !== 200) unfitting.push(`health afterwards: ${well.status}`)
  return { sent: list.length + raw.length, unfitting, peakMb: memoryOf(server.pid).peak, idleMb }
}

/** Heads that are none. */
function rawRequests({ port }: FintroServer): { name: string; bytes: string; fits: number[] }[] {
  const host = `Host: 127.0.0.1:${port}\r\n`
  return [
    {
      name: 'a head of 100 kB',
      bytes: `GET /api/health HTTP/1.1\r\n${host}X: ${'x'.repeat(100_000)}\r\n\r\n`,
      fits: [431],
    },
    { name: 'an address of 100 kB', bytes: `GET /${'x'.repeat(100_000)} HTTP/1.1\r\n${host}\r\n`, fits: [431] },
    { name: 'no HTTP', bytes: 'hello\r\n\r\n', fits: [400] },
    { name: 'no host', bytes: 'GET /api/health HTTP/1.1\r\nConnection: close\r\n\r\n', fits: [421, 400] },
    { name: 'HTTP/1.0 without a host', bytes: 'GET /api/health HTTP/1.0\r\n\r\n', fits: [421, 400] },
    {
      name: 'two lengths',
      bytes: `POST /api/shots HTTP/1.1\r\n${host}Content-Length: 1\r\nContent-Length: 2\r\n\r\nxx`,
      fits: [400],
    },
    {
      name: 'a length and chunks',
      bytes: `POST /api/shots HTTP/1.1\r\n${host}Content-Length: 1\r\nTransfer-Encoding: chunked\r\n\r\n0\r\n\r\n`,
      fits: [400],
    },
    { name: 'a negative length', bytes: `POST /api/shots HTTP/1.1\r\n${host}Content-Length: -1\r\n\r\n`, fits: [400] },
    {
      name: 'bad chunks',
      bytes: `POST /api/shots HTTP/1.1\r\n${host}Origin: http://127.0.0.1:${port}\r\nTransfer-Encoding: chunked\r\n\r\nzz\r\n`,
      fits: [400],
    },
    {
      name: 'another server in full',
      bytes: `GET http://elsewhere.example/api/shots HTTP/1.1\r\n${host}Connection: close\r\n\r\n`,
      fits: [400, 421],
    },
    { name: 'TLS', bytes: '\x16\x03\x01\x02\x00\x01\x00\x01\xfc\x03\x03', fits: [400] },
  ]
}

/** Why an answer does not fit; null where it does. A refusal is a problem document that tells nothing of the inside. */
function whatIsWrong({ fits }: Pick<Hostile, 'fits'>, { status, type, text }: Heard): string | null {
  if (status === null) return `no answer (${text})`
  if (!fits.includes(status)) return `${status} ${text.slice(0, 160)}`
  if (status < 400 || !text) return null
  if (type !== 'application/problem+json') return `${status} as ${type}`
  if (/\bat .*:\d+:\d+|node_modules|SELECT |sequelize|\/work\/|\.mjs/i.test(text))
    return `tells of the inside: ${text.slice(0, 200)}`
  const { code, detail } = JSON.parse(text) as { code?: string; detail?: string }
  return code && detail ? null : 'no code or no sentence'
}

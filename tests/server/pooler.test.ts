import { afterAll, beforeAll, expect, it } from 'vitest'
import type { Command } from '../../core/commands'
import { documentHash, openShot, SCHEMA } from '../../core/document'
import { loadDemo } from '../support/demo'
import { Program } from '../support/program'
import { FintroServer, freePort, freshDatabase, newTestId } from '../support/server'

/** A pooler of connections that gives each transaction another one: Debian's pgbouncer. */
const pooler = new Program()
let url: URL
let base: Awaited<ReturnType<typeof freshDatabase>>
const servers: FintroServer[] = []

beforeAll(async () => {
  base = await freshDatabase()
  const to = new URL(base.url)
  const port = await freePort()
  const users = pooler.file('users', `"${to.username}" "${decodeURIComponent(to.password)}"\n`)
  const ini = pooler.file(
    'pooler.ini',
    `[databases]
* = host=${to.hostname} port=${to.port}
[pgbouncer]
listen_addr = 127.0.0.1
listen_port = ${port}
unix_socket_dir =
auth_type = scram-sha-256
auth_file = ${users}
pool_mode = transaction
default_pool_size = 4
max_client_conn = 200
server_round_robin = 1
`,
  )
  await pooler.run('/usr/sbin/pgbouncer', [ini], port)
  url = new URL(base.url)
  url.port = String(port)
}, 60_000)
afterAll(async () => {
  for (const server of servers) await server.kill('SIGTERM')
  await pooler.stop()
  await base.drop()
})

async function started(env: Record<string, string>): Promise<FintroServer> {
  const server = new FintroServer(url.href, await freePort(), env)
  servers.push(server)
  await server.start()
  return server
}
const renamed = (name: string): Command => ({ id: newTestId(), schema: SCHEMA, name: 'shot.set', args: { name } })

it('behind a pooler of transactions two servers commit, tell each other, and lose nothing', async () => {
  const env = { DATABASE_POOLER: 'transaction', DATABASE_LISTEN_URL: base.url }
  const [one, two] = [await started(env), await started(env)]
  const shots = [newTestId(), newTestId(), newTestId()]
  for (const id of shots) await loadDemo(base.db, id)
  const stream = (await two.fetch(`/api/events?shot=${shots[0]}`)).body!.getReader()
  await stream.read()
  // More at once than the pooler has connections: each statement meets another one.
  const sent = await Promise.all(
    Array.from({ length: 60 }, async (_, i) => {
      const command = renamed(`Name ${i}`)
      const init = { method: 'POST', body: JSON.stringify({ base: 0, commands: [command] }) }
      const answer = await [one, two][i % 2]!.fetch(`/api/shots/${shots[i % 3]}/commands`, init)
      return { status: answer.status, text: await answer.text() }
    }),
  )
  expect(sent.filter(s => s.status !== 200)).toEqual([])
  for (const id of shots) {
    const { document, revision } = (await (await one.fetch(`/api/shots/${id}`)).json()) as Record<string, unknown>
    expect(revision).toBe(20)
    const opened = openShot(document)
    const last = await two.fetch(`/api/shots/${id}/commands`, {
      method: 'POST',
      body: JSON.stringify({ base: 20, commands: [renamed('Last')] }),
    })
    const { hash } = (await last.json()) as { hash: number }
    expect(opened.ok && documentHash({ ...opened.shot, name: 'Last' })).toBe(hash)
  }
  // The other server heard of what the first one did, on a connection of its own past the pooler.
  expect(new TextDecoder().decode((await stream.read()).value)).toContain(`${shots[0]} `)
  await stream.cancel()
  // What needs whole transactions and threads: an archive out and in, a mark.
  const archive = await one.fetch(`/api/shots/${shots[0]}/archive`)
  const back = await one.fetch(`/api/archive?id=${newTestId()}`, {
    method: 'POST',
    body: new Uint8Array(await archive.arrayBuffer()),
  })
  expect([archive.status, back.ok]).toEqual([200, true])
  const mark = await two.fetch(`/api/shots/${shots[1]}/states`, { method: 'POST', body: '{"name":"Mark"}' })
  expect(mark.ok).toBe(true)
}, 60_000)

it('without the setting the server says that it is not ready', async () => {
  // Its time limits are settings of a session, which there is none of.
  const server = new FintroServer(url.href, await freePort())
  servers.push(server)
  await server.start('alive')
  const ready = await server.fetch('/api/ready')
  expect(ready.status).toBe(503)
}, 60_000)

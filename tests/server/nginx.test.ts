import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { request } from 'node:https'
import { resolve } from 'node:path'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { SCHEMA } from '../../core/document'
import { loadDemo } from '../support/demo'
import { Program } from '../support/program'
import { freePort, newTestId, serve } from '../support/server'

/** The example of docs/operations.md as it stands there, with ports, names of files and the certificate of a test. */
const NAME = 'fintro.studio.example'
const proxy = new Program()
let fintro: Awaited<ReturnType<typeof serve>>
let port: number
let ca: Buffer

beforeAll(async () => {
  port = await freePort()
  fintro = await serve({ FINTRO_HOSTS: `https://${NAME}`, FINTRO_STREAMS_PER_CLIENT: '2' })
  const [key, cert] = [proxy.file('key.pem', ''), proxy.file('cert.pem', '')]
  const subject = ['-subj', `/CN=${NAME}`, '-addext', `subjectAltName=DNS:${NAME}`]
  const files = ['-keyout', key, '-out', cert, '-days', '2']
  execFileSync('openssl', ['req', '-x509', '-newkey', 'rsa:2048', '-nodes', ...files, ...subject], { stdio: 'ignore' })
  ca = readFileSync(cert)
  const page = readFileSync(resolve(import.meta.dirname, '../../docs/operations.md'), 'utf8')
  const example = /```nginx\n([\s\S]*?)```/
    .exec(page)![1]!
    .replace(/127\.0\.0\.1:4310/, `127.0.0.1:${fintro.server.port}`)
    .replace(/listen 443 ssl http2;/, `listen 127.0.0.1:${port} ssl http2;`)
    .replace(/listen 80;/, `listen 127.0.0.1:${await freePort()};`)
    .replace(/\/etc\/ssl\/fintro\.pem/, cert)
    .replace(/\/etc\/ssl\/private\/fintro\.key/, key)
  const temp = ['client_body', 'proxy', 'fastcgi', 'uwsgi', 'scgi'].map(n => `${n}_temp_path ${proxy.folder}/${n};`)
  const main = `daemon off; pid ${proxy.folder}/pid; error_log stderr warn; events {}
http { access_log off; ${temp.join(' ')}
${example}
}`
  await proxy.run('/usr/sbin/nginx', ['-p', proxy.folder, '-e', 'stderr', '-c', proxy.file('nginx.conf', main)], port)
}, 60_000)
afterAll(async () => {
  await proxy.stop()
  await fintro.stop()
})

interface Answer {
  readonly status: number
  readonly headers: Record<string, unknown>
  readonly text: string
}
/** A request by the name of the studio, as a browser makes one; with `until` it is read so far and then left. */
const ask = (
  path: string,
  { method = 'GET', headers = {}, body = '' as string | Buffer, until = undefined as string | undefined } = {},
): Promise<Answer> =>
  new Promise((done, fail) => {
    const options = { host: '127.0.0.1', port, path, method, ca, servername: NAME, agent: false as const }
    const asked = request({ ...options, headers: { host: NAME, ...headers } }, answer => {
      let text = ''
      const end = () => done({ status: answer.statusCode!, headers: answer.headers, text })
      answer.setEncoding('utf8').on('data', (part: string) => {
        text += part
        if (until === undefined || !text.includes(until)) return
        end()
        asked.destroy()
      })
      answer.on('end', end)
    })
    asked.on('error', fail)
    asked.end(body)
  })
const page = { origin: `https://${NAME}` }
const renamed = (name: string) => ({ id: newTestId(), schema: SCHEMA, name: 'shot.set', args: { name } })
const commands = (base: number, name: string) => JSON.stringify({ base, commands: [renamed(name)] })

it('behind the proxy of the example pages are shown, and only they write', async () => {
  const id = newTestId()
  await loadDemo(fintro.db, id)
  const shown = await ask('/')
  expect([shown.status, shown.headers['content-type']]).toEqual([200, 'text/html;charset=utf-8'])
  const post = { method: 'POST', body: commands(0, 'One') }
  expect((await ask(`/api/shots/${id}/commands`, { ...post, headers: page })).status).toBe(200)
  // Of this name, but not safe; of another one.
  for (const origin of [`http://${NAME}`, 'https://elsewhere.example'])
    expect((await ask(`/api/shots/${id}/commands`, { ...post, headers: { origin } })).status).toBe(403)
  expect((await ask('/api/shots', { headers: { host: 'elsewhere.example' } })).status).toBe(421)
  // What serves is for this network; who looks from outside does not see it.
  expect((await ask('/api/metrics')).status).toBe(404)
})

it('it passes on each revision at once, and bodies as they come', async () => {
  const id = newTestId()
  await loadDemo(fintro.db, id)
  const heard = ask(`/api/events?shot=${id}`, { until: `${id} 1 ` })
  await new Promise(r => setTimeout(r, 300))
  await ask(`/api/shots/${id}/commands`, { method: 'POST', headers: page, body: commands(0, 'One') })
  expect((await heard).headers['content-type']).toBe('text/event-stream')
  // Larger than nginx takes by itself, refused by the server and in its words.
  const large = await ask('/api/archive?id=abcdefgh', { method: 'POST', headers: page, body: Buffer.alloc(4e6) })
  expect([large.status, large.text]).toEqual([400, expect.stringContaining('no zip file')])
  const archive = await ask(`/api/shots/${id}/archive`)
  expect(archive.status).toBe(200)
})

it('who asks is who reached the proxy, whatever else a request says', async () => {
  const id = newTestId()
  await loadDemo(fintro.db, id)
  const stream = (i: number) => ask(`/api/events?shot=${id}`, { headers: { 'x-forwarded-for': `10.0.0.${i}` } })
  for (const i of [1, 2]) stream(i).catch(() => {})
  await new Promise(r => setTimeout(r, 500))
  expect((await stream(3)).status).toBe(429)
})

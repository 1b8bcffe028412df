import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { resolve } from 'node:path'
import { afterAll, beforeAll, expect, it } from 'vitest'
import type { FintroServer } from '../support/server'
import { newTestId, serve } from '../support/server'

let server: FintroServer
let stop: () => Promise<void>
beforeAll(async () => {
  const up = await serve()
  server = up.server
  stop = up.stop
})
afterAll(() => stop())

const root = resolve(import.meta.dirname, '../..')
/** Every route there is, by its file: an address and a method. */
const routes = readdirSync(resolve(root, 'server/api'), { recursive: true, encoding: 'utf8' })
  .filter(f => f.endsWith('.ts'))
  .map(f => {
    const [, path, method] = /^(.*?)(?:\.(get|post|put|patch|delete))?\.ts$/.exec(f)!
    const address = path!.replace(/\/?index$/, '').replaceAll(/\[[^\]]+\]/g, newTestId())
    return { address: `/api/${address}`, method: (method ?? 'post').toUpperCase() }
  })

it('a check holds on every route that writes, and on pages, without the route knowing', async () => {
  const writing = [...routes.filter(r => r.method !== 'GET'), { address: '/', method: 'POST' }]
  expect(writing.length).toBeGreaterThan(6)
  const answers = await Promise.all(
    writing.map(async ({ address, method }) => {
      const out = await fetch(server.url + address, { method, headers: { origin: 'http://elsewhere.example' } })
      return `${method} ${address}: ${out.status} ${((await out.json()) as { code: string }).code}`
    }),
  )
  expect(answers).toEqual(writing.map(({ address, method }) => `${method} ${address}: 403 other-origin`))
})
it('no check stands anywhere but at the door, where some routes would not meet it', () => {
  expect(existsSync(resolve(root, 'server/middleware'))).toBe(false)
  const hooks = readdirSync(resolve(root, 'server/plugins')).filter(f =>
    /hook\(\s*'(request|beforeResponse|afterResponse)'/.test(readFileSync(resolve(root, 'server/plugins', f), 'utf8')),
  )
  expect(hooks).toEqual([])
})
it('every route has the headers that keep its answer from being run as a page', async () => {
  for (const { address } of routes.filter(r => r.method === 'GET' && !r.address.endsWith('/events'))) {
    const { headers } = await fetch(server.url + address)
    expect([address, headers.get('x-content-type-options'), headers.get('content-security-policy')]).toEqual([
      address,
      'nosniff',
      "default-src 'none'; style-src 'unsafe-inline'",
    ])
  }
})
it('an address that is not there is refused as every route refuses', async () => {
  const out = await fetch(`${server.url}/api/nothing/here`)
  expect([out.status, out.headers.get('content-type')]).toEqual([404, 'application/problem+json'])
  expect(((await out.json()) as { code: string }).code).toBe('no-route')
})
it('a page still comes with its own headers', async () => {
  const out = await fetch(server.url)
  expect(out.status).toBe(200)
  expect(out.headers.get('content-security-policy')).toContain('script-src')
})

it('everything that is served says what it is, and is taken for nothing else; styles and scripts are ours alone', async () => {
  const page = await server.fetch('/')
  const html = await page.text()
  const policy = page.headers.get('content-security-policy')!
  expect(policy).not.toContain('unsafe')
  for (const part of [
    /style-src 'self' 'nonce-/,
    /script-src 'self' 'nonce-/,
    /default-src 'self'/,
    /object-src 'none'/,
  ])
    expect(policy).toMatch(part)
  const parts = [...html.matchAll(/(?:src|href)="(\/[^"]+)"/g)].map(m => m[1]!)
  const script = await (await server.fetch(parts.find(p => p.endsWith('.js'))!)).text()
  const loaded = [...script.matchAll(/\.\/([\w-]+\.(?:js|css))/g)].map(m => `/_nuxt/${m[1]}`)
  const all = ['/', '/shots/nothing-here', '/no/page', '/_nuxt/none.js', '/api/shots', '/api/none', ...parts, ...loaded]
  expect(all.length).toBeGreaterThan(10)
  for (const path of new Set(all)) {
    const { headers, status } = await server.fetch(path)
    expect([path, status, headers.get('x-content-type-options')]).toEqual([path, status, 'nosniff'])
    expect([path, headers.get('content-type')]).toEqual([
      path,
      expect.stringMatching(/^(text|application|image|font)\//),
    ])
  }
})

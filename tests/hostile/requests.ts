import { createHash } from 'node:crypto'
import fc from 'fast-check'
import { strToU8, zipSync } from 'fflate'
import { chanceFrom } from '../../core/commands/made-up.test-helper'
import { anyCommand } from '../../core/commands/ramble.test-helper'
import type { Shot } from '../../core/document'
import { SCHEMA, storeShot } from '../../core/document'
import type { Sent } from './wire'

/** A request that nobody means well with, and the statuses that fit it. */
export interface Hostile {
  readonly name: string
  readonly sent: Sent
  readonly fits: readonly number[]
}

/** What there is on the server: a shot, and the server's own address. */
export interface Target {
  readonly url: string
  readonly shot: Shot
  readonly id: string
}

const HASH = 'a'.repeat(64)
/** Addresses of the API with `:id` for a shot, and the methods they take. */
const ROUTES: readonly [path: string, methods: readonly string[]][] = [
  ['/api/health', ['GET']],
  ['/api/ready', ['GET']],
  ['/api/metrics', ['GET']],
  ['/api/openapi.json', ['GET']],
  ['/api/reference', ['GET']],
  ['/api/shots', ['GET', 'POST']],
  ['/api/several', ['POST']],
  ['/api/names?production=Trials', ['GET']],
  ['/api/bin', ['GET']],
  ['/api/bin/empty', ['POST']],
  ['/api/shelf?shot=:id', ['GET', 'POST']],
  ['/api/shelf/:id', ['GET', 'POST']],
  ['/api/shelf/:id/picture', ['GET']],
  ['/api/pronunciations?shot=:id', ['GET', 'POST']],
  ['/api/shots/:id', ['GET', 'DELETE']],
  ['/api/shots/:id/commands', ['POST']],
  ['/api/shots/:id/journal?after=0', ['GET']],
  ['/api/shots/:id/archive', ['GET']],
  ['/api/shots/:id/poster', ['GET']],
  ['/api/shots/:id/restore', ['POST']],
  ['/api/shots/:id/duplicate', ['POST']],
  ['/api/shots/:id/move', ['POST']],
  ['/api/shots/:id/states', ['GET', 'POST']],
  ['/api/shots/:id/states/0', ['GET', 'POST']],
  ['/api/archive?id=:id', ['POST']],
  ['/api/events?shot=:id', ['GET']],
  [`/api/images/${HASH}`, ['GET']],
  ['/api/images', ['POST']],
  ['/api/strokes', ['POST']],
  ['/api/strokes/find', ['POST']],
]
const METHODS = ['GET', 'HEAD', 'POST', 'PUT', 'PATCH', 'DELETE', 'OPTIONS', 'TRACE', 'PROPFIND']
const IDS = [
  '__proto__',
  'constructor',
  'toString',
  '..',
  '%2e%2e',
  '%00',
  'a%00b',
  '%',
  '%ff',
  'x'.repeat(3000),
  '%F0%9F%90%99',
  "'; DROP TABLE shots; --".replaceAll(' ', '%20'),
  '<script>',
  '-1',
  '1e999',
  '*',
  '..%2f..%2fetc%2fpasswd',
]
const refused = [400, 403, 404, 405]

const ours = ({ url }: Target, more: Record<string, string> = {}) => ({ host: new URL(url).host, origin: url, ...more })

/** Every address with every method, and with ids that are none. */
function addresses(target: Target): Hostile[] {
  const all = ROUTES.flatMap(([path, methods]) =>
    METHODS.filter(m => !methods.includes(m) && !(m === 'HEAD' && methods.includes('GET'))).map((method): Hostile => ({
      name: `${method} ${path}`,
      sent: { method, path: path.replace(':id', target.id), headers: ours(target) },
      fits: [405],
    })),
  )
  const ids = ROUTES.filter(([path]) => path.includes(':id')).flatMap(([path, methods]) =>
    methods.flatMap(method =>
      IDS.map((id): Hostile => ({
        name: `${method} ${path} with the id ${id.slice(0, 40)}`,
        sent: { method, path: path.replace(':id', id), headers: ours(target) },
        fits: refused,
      })),
    ),
  )
  const none = [
    '/api',
    '/api/',
    '/api/nothing',
    '/api/shots/x/y/z',
    '/api//shots',
    '/api/shots/',
    '/api/../api/shots',
    '/api/%73hots',
  ].map((path): Hostile => ({
    name: `GET ${path}`,
    sent: { method: 'GET', path, headers: ours(target) },
    fits: [200, 404],
  }))
  return [...all, ...ids, ...none]
}

/** Names and origins of others, on every kind of route. */
function strangers(target: Target): Hostile[] {
  const { host } = new URL(target.url)
  const port = host.split(':')[1]
  const hosts = [
    'elsewhere.example',
    `elsewhere.example:${port}`,
    `127.0.0.1.elsewhere.example:${port}`,
    'localhost.',
    '*',
    '0.0.0.0',
    `me@127.0.0.1:${port}`,
    '127.1',
    '[::',
    '127.0.0.1:99999999',
    ' ',
    '127.0.0.1/',
    'LOCALHOST.EXAMPLE',
  ]
  const origins = [
    `https://${host}`,
    'http://127.0.0.1',
    `http://127.0.0.1:${Number(port) + 1}`,
    `http://localhost:${port}`,
    'null',
    '',
    'file://',
    `http://${host}/`,
    `http://${host}.elsewhere.example`,
    `http://me@${host}`,
    'elsewhere',
    `ftp://${host}`,
  ]
  const paths = ROUTES.map(([path, methods]) => [path.replace(':id', target.id), methods] as const)
  const reading = paths.filter(([, m]) => m.includes('GET')).map(([p]) => p)
  return [
    ...hosts.flatMap(name =>
      [...reading, '/', '/fintro.svg', `/shots/${target.id}`].map((path): Hostile => ({
        name: `GET ${path} at the host “${name}”`,
        sent: { method: 'GET', path, headers: { host: name } },
        fits: [421, 400],
      })),
    ),
    ...paths.flatMap(([path, methods]) =>
      methods
        .filter(m => m !== 'GET')
        .flatMap(method =>
          origins.map((origin): Hostile => ({
            name: `${method} ${path} from “${origin}”`,
            sent: { method, path, headers: { host, origin } },
            fits: [403],
          })),
        ),
    ),
    ...paths.flatMap(([path, methods]) =>
      methods
        .filter(m => m !== 'GET')
        .flatMap(method =>
          [undefined, '', 'x'.repeat(40), 'null'].map((token): Hostile => ({
            name: `${method} ${path} with ${token === undefined ? 'no token' : `the token “${token.slice(0, 8)}”`}`,
            sent: { method, path, headers: { host, ...(token === undefined ? {} : { 'fintro-token': token }) } },
            // What only reads needs none; it lacks a body.
            fits: [path === '/api/strokes/find' ? 400 : 403],
          })),
        ),
    ),
  ]
}

const nested = (depth: number, [open, close] = ['[', ']']): string => open.repeat(depth) + close.repeat(depth)

/** Bodies that are no JSON, or such as nobody meant. */
function bodies(target: Target, seed: number, many: number): Hostile[] {
  const writing = [
    '/api/shots',
    '/api/several',
    '/api/shelf',
    '/api/pronunciations',
    '/api/bin/empty',
    `/api/shots/${target.id}/commands`,
    `/api/shots/${target.id}/states`,
    `/api/shots/${target.id}/duplicate`,
    `/api/shots/${target.id}/move`,
    `/api/shots/${target.id}/states/0`,
    '/api/strokes',
    '/api/strokes/find',
  ]
  const made = fc.sample(fc.json({ maxDepth: 5 }), { numRuns: many, seed })
  const own = [
    '',
    '{',
    '{"a":}',
    'null',
    '0',
    '[]',
    '"x"',
    '\u0000',
    '\ufeff{}',
    '{"__proto__":{"x":1}}',
    '{"constructor":1}',
    nested(99),
    nested(2000),
    nested(2000, ['{"a":', '}']),
    nested(200_000),
    '1e400',
    '{"commands":[]}',
    '{"strokes":[]}',
    '{"hashes":[]}',
    '{"name":"\\u0000"}',
    '{"name":"\\ud800"}',
    `{"name":${JSON.stringify('x'.repeat(100_000))}}`,
    '{"base":0,"commands":[null]}',
    '{"base":-1,"commands":[{}]}',
    '{"base":4294967296,"commands":[{}]}',
    '{"base":0.5,"commands":{}}',
  ]
  const bytes = [
    Uint8Array.from([0xff, 0xfe, 0x00]),
    Uint8Array.from([0x7b, 0x22, 0xc3, 0x28, 0x22, 0x7d]),
    new Uint8Array(3000),
  ]
  return writing.flatMap(path =>
    [...own, ...bytes, ...made].map((body, i): Hostile => ({
      name: `POST ${path} with body ${i}: ${typeof body === 'string' ? body.slice(0, 40) : 'bytes'}`,
      sent: { method: 'POST', path, headers: ours(target, { 'content-type': 'application/json' }), body },
      fits: [400, 413],
    })),
  )
}

/** Commands in all forms, good and bad, at bases good and bad. */
function commits(target: Target, seed: number, many: number): Hostile[] {
  const chance = chanceFrom(seed)
  const post = (name: string, body: unknown, fits: readonly number[]): Hostile => ({
    name,
    sent: {
      method: 'POST',
      path: `/api/shots/${target.id}/commands`,
      headers: ours(target, { 'content-type': 'application/json' }),
      body: JSON.stringify(body),
    },
    fits,
  })
  const good = { id: 'hostile-000', schema: SCHEMA, name: 'shot.set', args: { name: 'Named' } }
  const set = (args: object, i: number) => ({ ...good, id: `hostile-set-${seed}-${i}`, args })
  return [
    ...Array.from({ length: many }, (_, i) => {
      const command = anyCommand(target.shot, chance, [], `hostile-${seed}-${i}`)
      return post(`a made-up ${command.name}`, { base: 0, commands: [command] }, [200, 400])
    }),
    post(
      '201 commands',
      { base: 0, commands: Array.from({ length: 201 }, (_, i) => ({ ...good, id: `many-0000-${i}` })) },
      [400],
    ),
    post('a schema of the future', { base: 0, commands: [{ ...good, schema: 1e9 }] }, [400]),
    post('a schema below', { base: 0, commands: [{ ...good, schema: -1e18 }] }, [400]),
    post('no such command', { base: 0, commands: [{ ...good, name: '__proto__' }] }, [400]),
    post('ahead', { base: 1_000_000, commands: [good] }, [409]),
    post('another incarnation', { base: 0, incarnation: 'x', commands: [good] }, [409]),
    post('a name of nothing', { base: 0, commands: [set({ name: '' }, 1)] }, [200, 400]),
    post('a name of 10,000', { base: 0, commands: [set({ name: 'x'.repeat(10_000) }, 2)] }, [200, 400]),
    post('half of a pair', { base: 0, commands: [set({ name: '\ud83d' }, 3)] }, [200, 400]),
    post('a script as colour', { base: 0, commands: [set({ paper: 'url(javascript:1)' }, 4)] }, [200, 400]),
    post('a repeat beyond all limits', { base: 0, commands: [set({ length: 1e15 }, 5)] }, [200, 400]),
  ]
}

/** Archives and pictures that lie. */
function files(target: Target, seed: number, many: number): Hostile[] {
  const chance = chanceFrom(seed)
  const post = (name: string, path: string, body: Uint8Array): Hostile => ({
    name,
    sent: { method: 'POST', path, headers: ours(target, { 'content-type': 'application/octet-stream' }), body },
    fits: [400, 413],
  })
  let n = 0
  const archive = (name: string, body: Uint8Array) =>
    post(`an archive: ${name}`, `/api/archive?id=h${seed}-${n++}`, body)
  const image = (name: string, body: Uint8Array) => post(`a picture: ${name}`, '/api/images', body)
  const manifest = (schema: unknown, sha256 = HASH) =>
    strToU8(JSON.stringify({ format: 'fintro-shot', schema, production: 'x', document: { file: 'shot.json', sha256 } }))
  const named = (name: string) => {
    const document = JSON.stringify({ ...storeShot(target.shot), name })
    const sha256 = createHash('sha256').update(document).digest('hex')
    return zipSync({ 'fintro.json': manifest(SCHEMA, sha256), 'shot.json': strToU8(document) })
  }
  const whole = zipSync({ 'fintro.json': manifest(SCHEMA), 'shot.json': strToU8('{}') })
  const cut = Array.from({ length: many }, () => whole.slice(0, Math.floor(chance() * whole.length)))
  const bent = Array.from({ length: many }, () => {
    const copy = whole.slice()
    for (let i = 0; i < 4; i++) copy[Math.floor(chance() * copy.length)] = Math.floor(chance() * 256)
    return copy
  })
  const png = (width: number, height: number): Uint8Array => {
    const bytes = new Uint8Array(45)
    bytes.set([0x89, 0x50, 0x4e, 0x47, 13, 10, 26, 10, 0, 0, 0, 13, 0x49, 0x48, 0x44, 0x52])
    new DataView(bytes.buffer).setUint32(16, width)
    new DataView(bytes.buffer).setUint32(20, height)
    return bytes
  }
  return [
    ...cut.map(b => archive('cut off', b)),
    ...bent.map(b => archive('bent', b)),
    ...[-10_000_000, -1e18, 0, 0.5, 1e308, 'x', null].map(schema =>
      archive(`schema ${String(schema)}`, zipSync({ 'fintro.json': manifest(schema), 'shot.json': strToU8('{}') })),
    ),
    ...['../../shot.json', '/etc/passwd', 'strokes/../shot.json', 'x'.repeat(60_000)].map(name =>
      archive(
        `a file called ${name.slice(0, 20)}`,
        zipSync({ [name]: new Uint8Array(10), 'fintro.json': manifest(1) }),
      ),
    ),
    archive('nothing in it', zipSync({})),
    archive('deep', zipSync({ 'fintro.json': strToU8(nested(100_000)) })),
    archive(
      'one long text',
      zipSync({ 'fintro.json': manifest(SCHEMA), 'shot.json': strToU8(`"${'x'.repeat(20_000_000)}"`) }),
    ),
    archive('a name with the character 0', named('a\0b')),
    archive('a name with half of a pair', named('\ud83d')),
    archive('no zip', strToU8('PK and no more')),
    image('16,384 × 16,384', png(16_384, 16_384)),
    image('4,294,967,295 × 1', png(4_294_967_295, 1)),
    image('0 × 0', png(0, 0)),
    image('one byte', Uint8Array.from([0x89])),
    image('SVG', strToU8('<svg xmlns="http://www.w3.org/2000/svg" onload="x()"/>')),
    image('HTML', strToU8('<script>1</script>')),
    image(
      'noise',
      Uint8Array.from({ length: 5000 }, () => Math.floor(chance() * 256)),
    ),
  ]
}

/** What is sent by a seed: the same for the same one. */
export function hostileRequests(target: Target, seed: number, many: number): Hostile[] {
  return [
    ...addresses(target),
    ...strangers(target),
    ...bodies(target, seed, many),
    ...commits(target, seed, many),
    ...files(target, seed, Math.ceil(many / 4)),
  ]
}

import { readdirSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { Validator } from '@seriousme/openapi-schema-validator'
import Ajv2020 from 'ajv/dist/2020'
import addFormats from 'ajv-formats'
import fc from 'fast-check'
import { strToU8 } from 'fflate'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { EXAMPLES, exampleShot, FILES, SHOT, STROKES } from '../../core/commands/examples'
import { makeShot, openShot, SCHEMA, storeShot } from '../../core/document'
import type { Json } from '../support/from-schema'
import { fromSchema } from '../support/from-schema'
import type { FintroServer } from '../support/server'
import { newTestId, serve } from '../support/server'

interface Operation {
  readonly operationId: string
  readonly parameters?: readonly { name: string; in: 'path' | 'query'; required: boolean; schema: Json }[]
  readonly requestBody?: { content: Record<string, { schema?: Json }> }
  readonly responses: { 200: { content: Record<string, { schema?: Json }> } }
  readonly 'x-refusals': readonly string[]
}
interface Described {
  readonly paths: Record<string, Record<string, Operation>>
  readonly components: { schemas: Record<string, Json> }
  readonly 'x-common-refusals': Record<string, number>
}

let server: FintroServer
let stop: () => Promise<void>
let all: Described
let ajv: Ajv2020
const id = newTestId()
beforeAll(async () => {
  ;({ server, stop } = await serve())
  all = (await (await fetch(`${server.url}/api/openapi.json`)).json()) as Described
  // The description as one schema, so that what it refers to is found; it is no schema itself.
  ajv = new Ajv2020({ strict: false, validateFormats: true })
  addFormats(ajv)
  ajv.addSchema({ $id: 'all', components: all.components })
  const { id: _, stacks: __, plans: ___, planOrder: ____, schema: _____, ...about } = storeShot(exampleShot())
  await post('/api/shots', { id, production: 'Described', ...about })
  // A thing on the shelf under the same id.
  const content = { kind: 'pencil', colour: '#1f5aa8', width: 4, smooth: 0.1 }
  await post('/api/shelf', { id, shot: id, name: 'Described', content })
})
afterAll(() => stop())

const post = (path: string, body: unknown) =>
  server.fetch(path, { method: 'POST', body: body instanceof Uint8Array ? Buffer.from(body) : JSON.stringify(body) })
const revisionOf = async (shot: string): Promise<number> =>
  ((await (await server.fetch(`/api/shots/${shot}`)).json()) as { revision: number }).revision

const compiled = new Map<string, ReturnType<Ajv2020['compile']>>()
/** What speaks against a value by a form of the description. */
function faults(schema: Json, value: unknown): string {
  const text = JSON.stringify(schema).replaceAll('"#/', '"all#/')
  const check = compiled.get(text) ?? ajv.compile(JSON.parse(text) as Json)
  compiled.set(text, check)
  return check(value) ? '' : ajv.errorsText(check.errors)
}

describe('the description of the routes', () => {
  it('is OpenAPI 3.1 by its published schema', async () => {
    // JSON Schema of OpenAPI 3.1 (openapis.org), as the package brings it.
    const { valid, errors } = await new Validator().validate(JSON.parse(JSON.stringify(all)))
    expect(errors).toBeUndefined()
    expect(valid).toBe(true)
  })

  it('describes each route that there is, and no other', () => {
    const root = resolve(import.meta.dirname, '../../server/api')
    const there = readdirSync(root, { recursive: true, encoding: 'utf8' }).flatMap(file => {
      const [, path, method] = /^(.*)\.(get|post|delete|put|patch)\.ts$/.exec(file) ?? []
      if (!path) return []
      const segments = join('/api', path).replace(/\/index$/, '')
      return [`${method} ${segments.replaceAll('[', '{').replaceAll(']', '}')}`]
    })
    const described = Object.entries(all.paths).flatMap(([path, ways]) => Object.keys(ways).map(m => `${m} ${path}`))
    expect(described.sort()).toEqual(there.sort())
  })

  it('has an example of each command, which fits what is described', () => {
    for (const example of EXAMPLES) {
      expect(faults({ $ref: `#/components/schemas/${example.name}` }, example), example.name).toBe('')
      expect(faults({ $ref: '#/components/schemas/Command' }, example), example.name).toBe('')
      expect(all.components.schemas[example.name]!.examples).toHaveLength(1)
    }
  })

  it('is a page, too: with each route, each command and each script', async () => {
    const page = await (await fetch(`${server.url}/api/reference`)).text()
    for (const path of Object.keys(all.paths)) expect(page).toContain(path)
    for (const { name } of EXAMPLES) expect(page).toContain(`id="${name}"`)
    for (const name of readdirSync(resolve(import.meta.dirname, '../../docs/scripts'))) expect(page).toContain(name)
    expect(page).not.toContain('<script')
  })
})

/** Commands that come after what nobody has seen are refused at once: these are sent to the shot as it was made. */
const settled = (body: unknown): unknown => {
  if (!(typeof body === 'object' && body && 'base' in body)) return body
  const { incarnation: _, ...rest } = body as Json
  return { ...rest, base: 0 }
}

/** Requests of a route as it is described: its address, and its body. */
function requests(
  path: string,
  { parameters = [], requestBody }: Operation,
): fc.Arbitrary<{ url: string; body: unknown }> {
  const { schemas } = all.components
  const one = (p: (typeof parameters)[number]) => {
    const any = fromSchema(p.schema, schemas)
    // Half of them are about the shot that there is.
    const known = p.name === 'id' || p.name === 'shot' ? fc.constant(p.name === 'id' ? id : [id]) : any
    return fc.oneof(known, any)
  }
  const values = fc.record(Object.fromEntries(parameters.map(p => [p.name, one(p)])), {
    requiredKeys: parameters.filter(p => p.required).map(p => p.name),
  })
  const form = requestBody?.content['application/json']?.schema
  const body = form
    ? fromSchema(form, schemas)
    : fc.constant(requestBody ? strToU8('neither picture nor archive') : undefined)
  return fc.record({ values, body }).map(({ values: v, body: b }) => {
    const query = new URLSearchParams()
    for (const p of parameters.filter(x => x.in === 'query'))
      for (const text of [v[p.name] ?? []].flat()) query.append(p.name, String(text))
    const address = path.replace(/\{(\w+)\}/g, (_, name: string) => encodeURIComponent(String(v[name])))
    return { url: query.size ? `${address}?${query}` : address, body: settled(b) }
  })
}

/** What an answer says that the description does not. */
async function misfit(operation: Operation, response: Response): Promise<string> {
  const type = response.headers.get('content-type')?.split(';')[0] ?? ''
  if (response.ok) {
    const { content } = operation.responses[200]
    if (!content[type]) return `${type} is not described`
    const { schema } = content[type]
    return schema ? faults(schema, await response.json()) : (await response.body?.cancel(), '')
  }
  if (type !== 'application/problem+json') return `${response.status} is no problem document`
  const problem = (await response.json()) as { code: string; status: number }
  if (problem.status !== response.status) return 'its status is another'
  const known = problem.code in all['x-common-refusals'] || operation['x-refusals'].includes(problem.code)
  return known ? faults({ $ref: '#/components/schemas/Problem' }, problem) : `${problem.code} is not described`
}

describe('every route', () => {
  const send = (method: string, url: string, body: unknown) =>
    body === undefined
      ? server.fetch(url, { method: method.toUpperCase() })
      : server.fetch(url, {
          method: method.toUpperCase(),
          body: body instanceof Uint8Array ? Buffer.from(body) : JSON.stringify(body),
        })
  /** Each route, but the one that never ends with the one that takes shots away last. */
  const routes = () =>
    Object.entries(all.paths).flatMap(([path, ways]) =>
      Object.entries(ways).map(([method, operation]) => ({ path, method, operation })),
    )

  it('answers requests as they are described as it says', async () => {
    const told: string[] = []
    const fine = new Set<string>()
    for (const { path, method, operation } of routes())
      await fc.assert(
        fc.asyncProperty(requests(path, operation), async ({ url, body }) => {
          const response = await send(method, url, body)
          if (response.ok) fine.add(operation.operationId)
          const fault = await misfit(operation, response)
          if (fault) told.push(`${method} ${url}: ${fault}`)
          if (method === 'delete') await post(`/api/shots/${id}/restore`, undefined)
          expect(fault).toBe('')
        }),
        { numRuns: 12, seed: 19 },
      )
    expect(told).toEqual([])
    // Those that need what chance does not find are answered well in tests of their own.
    const rare = ['keepThing', 'takeArchive', 'getState', 'replaceByState', 'keepFile', 'getFile']
    const never = routes()
      .map(r => r.operation.operationId)
      .filter(o => !fine.has(o) && !rare.includes(o))
    expect(never).toEqual([])
  }, 120_000)

  it('refuses bodies that lack a field, or have one of another kind, in words', async () => {
    for (const { path, method, operation } of routes()) {
      const form = operation.requestBody?.content['application/json']?.schema
      if (!form) continue
      const schema = all.components.schemas[String(form.$ref).split('/').at(-1)!]!
      for (const field of (schema.required ?? []) as string[])
        await fc.assert(
          fc.asyncProperty(requests(path, operation), fc.boolean(), async ({ url, body }, other) => {
            const { [field]: _, ...rest } = body as Json
            const response = await send(method, url, other ? { ...rest, [field]: { no: 'such thing' } } : rest)
            expect(response.status).toBe(400)
            expect(await misfit(operation, response)).toBe('')
          }),
          { numRuns: 4, seed: 20 },
        )
    }
  }, 60_000)
})

describe('commands of a script', () => {
  it('as in the examples are all applied, one after the other', async () => {
    await post('/api/strokes', { strokes: STROKES })
    for (const file of Object.values(FILES))
      expect((await post('/api/images', Buffer.from(file, 'base64'))).ok).toBe(true)
    const { name, picture, rate, paper, length } = exampleShot()
    await post('/api/shots', { id: SHOT, production: 'Examples', name, picture, rate, paper, length })
    const answer = await post(`/api/shots/${SHOT}/commands`, { base: 0, commands: EXAMPLES })
    const { outcomes } = (await answer.json()) as { outcomes: { id: string; status: string }[] }
    expect(outcomes.filter(o => o.status !== 'applied')).toEqual([])
    const stored = (await (await server.fetch(`/api/shots/${SHOT}`)).json()) as { document: unknown }
    expect(openShot(stored.document).ok).toBe(true)
    // Sent again, nothing is done twice.
    const again = (await (
      await post(`/api/shots/${SHOT}/commands`, { base: 0, commands: EXAMPLES.slice(0, 3) })
    ).json()) as {
      revision: number
    }
    expect(again.revision).toBe(EXAMPLES.length)
  })

  const naming = (n: number, more: object = {}) => ({
    ...{ id: `script-${String(n).padStart(5, '0')}`, schema: SCHEMA, name: 'shot.set', args: { name: `Take ${n}` } },
    ...more,
  })
  const refused = async (body: unknown, words: RegExp) => {
    const before = await revisionOf(id)
    const text = typeof body === 'string' ? body : JSON.stringify(body)
    const answer = await server.fetch(`/api/shots/${id}/commands`, { method: 'POST', body: text })
    expect(answer.status).toBe(400)
    expect(JSON.stringify(await answer.json())).toMatch(words)
    expect(await revisionOf(id)).toBe(before)
  }

  it('are refused whole, in words, where the list is half, too long, or no list of commands', async () => {
    const base = await revisionOf(id)
    const list = JSON.stringify({ base, commands: [naming(1), naming(2)] })
    await refused(list.slice(0, list.length - 20), /not JSON/)
    await refused({ base, commands: Array.from({ length: 1000 }, (_, i) => naming(i)) }, /At most 200 commands/)
    await refused({ base, commands: [] }, /no command/)
    await refused({ base, commands: [naming(1), { id: 'script-00002', schema: SCHEMA }] }, /commands\.1/)
    await refused({ base, commands: [naming(1), naming(2, { name: 'shot.explode' })] }, /commands\.1\.name/)
    await refused({ base, commands: [naming(1, { schema: SCHEMA + 1 })] }, /later Fintro/)
  })

  it('of an older form are brought up to date; of several those that fit are done', async () => {
    const base = await revisionOf(id)
    const commands = [
      naming(11, { schema: 1 }),
      naming(12, { args: { length: -4 } }),
      naming(13, { name: 'column.remove', args: { plan: `${id}.3`, column: 'not-there' } }),
      naming(14),
    ]
    const answer = await post(`/api/shots/${id}/commands`, { base, commands })
    const { outcomes } = (await answer.json()) as { outcomes: { status: string; refusal?: { code: string } }[] }
    expect(outcomes.map(o => o.refusal?.code ?? o.status)).toEqual(['applied', 'invalid', 'gone', 'applied'])
  })

  it('a new shot of a script has the parts that the description names', () => {
    const shot = makeShot('example1', exampleShot())
    expect([Object.keys(shot.stacks), Object.keys(shot.plans)]).toEqual([['example1.1'], ['example1.3']])
    expect(shot.plans['example1.3']!.order).toEqual(['example1.2'])
  })
})

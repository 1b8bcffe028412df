import { z } from 'zod'
import { commandIdSchema } from '#core/commands'
import { commands } from '#core/commands/all'
import { runRefSchema, spotSchema } from '#core/commands/parts'
import { recipeSchema } from '#core/chart'
import { EXAMPLES, exampleWords } from '#core/commands/examples'
import * as parts from '#core/document/document'
import { figureSchema, poseSchema } from '#core/figure'
import { strokeSchema } from '#core/stroke'
import { commitSchema, MAX_COMMANDS } from '../commits/commit'
import * as answers from './answers'
import type { Described } from './routes'
import { ROUTES } from './routes'

export type Json = Record<string, unknown>

/** A command as it is sent, by its name. */
const commandForms = Object.entries(commands).map(([name, { args }]) =>
  z.object({
    id: commandIdSchema,
    schema: z.literal(parts.SCHEMA),
    name: z.literal(name),
    args: args as z.ZodType,
  }),
)
const [first, ...others] = commandForms
const commandForm = z.discriminatedUnion('name', [first!, ...others])
const sentForm = commitSchema.extend({ commands: z.array(commandForm).min(1).max(MAX_COMMANDS) })

/** Forms that are described once and named where they are used. */
const NAMED: Record<string, z.ZodType> = {
  Problem: answers.problem,
  Shot: parts.shotSchema,
  Column: parts.columnSchema,
  Stack: parts.stackSchema,
  Drawing: parts.drawingSchema,
  Content: parts.contentSchema,
  Subject: parts.subjectSchema,
  NewSubject: parts.newSubjectSchema,
  Chart: parts.chartSchema,
  Spacing: recipeSchema,
  Exposure: runRefSchema,
  Spot: spotSchema,
  StrokeReference: parts.strokeRefSchema,
  Figure: figureSchema,
  Pose: poseSchema,
  Stroke: strokeSchema,
  Command: commandForm,
  Committed: answers.committed,
  ...Object.fromEntries(commandForms.map(f => [f.shape.name.value, f])),
}
const place = (id: string): string => `#/components/schemas/${id}`

type Side = 'brought' | 'given'
/** The form of what a route takes or answers; none where that is no JSON. */
function formOf(r: Described, side: Side): z.ZodType | null {
  const it = side === 'given' ? r.answer : r.body
  if (!it || !('form' in it)) return null
  return it.form === commitSchema ? sentForm : it.form
}
/** What a form is called: by a name of its own, else after its route. */
const nameOf = (r: Described, side: Side, form: z.ZodType): string =>
  Object.keys(NAMED).find(id => NAMED[id] === form) ?? `${r.id}.${side}`

/** JSON Schemas (2020-12) of all forms as they are brought; those that have names are referred to. */
function schemas(): Record<string, Json> {
  const forms = { ...NAMED }
  for (const r of ROUTES)
    for (const side of ['brought', 'given'] as const) {
      const form = formOf(r, side)
      if (form) forms[nameOf(r, side, form)] = form
    }
  const registry = z.registry<{ id: string }>()
  for (const [id, form] of Object.entries(forms)) registry.add(form, { id })
  const made = z.toJSONSchema(registry, { uri: place, io: 'input', target: 'draft-2020-12' })
  const out = Object.fromEntries(Object.entries(unshared(made.schemas)).map(([id, form]) => [id, bare(form)]))
  // Each command with the first example of it, as it is applied in a test, and what that does in words.
  const words = exampleWords()
  for (const [i, example] of EXAMPLES.entries()) {
    const form = out[example.name]!
    form.description ??= words[i]
    form.examples ??= [example]
  }
  return out
}
/** Forms that name themselves stand apart, without names of their own: they get some, and stand with the others. */
function unshared(forms: Record<string, object>): Record<string, Json> {
  const { __shared: shared, ...own } = forms as Record<string, Json>
  const apart = Object.entries((shared?.$defs ?? {}) as Record<string, Json>)
  const all = { ...own, ...Object.fromEntries(apart.map(([id, form]) => [id.replace('schema', 'Value'), form])) }
  const text = JSON.stringify(all).replaceAll(`${place('__shared')}#/$defs/schema`, place('Value'))
  return JSON.parse(text) as Record<string, Json>
}

/** What stands inside a document names neither itself nor its dialect. */
const bare = ({ $schema: _, $id: __, ...schema }: Json): Json => schema

/** Parts of an address, or behind it: described is what a text there is turned into. */
function parameters(form: z.ZodObject | undefined, where: 'path' | 'query'): Json[] {
  return Object.entries(form?.shape ?? {}).map(([name, field]) => ({
    name,
    in: where,
    required: where === 'path' || !z.safeParse(field, undefined).success,
    schema: bare(z.toJSONSchema(field, { io: 'output', target: 'draft-2020-12' }) as Json),
  }))
}

function content(r: Described, side: Side): Json {
  const form = formOf(r, side)
  if (form) return { 'application/json': { schema: { $ref: place(nameOf(r, side, form)) } } }
  const it = side === 'given' ? r.answer : r.body
  return it && 'types' in it ? Object.fromEntries(it.types.map(t => [t, {}])) : {}
}

function operation(r: Described): Json {
  const refused = { $ref: '#/components/responses/Refused' }
  const given = [...parameters(r.params, 'path'), ...parameters(r.query, 'query')]
  const most = r.body && 'most' in r.body ? { description: `At most ${r.body.most}.` } : {}
  return {
    operationId: r.id,
    tags: [r.group],
    summary: r.summary,
    ...(r.more ? { description: r.more } : {}),
    ...(given.length ? { parameters: given } : {}),
    ...(r.body ? { requestBody: { required: true, ...most, content: content(r, 'brought') } } : {}),
    ...(r.method === 'get' || r.reads ? {} : { security: [{ token: [] }] }),
    responses: {
      200: { description: 'It was done.', content: content(r, 'given') },
      '4XX': refused,
      '5XX': refused,
    },
    'x-refusals': [...(r.refusals ?? [])],
  }
}

const ABOUT = [
  [
    'Plans the pose-to-pose timing of animated shots. A shot is one document; it is changed by commands,',
    'which are kept in its journal, each under the next revision.',
  ],
  [
    'Requests that change something come from Fintro’s own pages, or name the token of the server (FINTRO_TOKEN)',
    'in the header “fintro-token”. All that is refused is answered as a problem (RFC 9457) with a code and a sentence.',
    'Ids are chosen by whoever sends a command and stay; ids that a command makes are its own with a dot and a count.',
  ],
]
  .map(lines => lines.join(' '))
  .join('\n\n')

/** Refusals that any route may answer with. */
export const COMMON = {
  ...{ 'bad-input': 400, 'bad-target': 400, 'not-json': 400, 'not-text': 400, 'too-deep': 400, empty: 400 },
  ...{ 'broken-off': 400, 'no-origin': 403, 'other-origin': 403, 'other-token': 403, 'no-route': 404 },
  ...{ 'other-method': 405, 'too-slow': 408, 'too-large': 413, 'other-host': 421, 'head-too-large': 431 },
  ...{ fault: 500, busy: 503, slow: 503, 'no-database': 503, 'other-database': 503, 'no-store': 503 },
}

/** The description of all routes as OpenAPI 3.1 (OpenAPI Initiative, openapis.org), made from the forms that they use. */
export function openApi(): Json {
  const paths: Record<string, Json> = {}
  for (const r of ROUTES) paths[r.path] = { ...paths[r.path], [r.method]: operation(r) }
  return {
    openapi: '3.1.0',
    info: { title: 'Fintro', version: `${parts.SCHEMA}.0.0`, description: ABOUT },
    servers: [{ url: '/' }],
    tags: [...new Set(ROUTES.map(r => r.group))].map(name => ({ name })),
    paths,
    components: {
      schemas: schemas(),
      responses: {
        Refused: {
          description: 'It was not done, and why.',
          content: { 'application/problem+json': { schema: { $ref: place('Problem') } } },
        },
      },
      securitySchemes: { token: { type: 'apiKey', in: 'header', name: 'fintro-token' } },
    },
    'x-common-refusals': COMMON,
  }
}

import { typeWords } from './type-words'
import type { Json } from './document'
import { COMMON } from './document'
import type { Described } from './routes'
import { ROUTES } from './routes'

/** A script of the page: what its file is called, and what is in it. */
export interface Script {
  readonly name: string
  readonly text: string
}

const ESCAPES: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' }
const safe = (text: string): string => text.replace(/[&<>"]/g, c => ESCAPES[c]!)
const idOf = (name: string): string => name.replace(/[^A-Za-z0-9.]+/g, '-')

const STYLE = `
:root { --ink: #1d2824; --soft: #5a6862; --ground: #f3f5f1; --sheet: #fdfcf7; --edge: #b4c6ba; --link: #2c6b54; color-scheme: light }
@media (prefers-color-scheme: dark) {
  :root { --ink: #e6ece6; --soft: #a3b2aa; --ground: #232b28; --sheet: #1c2321; --edge: #47574f; --link: #7cc4a5; color-scheme: dark }
}
* { box-sizing: border-box }
body { margin: 0; background: var(--ground); color: var(--ink); font: 15px/1.5 system-ui, sans-serif }
body { display: flex; align-items: flex-start }
nav { position: sticky; top: 0; height: 100vh; overflow-y: auto; width: 17rem; flex: none }
nav { padding: 1rem; border-right: 1px solid var(--edge); font-size: 13px }
nav ul { margin: 0 0 .6rem; padding-left: .8rem; list-style: none }
main { max-width: 56rem; padding: 1rem 2rem 6rem; min-width: 0 }
h1 { font-size: 26px; margin: 0 } h2 { margin-top: 2.5rem; border-bottom: 1px solid var(--edge) }
h3 { margin: 1.8rem 0 .2rem; font-size: 16px } h3 code { font-size: 14px; font-weight: 600 }
a { color: var(--link) } code, pre { font: 12.5px/1.5 ui-monospace, monospace }
pre { background: var(--sheet); border: 1px solid var(--edge); border-radius: 4px; padding: .6rem .8rem; overflow-x: auto }
p { margin: .3rem 0 } .soft { color: var(--soft) } .method { display: inline-block; min-width: 4rem }
table { border-collapse: collapse; margin: .4rem 0 } td { padding: .15rem .8rem .15rem 0; vertical-align: top }
@media (max-width: 50rem) { body { display: block } nav { position: static; width: auto; height: auto } main { padding: 1rem } }
`

/** A form by a link to where it stands, or in words. */
const formWords = (schema: Json): string =>
  typeWords(schema).replace(/‹([^›]+)›/g, (_, name: string) => `<a href="#${idOf(name)}">${safe(name)}</a>`)

/** A line of a table: a name, a word on it, and its type. */
const row = (name: string, word: string, form: Json): string =>
  `<tr><td><code>${safe(name)}</code>${word && ` <span class="soft">${word}</span>`}</td><td>${formWords(form)}</td></tr>`

/** Fields of a form, each with its type. */
function fields(schema: Json): string {
  const needed = new Set((schema.required as string[] | undefined) ?? [])
  const rows = Object.entries((schema.properties ?? {}) as Record<string, Json>).map(([name, form]) =>
    row(name, needed.has(name) ? '' : 'optional', form),
  )
  return rows.length ? `<table>${rows.join('')}</table>` : `<p>${formWords(schema)}</p>`
}

const json = (value: unknown): string => `<pre>${safe(JSON.stringify(value, null, 2))}</pre>`

function route(r: Described, operation: Json, schemas: Record<string, Json>): string {
  const parameters = (
    (operation.parameters ?? []) as { name: string; in: string; required: boolean; schema: Json }[]
  ).map(p =>
    row(p.name, p.in === 'path' ? 'in the address' : p.required ? 'behind “?”' : 'behind “?”, optional', p.schema),
  )
  const brought = operation.requestBody as
    { description?: string; content: Record<string, { schema?: Json }> } | undefined
  const given = (operation.responses as { 200: { content: Record<string, { schema?: Json }> } })[200].content
  return `<h3 id="${idOf(r.id)}"><code><span class="method">${r.method.toUpperCase()}</span> ${safe(r.path)}</code></h3>
<p>${safe(r.summary)}</p>${r.more ? `<p>${safe(r.more)}</p>` : ''}
${parameters.length ? `<table>${parameters.join('')}</table>` : ''}
${brought ? `<p>Takes ${contentWords(brought.content, schemas)}${brought.description ? ` ${safe(brought.description)}` : ''}</p>` : ''}
<p>Answers ${contentWords(given, schemas)}</p>
${r.refusals?.length ? `<p class="soft">Refusals of its own: ${r.refusals.map(c => `<code>${safe(c)}</code>`).join(', ')}</p>` : ''}`
}

/** What comes or goes: fields of a form that has no name elsewhere, a link, or media types. */
function contentWords(content: Record<string, { schema?: Json }>, schemas: Record<string, Json>): string {
  const schema = content['application/json']?.schema
  if (!schema)
    return `${Object.keys(content)
      .map(t => `<code>${safe(t)}</code>`)
      .join(', ')}.`
  const name = String(schema.$ref).split('/').at(-1)!
  return /\.(brought|given)$/.test(name) ? `JSON:${fields(schemas[name]!)}` : `JSON: ${formWords(schema)}.`
}

function commandPart(name: string, form: Json): string {
  const [example] = form.examples as [unknown]
  const args = (form.properties as Record<string, Json>).args!
  return `<h3 id="${idOf(name)}"><code>${safe(name)}</code></h3>${fields(args)}
<p>For example “${safe(String(form.description))}”:</p>${json(example)}`
}

/** The description as a page that can be read: scripts, routes, commands with an example each, forms. */
export function page(document: Json, scripts: readonly Script[]): string {
  const { info, paths, components } = document as {
    info: { description: string }
    paths: Record<string, Record<string, Json>>
    components: { schemas: Record<string, Json> }
  }
  const { schemas } = components
  const groups = [...new Set(ROUTES.map(r => r.group))]
  const commandNames = Object.keys(schemas).filter(n => schemas[n]!.examples)
  const formNames = Object.keys(schemas).filter(n => /^[A-Z]/.test(n) && n !== 'Command')
  const list = (names: readonly string[], shown = (n: string): string => n): string =>
    `<ul>${names.map(n => `<li><a href="#${idOf(n)}">${safe(shown(n))}</a></li>`).join('')}</ul>`
  const nav = `<p><a href="#top">Fintro for other programs</a></p>
<p><a href="#scripts">Drive Fintro from a script</a></p>${list(scripts.map(s => s.name))}
${groups.map(g => `<p>${safe(g)}</p>${list(ROUTES.filter(r => r.group === g).map(r => r.id))}`).join('')}
<p><a href="#Command">Commands</a></p>${list(commandNames)}<p><a href="#forms">Forms</a></p>${list(formNames)}`
  const routes = groups.map(
    g =>
      `<h2>${safe(g)}</h2>${ROUTES.filter(r => r.group === g)
        .map(r => route(r, paths[r.path]![r.method]!, schemas))
        .join('')}`,
  )
  const about = info.description.split('\n\n').map(p => `<p>${safe(p)}</p>`)
  return `<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>Fintro for other programs</title><style>${STYLE}</style><nav>${nav}</nav><main id="top"><h1>Fintro for other programs</h1>
${about.join('')}<p>The same for programs: <a href="openapi.json">openapi.json</a> (OpenAPI 3.1).</p>
<h2 id="scripts">Drive Fintro from a script</h2>
<p>Start the server with <code>FINTRO_TOKEN</code>, and give scripts <code>FINTRO_URL</code> and <code>FINTRO_TOKEN</code>.
Each runs as it is, without further packages.</p>
${scripts.map(s => `<h3 id="${idOf(s.name)}">${safe(s.name)}</h3><pre>${safe(s.text)}</pre>`).join('')}
${routes.join('')}
<h2>Refusals</h2><p>Any route may answer with these: ${Object.keys(COMMON)
    .map(c => `<code>${safe(c)}</code>`)
    .join(', ')}.</p>
<h2 id="Command">Commands</h2>
<p>Each is sent with an <code>id</code>, the <code>schema</code> it was made for, its <code>name</code> and <code>args</code>.
The examples follow each other: they make one shot.</p>
${commandNames.map(n => commandPart(n, schemas[n]!)).join('')}
<h2 id="forms">Forms</h2>${formNames.map(n => `<h3 id="${idOf(n)}">${safe(n)}</h3>${fields(schemas[n]!)}`).join('')}
</main></html>`
}

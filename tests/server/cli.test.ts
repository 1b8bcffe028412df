import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
// An independent reader of PDF (ISO 32000).
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { PNG } from 'pngjs'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { demoShots } from '../../demo'
import { SCHEMA } from '../../core/document'
import { main } from '../../cli/main'
import type { Said } from '../support/cli'
import { fintro as program } from '../support/cli'
import { loadDemo } from '../support/demo'
import type { FintroServer } from '../support/server'
import { newTestId, serve } from '../support/server'

const TOKEN = 'a-token-of-the-tests'
const folder = mkdtempSync(join(tmpdir(), 'fintro-cli-'))
const demo = newTestId()
let server: FintroServer
let stop: () => Promise<void>
beforeAll(async () => {
  const running = await serve({ FINTRO_TOKEN: TOKEN })
  ;({ server, stop } = running)
  await loadDemo(running.db, demo)
})
afterAll(async () => {
  rmSync(folder, { recursive: true, force: true })
  await stop()
})

/** The command line in this process: starting it anew each time would take longer than what it does. */
async function run(
  args: readonly string[],
  { url, token = '', input = '' }: Parameters<typeof program>[1],
): Promise<Said> {
  const [out, faults]: [string[], string[]] = [[], []]
  const about = ['--server', url, '--token', token]
  const code = await main(['node', 'fintro', ...about, ...args], {
    say: line => void out.push(line),
    tell: fault => void faults.push(fault),
    input: () => Promise.resolve(input),
  })
  return { out: out.join('\n'), fault: faults.join('\n'), code }
}
const fintro = (args: readonly string[], input?: string) => run(args, { url: server.url, token: TOKEN, input })
const written = (name: string, content: unknown): string => {
  const file = join(folder, name)
  writeFileSync(file, typeof content === 'string' ? content : JSON.stringify(content))
  return file
}
const stored = async (id: string) =>
  (await (await server.fetch(`/api/shots/${id}`)).json()) as {
    revision: number
    document: { name: string; length: number }
  }
const naming = (name: string) => ({ name: 'shot.set', args: { name } })

describe('the command line', () => {
  it('makes and lists shots', async () => {
    const made = await fintro(['new', 'Crane', '--production', 'Trials', '--rate', '30000/1001', '--length', '30'])
    expect(made).toMatchObject({ fault: '', code: 0 })
    // An id that begins with a dash would be taken for an option.
    expect(made.out).toMatch(/^[A-Za-z0-9]{16}$/)
    // As a program of its own.
    const { out } = await program(['list'], { url: server.url })
    expect(await program(['apply', made.out, '-'], { url: server.url, token: TOKEN, input: '[' })).toMatchObject({
      ...{ code: 1, out: '', fault: '- is not JSON, or cut off. Nothing was sent.' },
    })
    expect(out.split('\n')).toContain([made.out, 'Trials', 'Crane', '30 frames', 'revision 0'].join('\t'))
    expect(JSON.parse((await fintro(['list', '--json'])).out)).toHaveProperty('productions')
    expect((await fintro(['new', 'Crane', '--production', 'Trials', '--rate', 'fast'])).fault).toContain(
      'fast is no rate',
    )
    expect((await fintro(['new', 'Crane', '--production', 'Trials', '--length', '0'])).fault).toContain('(length)')
  })

  it('does the commands of a file, all or none, from a file or what comes in, also as one step', async () => {
    const id = (await fintro(['new', 'Second crane', '--production', 'Trials'])).out
    const two = [naming('Take 1'), { name: 'shot.set', args: { length: 72 } }]
    expect(await fintro(['apply', id, '--try', written('two.json', two)])).toMatchObject({
      out: 'Rename the shot\nMake the shot 72 frames long',
    })
    expect((await stored(id)).revision).toBe(0)
    await fintro(['apply', id, written('two.json', two)])
    expect(await stored(id)).toMatchObject({ revision: 2, document: { name: 'Take 1', length: 72 } })
    await fintro(
      ['apply', id, '-', '--words', 'Second take'],
      JSON.stringify({ commands: [naming('Take 2'), naming('Take 3')] }),
    )
    expect(await stored(id)).toMatchObject({ revision: 3, document: { name: 'Take 3' } })
    // More than the server takes at once.
    const many = Array.from({ length: 1000 }, (_, i) => naming(`Take ${i + 4}`))
    expect(await fintro(['apply', id, written('many.json', many)])).toMatchObject({ code: 0 })
    expect(await stored(id)).toMatchObject({ revision: 1003, document: { name: 'Take 1003' } })
  })

  it('sends nothing where a list is cut off, is none, or does not fit', async () => {
    const before = await stored(demo)
    const half = JSON.stringify([naming('Take 1'), naming('Take 2')]).slice(0, -12)
    const cases: [content: unknown, words: RegExp][] = [
      [half, /not JSON, or cut off/],
      [[{ name: 'shot.set' }], /no list of commands/],
      [[naming('Take 1'), { name: 'shot.explode', args: {} }], /Command 2 \(shot\.explode\)/],
      [[naming('Take 1'), { ...naming('Take 2'), schema: SCHEMA + 1 }], /later Fintro/],
      [[naming('Take 1'), { name: 'shot.set', args: { length: -1 } }], /Command 2 \(shot\.set\)/],
    ]
    for (const [content, words] of cases) {
      const said = await fintro(['apply', demo, written('bad.json', content)])
      expect(said).toMatchObject({ code: 1, out: '' })
      expect(said.fault).toMatch(words)
    }
    expect(await stored(demo)).toEqual(before)
    expect((await fintro(['apply', demo, join(folder, 'none.json')])).fault).toContain('cannot be read')
    expect((await fintro(['apply', 'not-there', written('bad.json', [naming('x')])])).fault).toContain('no such shot')
    expect((await run(['list'], { url: 'http://127.0.0.1:9' })).fault).toContain('No server answers')
    const alien = await run(['apply', demo, written('good.json', [naming('x')])], { url: server.url })
    expect(alien.fault).toContain('names the token')
  })

  it('writes images by frame and by drawing, and paper, from the server and from an archive alike', async () => {
    const archive = join(folder, 'shot.fintro.zip')
    writeFileSync(archive, Buffer.from(await (await server.fetch(`/api/shots/${demo}/archive`)).arrayBuffer()))
    const [a, b, drawings] = ['a', 'b', 'drawings'].map(n => join(folder, n)) as [string, string, string]
    const some = ['--from', '13', '--to', '16', '--scale', '0.25']
    // Reading needs no token.
    expect(await run(['images', demo, a, ...some], { url: server.url })).toMatchObject({ code: 0, fault: '' })
    expect(await fintro(['images', archive, b, ...some])).toMatchObject({
      out: expect.stringMatching(new RegExp(`^4 images in ${b} \\(\\d+\\.\\d\\d s\\)$`)) as string,
    })
    const names = readdirSync(a).sort()
    expect(names).toEqual([13, 14, 15, 16].map(n => `020-Lantern-lift.00${n}.png`))
    for (const name of names) expect(readFileSync(join(b, name)).equals(readFileSync(join(a, name)))).toBe(true)
    const { width, height } = PNG.sync.read(readFileSync(join(a, names[0]!)))
    expect([width, height]).toEqual([480, 270])

    await fintro(['images', demo, drawings, '--by', 'drawing', '--column', 'Keeper', '--svg', '--no-paper'])
    const { shot } = demoShots()[0]!
    const keeper = Object.values(shot.plans)[0]!.columns.keeper!
    const all = Object.values(shot.stacks[keeper.stack]!.drawings).map(d => `Keeper-${d.number.padStart(4, '0')}.svg`)
    expect(all).toEqual(expect.arrayContaining(readdirSync(drawings)))
    expect(readFileSync(join(drawings, 'Keeper-0007.svg'), 'utf8')).toMatch(/^<svg .*<path/)

    const pdf = join(folder, 'sheet.pdf')
    expect((await fintro(['paper', archive, pdf, '--date', '1 May 2026'])).out).toMatch(/^\d+ pages in /)
    const doc = await getDocument({ data: new Uint8Array(readFileSync(pdf)), verbosity: 0 }).promise
    const { items } = await (await doc.getPage(1)).getTextContent()
    const text = items.map(i => ('str' in i ? i.str : '')).join(' ')
    for (const words of ['020 Lantern lift', 'Keeper', '1 May 2026']) expect(text).toContain(words)
  })

  it('says what it cannot write', async () => {
    const out = join(folder, 'never')
    const faults: [args: string[], words: string][] = [
      [['images', demo, out, '--from', '50', '--to', '20'], 'Whole frames from 1 to'],
      [['images', demo, out, '--column', 'Nobody'], 'no column Nobody'],
      [['images', demo, out, '--pattern', '[shot]'], 'frame'],
      [['images', demo, out, '--plan', 'Nothing'], 'no plan Nothing'],
      [['images', demo, out, '--burn', 'weather'], 'weather cannot be written'],
      [['images', written('no.zip', 'no archive'), out], 'damaged, cut off, or no archive'],
      [['paper', demo, join(folder, 'not/there.pdf')], 'cannot be written'],
    ]
    for (const [args, words] of faults) {
      const said = await fintro(args)
      expect([said.code, said.fault]).toEqual([1, expect.stringContaining(words)])
    }
  })
})

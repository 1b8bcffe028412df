import { execFile } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { promisify } from 'node:util'
import { PNG } from 'pngjs'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { StoredShot } from '../../core/document'
import type { FintroServer } from '../support/server'
import { serve } from '../support/server'

const TOKEN = 'a-token-of-the-tests'
const folder = mkdtempSync(join(tmpdir(), 'fintro-scripts-'))
let server: FintroServer
let stop: () => Promise<void>
beforeAll(async () => {
  ;({ server, stop } = await serve({ FINTRO_TOKEN: TOKEN }))
  for (const [name, grey] of [
    ['keeper_0001.png', 40],
    ['keeper_0003.png', 90],
    ['keeper_0099.png', 160],
  ] as const) {
    const png = new PNG({ width: 64, height: 36 })
    for (let i = 0; i < png.data.length; i += 4) png.data.set([grey, grey, grey, 255], i)
    writeFileSync(join(folder, name), PNG.sync.write(png))
  }
})
afterAll(async () => {
  rmSync(folder, { recursive: true, force: true })
  await stop()
})

const shotOf = async (id: string): Promise<StoredShot> =>
  ((await (await server.fetch(`/api/shots/${id}`)).json()) as { document: StoredShot }).document

describe.each([
  ['node', 'mjs', process.execPath],
  ['Python', 'py', 'python3'],
])('scripts of the page, in %s', (_, ending, program) => {
  async function run(name: string, args: readonly string[], token = TOKEN): Promise<string> {
    const script = resolve(import.meta.dirname, `../../docs/scripts/${name}.${ending}`)
    const env = { ...process.env, FINTRO_URL: server.url, FINTRO_TOKEN: token, PYTHONIOENCODING: 'utf-8' }
    const { stdout } = await promisify(execFile)(program, [script, ...args], { env })
    return stdout.trim()
  }

  it('plan a shot, print what it exposes, and bring finished pictures back', async () => {
    const id = await run('2-plan', [`Trials ${ending}`, 'Crane'])
    expect(await run('1-exposures', [])).toContain(`${id}  Trials ${ending}  Crane  24 frames`)
    // The second key nine frames after the first, three in-betweens on twos before it: 9 − 3 × 2 frames are left to the first.
    expect(await run('1-exposures', [id])).toBe('Keeper: 1×3 3×2 5×2 7×2 9×15')
    const plan = Object.values((await shotOf(id)).plans)[0]!
    expect(Object.values(plan.charts)[0]!.ticks.map(t => t.u)).toEqual([0.125, 0.25, 0.5])

    expect(await run('3-finish', [id, 'Keeper', folder])).toBe(
      'keeper_0099.png: no drawing has this number\n2 drawings finished',
    )
    const drawings = Object.values(Object.values((await shotOf(id)).stacks)[0]!.drawings)
    const finished = drawings.filter(d => d.finished)
    expect(finished.map(d => d.number).sort()).toEqual(['1', '3'])
    expect(finished[0]!.finished!.at).toEqual([30, 0, 0, 30, 960, 540])
  })

  it('say why something was not done', async () => {
    await expect(run('1-exposures', ['not-there'])).rejects.toThrow('There is no such shot')
    await expect(run('2-plan', ['Trials', 'Crane'], 'another token')).rejects.toThrow('not that of this server')
  })
})

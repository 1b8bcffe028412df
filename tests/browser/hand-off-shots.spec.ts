import type { Locator, Page } from '@playwright/test'
import { strFromU8, unzipSync } from 'fflate'
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { makeShot, openShot, renamed } from '../../core/document'
import { rate } from '../../core/time'
import { demoShots } from '../../demo'
import { keepStrokes } from '../../server/media/strokes'
import { keepShot } from '../../server/shots/shots'
import { picturesOf, streamsOf } from '../support/media'
import { newTestId } from '../support/server'
import { exported, near, open, pngs } from './exporting'
import type { Running } from './fixtures'
import { Desk, expect, test } from './fixtures'

test.describe('several shots', () => {
  /** Three of the demo's shots in a production of their own. */
  async function production(running: Running, name: string): Promise<string[]> {
    const ids: string[] = []
    for (const { shot, strokes } of demoShots().slice(0, 3)) {
      const id = newTestId()
      const opened = openShot(renamed(shot, id))
      if (!opened.ok) throw new Error(opened.message)
      await keepStrokes(running.db, strokes)
      await keepShot(running.db, opened.shot, name)
      ids.push(id)
    }
    return ids
  }
  test('become one movie, in their order', async ({ page, running }) => {
    const [id] = await production(running, 'Harbour wall')
    await new Desk(page, running.server, id!).open()
    const panel = await open(page, 'Movie')
    await panel.getByLabel('Size of the movie').selectOption('0.25')
    await panel.getByLabel('Several shots of Harbour wall').check()
    await panel.getByRole('checkbox', { name: '050 Kelp on the line' }).uncheck()
    const movie = await exported(panel, 'Export 2 shots')
    expect(movie.name).toBe('Harbour-wall.mp4')
    expect((await streamsOf(movie.path))[0]).toMatchObject({ width: 480, height: 270, nb_read_frames: String(96 + 61) })
    // 020 comes behind 010: its last picture ends the movie.
    const pictures = await picturesOf(movie.path, { width: 480, height: 270 })
    await panel.getByLabel('Several shots of Harbour wall').uncheck()
    const images = await pngs(panel, '0.25')
    near(
      pictures.slice(96).map(data => ({ data, channels: 3 as const })),
      images,
      30,
    )
  })
  /** Three shots of a production, whose window is closed before the last one. */
  async function interrupted(
    page: Page,
    running: Running,
    kind: 'Images' | 'Paper',
  ): Promise<{ panel: Locator; ids: string[] }> {
    const name = `Harbour light, ${kind}`
    const ids = await production(running, name)
    const desk = new Desk(page, running.server, ids[0]!)
    await desk.open()
    const panel = await open(page, kind)
    if (kind === 'Images') await panel.getByLabel('Size of the images').selectOption('0.25')
    await panel.getByLabel(`Several shots of ${name}`).check()
    // The last shot is held back until the window is closed.
    const shots = (await (await fetch(`${running.server.url}/api/shots`)).json()) as {
      productions: { name: string; shots: { id: string; name: string }[] }[]
    }
    const last = shots.productions.find(p => p.name === name)!.shots.find(s => s.name.startsWith('050'))!
    await page.route(`**/api/shots/${last.id}`, () => undefined)
    await panel.getByRole('button', { name: 'Export 3 shots' }).click()
    await expect(panel.getByText(/^050 Kelp on the line · Getting ready/)).toBeVisible()
    await page.unroute(`**/api/shots/${last.id}`)
    page.on('dialog', d => void d.accept())
    await page.reload()
    await expect(desk.picture).toBeVisible()
    const again = await open(page, kind)
    await expect(again.getByText('An export of 3 shots was interrupted; 2 of them are done.')).toBeVisible()
    return { panel: again, ids }
  }

  test('of papers that are done none is made again after a window was closed', async ({ page, running }) => {
    const { panel, ids } = await interrupted(page, running, 'Paper')
    const asked: string[] = []
    page.on('request', r => asked.push(r.url()))
    const { bytes } = await exported(panel, 'Go on with it')
    const pdf = await getDocument({ data: new Uint8Array(bytes) }).promise
    expect(pdf.numPages).toBeGreaterThanOrEqual(3)
    expect(ids.filter(id => asked.some(url => url.endsWith(`/api/shots/${id}`)))).toEqual([ids[2]])
  })

  test('are gone on with where a closed window left them, with a timeline', async ({ page, running }) => {
    const { panel } = await interrupted(page, running, 'Images')
    const zip = unzipSync(new Uint8Array((await exported(panel, 'Go on with it')).bytes))
    const names = Object.keys(zip)
    expect(names[0]).toBe('Harbour-light,-Images.otio')
    expect(names.filter(n => n.startsWith('010-Sponge-on-the-steps/'))).toHaveLength(96)
    expect(names.filter(n => n.startsWith('050-Kelp-on-the-line/'))).toHaveLength(72)
    const { tracks } = JSON.parse(strFromU8(zip['Harbour-light,-Images.otio']!)) as {
      tracks: {
        children: { children: { name: string; media_references: { DEFAULT_MEDIA: Record<string, string> } }[] }[]
      }
    }
    const clips = tracks.children[0]!.children
    expect(clips.map(c => c.name)).toEqual(['010 Sponge on the steps', '020 Lantern lift', '050 Kelp on the line'])
    const media = clips[1]!.media_references.DEFAULT_MEDIA
    expect(names).toContain(`${media.target_url_base}${media.name_prefix}0001${media.name_suffix}`)
    await expect(panel.getByText(/was interrupted/)).toBeHidden()
  })
})

test.describe('what goes wrong', () => {
  /** Runs something at the beginning of a worker's program. */
  const before = (page: Page, worker: string, program: string) =>
    page.route(new RegExp(`/${worker}\\.worker-[^/]*\\.js$`), async route => {
      const response = await route.fetch()
      await route.fulfill({ response, body: `${program};\n${await response.text()}` })
    })

  test('an encoder that takes a size and then fails is told, and no file is made', async ({ page, desk: _desk }) => {
    await before(page, 'movie', 'VideoEncoder.prototype.encode = () => { throw new Error("no more encoders") }')
    const panel = await open(page, 'Movie')
    await panel.getByRole('button', { name: 'Export movie' }).click()
    await expect(panel.getByRole('alert')).toContainText('The browser’s encoder for H.264 failed: no more encoders')
    await expect(panel.getByRole('button', { name: 'Export movie' })).toBeEnabled()
  })
  test('a full disk is told', async ({ page, desk: _desk }) => {
    await before(
      page,
      'gif',
      'FileSystemSyncAccessHandle.prototype.write = () => { throw new DOMException("full", "QuotaExceededError") }',
    )
    const panel = await open(page, 'GIF')
    await panel.getByRole('button', { name: 'Export GIF' }).click()
    await expect(panel.getByRole('alert')).toContainText('There is no room left for it on this disk.')
  })
  test('a worker that breaks off is told, and the next export has a new one', async ({ page, desk: _desk }) => {
    await before(
      page,
      'gif',
      'addEventListener("message", e => { if (e.data?.path?.[0] === "make") throw new Error("out of memory") })',
    )
    const panel = await open(page, 'GIF')
    await panel.getByRole('button', { name: 'Export GIF' }).click()
    await expect(panel.getByRole('alert')).toContainText('It broke off in the browser.')
    await page.unrouteAll()
    await exported(panel, 'Export GIF')
  })
  test('where nothing is encoded, movies are not offered', async ({ page, desk: _desk }) => {
    await before(page, 'movie', 'delete globalThis.VideoEncoder')
    const panel = await open(page, 'Movie')
    await expect(panel.getByRole('alert')).toContainText('This browser encodes no movies of 1920 × 1080 px here.')
    await expect(panel.getByRole('button', { name: 'Export movie' })).toBeDisabled()
  })
  test('odd sizes are padded, which is said; a shot of one frame and a name of any letters are exported', async ({
    page,
    running,
  }) => {
    const about = {
      name: 'Möwe: 灯台/7',
      picture: { width: 333, height: 201 },
      rate: rate(24),
      paper: '#fffdf6',
      length: 1,
    }
    const id = newTestId()
    await keepShot(running.db, makeShot(id, about), 'Odd sizes')
    await new Desk(page, running.server, id).open()
    const panel = await open(page, 'Movie')
    await panel.getByLabel('Size of the movie').selectOption('1')
    await expect(panel.getByText('Padded to 334 × 202 px: movies have even sizes.')).toBeVisible()
    const movie = await exported(panel, 'Export movie')
    expect(movie.name).toBe('Möwe-灯台-7.mp4')
    expect((await streamsOf(movie.path))[0]).toMatchObject({ width: 334, height: 202, nb_read_frames: '1' })
  })
})

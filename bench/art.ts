import type { Browser, Page } from '@playwright/test'
import { QueryTypes, type Sequelize } from 'sequelize'
import type { Shot } from '../core/document'
import type { Command } from '../core/commands'
import { makeShot, openShot, SCHEMA } from '../core/document'
import { applyCommand, changesBack, revertCommand } from '../core/commands'
import type { Stroke } from '#core/stroke'
import { rate } from '#core/time'
import { Planner } from '../demo/planner'
import { keepShot } from '../server/shots/shots'
import { keepStrokes } from '../server/media/strokes'
import { newTestId, serve } from '../tests/support/server'
import type { Row } from './row'

/**
 * A line as a hand draws it: `n` points about 5 px apart, with tremor and pressure. The same each time for the same
 * number.
 */
export function handLine(seed: number, n: number): [number, number, number][] {
  const [x, y, a, bend] = [150 + ((seed * 97) % 1500), 120 + ((seed * 61) % 800), seed * 2.4, Math.sin(seed) / 40]
  let [px, py] = [x, y]
  return Array.from({ length: n }, (_, i) => {
    const way = a + bend * i
    px += Math.cos(way) * (4 + 2 * Math.sin(i / 6)) + 0.3 * Math.sin(i * 1.9)
    py += Math.sin(way) * (4 + 2 * Math.sin(i / 6)) + 0.3 * Math.cos(i * 1.3)
    return [px, py, Math.max(0.05, Math.min(1, 0.2 + 0.7 * Math.sin((Math.PI * i) / n) + 0.04 * Math.sin(i)))]
  })
}
const strokeOf = (seed: number, n: number): Stroke => ({
  schema: 1,
  colour: '#26302c',
  width: 5,
  pressure: true,
  points: handLine(seed, n).flat(),
})

/** A shot of drawings drawn by hand, one after the other on twos. */
function drawnShot(id: string, drawings: number, strokes: number, points: number): { shot: Shot; strokes: Stroke[] } {
  const p = new Planner(
    makeShot(id, {
      name: `Drawn ${drawings}`,
      picture: { width: 1920, height: 1080 },
      rate: rate(24),
      paper: '#fffdf6',
      length: Math.max(24, drawings * 2),
    }),
  )
  p.column('ink', 'Ink', '#26302c')
  for (let i = 0; i < drawings; i++) {
    const refs = Array.from({ length: strokes }, (_, k) =>
      p.stroke(
        '#26302c',
        5,
        handLine(i * strokes + k, points).map(([x, y]) => [x, y] as const),
      ),
    )
    p.pose('ink', 1 + i * 2, 'key', { poses: {}, strokes: refs })
  }
  return { shot: p.shot, strokes: p.strokes }
}

async function kept(db: Sequelize, drawings: number, strokes: number, points: number): Promise<string> {
  const made = drawnShot(newTestId(), drawings, strokes, points)
  for (let i = 0; i < made.strokes.length; i += 2000) await keepStrokes(db, made.strokes.slice(i, i + 2000))
  await keepShot(db, made.shot, 'Trials')
  return made.shot.id
}

async function openDesk(page: Page, url: string): Promise<void> {
  await page.goto(url)
  await page.locator('[data-part=picture]').waitFor()
  await page.getByRole('button', { name: 'Column Ink' }).click()
  await page.waitForTimeout(800)
}

const ghosts = (page: Page, n: number) =>
  page.evaluate(count => {
    localStorage.setItem('fintro-ghosts', String(count > 0))
    localStorage.setItem(
      'fintro-ghost-rule',
      JSON.stringify({
        by: 'drawing',
        before: Array.from({ length: Math.ceil(count / 2) }, () => 0.8),
        after: Array.from({ length: Math.floor(count / 2) }, () => 0.8),
      }),
    )
  }, n)

/**
 * Drawing with 3 ghosts over a drawing of 300 strokes, as desk.follow measures dragging. `follow` moves the pointer and
 * counts.
 */
export async function penFollow(
  page: Page,
  server: string,
  db: Sequelize,
  follow: (x: number, y: number) => Promise<number>,
  empty: number,
): Promise<Row> {
  const id = await kept(db, 5, 300, 40)
  await page.goto(`${server}/shots/${id}`)
  await ghosts(page, 3)
  await openDesk(page, `${server}/shots/${id}`)
  for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowDown')
  await page.keyboard.press('d')
  await page.waitForTimeout(500)
  const box = (await page.locator('[data-part=picture]').boundingBox())!
  const ours = await follow(box.x + box.width * 0.55, box.y + box.height * 0.5)
  const percent = (share: number): string => `${(share * 100).toFixed(1)} % of display frames`
  return {
    bench: 'pen.follow',
    value: ours / empty,
    unit: 'ratio',
    bound: 0.95,
    better: 'higher',
    parts: { desk: percent(ours), 'empty page': percent(empty) },
  }
}

/** How the circle is drawn: its radius (px of the picture), in so many ms, with an event every so many. */
const [RADIUS, LASTS, EVERY] = [200, 250, 4]

/** How far the stored line of a circle that is drawn fast is off it at most, px of the picture; events are not awaited. */
export async function penCurve(page: Page, server: string, db: Sequelize): Promise<Row> {
  const id = await kept(db, 2, 20, 40)
  await openDesk(page, `${server}/shots/${id}`)
  await page.keyboard.press('d')
  await page.keyboard.press('Alt+1')
  await page.waitForTimeout(300)
  const box = (await page.locator('[data-part=picture]').boundingBox())!
  const middle = { x: box.x + box.width / 2, y: box.y + box.height / 2 }
  const before = await strokesOf(server, id)
  const pen = await page.context().newCDPSession(page)
  const at = (share: number) => {
    const a = share * 2 * Math.PI
    return {
      x: middle.x + RADIUS * Math.cos(a),
      y: middle.y + RADIUS * Math.sin(a),
      button: 'left' as const,
      buttons: 1,
    }
  }
  const sent: Promise<unknown>[] = [
    pen.send('Input.dispatchMouseEvent', { type: 'mousePressed', clickCount: 1, ...at(0) }),
  ]
  const began = performance.now()
  for (let ms = EVERY; ms <= LASTS; ms += EVERY) {
    while (performance.now() - began < ms) await new Promise(done => setImmediate(done))
    sent.push(pen.send('Input.dispatchMouseEvent', { type: 'mouseMoved', ...at(ms / LASTS) }))
  }
  sent.push(pen.send('Input.dispatchMouseEvent', { type: 'mouseReleased', clickCount: 1, ...at(1) }))
  await Promise.all(sent)
  await page.locator('[data-part=saving]', { hasText: 'All saved' }).waitFor()
  await page.waitForTimeout(500)
  const hash = (await strokesOf(server, id)).find(h => !before.includes(h))
  if (!hash) throw new Error('No stroke was stored.')
  const answer = await postTo(server)('/api/strokes/find', { hashes: [hash] })
  const { points } = (answer as unknown as { strokes: Record<string, { points: number[] }> }).strokes[hash]!
  // The middle of the view is the middle of the picture.
  const [cx, cy] = [960, 540]
  let most = 0
  for (let i = 0; i < points.length; i += 3) {
    const [x, y] = [points[i]!, points[i + 1]!]
    const [px, py] = i ? [points[i - 3]!, points[i - 2]!] : [x, y]
    for (const [u, v] of [
      [x, y],
      [(x + px) / 2, (y + py) / 2],
    ] as const)
      most = Math.max(most, Math.abs(Math.hypot(u - cx, v - cy) - RADIUS))
  }
  return {
    bench: 'pen.curve',
    value: most,
    unit: 'px',
    bound: 2,
    better: 'lower',
    parts: { points: String(points.length / 3), events: String(LASTS / EVERY) },
  }
}

/** The hashes of all strokes of a shot. */
async function strokesOf(server: string, id: string): Promise<string[]> {
  const { document } = (await (await fetch(`${server}/api/shots/${id}`)).json()) as { document: unknown }
  return [...JSON.stringify(document).matchAll(/"hash":"([0-9a-f]{64})"/g)].map(m => m[1]!)
}

/**
 * The picture drawn with 6 ghosts of 200 strokes each against without, the playhead moved each time and the canvas
 * flushed.
 */
export async function ghostsCost(page: Page, server: string, db: Sequelize, quick: boolean): Promise<Row> {
  const id = await kept(db, 12, 200, 40)
  const measure = async (n: number): Promise<number> => {
    await page.goto(`${server}/shots/${id}`)
    await ghosts(page, n)
    await openDesk(page, `${server}/shots/${id}`)
    return page.evaluate(`(() => {
      const canvas = document.querySelector('[data-part=picture]')
      const times = []
      for (let i = 0; i < ${quick ? 24 : 120}; i++) {
        window.fintroGoTo(1 + (i % 12) * 2)
        const began = performance.now()
        window.fintroPaint()
        canvas.getContext('2d').getImageData(0, 0, 1, 1)
        // Once through all drawings to begin with: what is kept of them is made then.
        if (i >= 12) times.push(performance.now() - began)
      }
      return times.reduce((a, b) => a + b, 0) / times.length
    })()`)
  }
  const plain = await measure(0)
  const ghosted = await measure(6)
  return {
    bench: 'ghosts.cost',
    value: ghosted / plain,
    unit: 'ratio',
    bound: 2,
    better: 'lower',
    parts: { 'with 6 ghosts': `${ghosted.toFixed(2)} ms`, without: `${plain.toFixed(2)} ms` },
  }
}

/** Opening a shot of 300 drawn drawings against one of 10, until the picture shows every stroke of its first frame. */
export async function openArt(browser: Browser, server: string, db: Sequelize, quick: boolean): Promise<Row> {
  const many = await kept(db, quick ? 60 : 300, 20, 60)
  const few = await kept(db, 10, 20, 60)
  const time = async (id: string): Promise<number> => {
    const times: number[] = []
    for (let i = 0; i < (quick ? 2 : 6); i++) {
      const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
      const began = performance.now()
      await page.goto(`${server}/shots/${id}`, { waitUntil: 'commit' })
      await page.locator('[data-part=picture][data-whole="1"]').waitFor()
      if (i) times.push(performance.now() - began)
      await page.close()
    }
    return times.sort((a, b) => a - b)[Math.floor(times.length / 2)]!
  }
  const [a, b] = [await time(many), await time(few)]
  return {
    bench: 'shot.open.art',
    value: a / b,
    unit: 'ratio',
    bound: 2,
    better: 'lower',
    parts: { '300 drawings': `${a.toFixed(0)} ms`, '10 drawings': `${b.toFixed(0)} ms` },
  }
}

const TABLES = ['journal', 'shot_pieces', 'strokes', 'shot_strokes', 'shots']

/** Bytes of what belongs to shots, packed. */
async function sizeOf(db: Sequelize): Promise<number> {
  for (const table of TABLES) await db.query(`VACUUM FULL ${table}`)
  const names = TABLES.map(t => `'${t}'`).join(', ')
  const [row] = await db.query<{ bytes: string }>(
    `SELECT sum(pg_total_relation_size(oid))::bigint AS bytes FROM pg_class WHERE relname IN (${names})`,
    { type: QueryTypes.SELECT },
  )
  return Number(row!.bytes)
}

const postTo = (url: string) => async (path: string, body: unknown) => {
  const headers = { 'content-type': 'application/json', origin: url }
  const answer = await fetch(`${url}${path}`, { method: 'POST', headers, body: JSON.stringify(body) })
  return (await answer.json()) as { hashes: string[]; revision: number; outcomes: { status: string }[] }
}

/**
 * Bytes that the database grows by for a stroke point: 300 strokes drawn one by one, every tenth undone and done again.
 */
export async function artSize(quick: boolean): Promise<Row> {
  const { server, db, stop } = await serve()
  try {
    const id = newTestId()
    const made = drawnShot(id, 1, 0, 0)
    await keepShot(db, made.shot, 'Trials')
    const before = await sizeOf(db)
    const post = postTo(server.url)
    let shot = made.shot
    let base = 0
    const send = async (command: Command): Promise<void> => {
      const answer = await post(`/api/shots/${id}/commands`, { base, commands: [command] })
      if (answer.outcomes[0]?.status !== 'applied') throw new Error(JSON.stringify(answer))
      base = answer.revision
      const out = applyCommand(shot, command)
      if (!out.ok) throw new Error(out.refusal.message)
      shot = out.shot
    }
    const count = quick ? 30 : 300
    let points = 0
    for (let i = 0; i < count; i++) {
      // From a short mark to a long line: 30 to 180 points, at 120 a second a quarter of a second to one and a half.
      const stroke = strokeOf(i, 30 + ((i * 37) % 151))
      points += stroke.points.length / 3
      const { hashes } = await post('/api/strokes', { strokes: [stroke] })
      const was = shot
      const command: Command = {
        id: newTestId(),
        schema: SCHEMA,
        name: 'stroke.add',
        args: { stack: 'ink-stack', drawing: 'ink-1', strokes: [{ id: newTestId(), hash: hashes[0]! }] },
      }
      await send(command)
      if (i % 10) continue
      const changes = changesBack(was, shot)
      const drawn = shot
      await send(revertCommand(newTestId(), command.id, 'Undo: Draw on 1', changes))
      await send(revertCommand(newTestId(), command.id, 'Redo: Draw on 1', changesBack(drawn, shot)))
    }
    const grown = (await sizeOf(db)) - before
    const { document } = (await (await fetch(`${server.url}/api/shots/${id}`)).json()) as { document: unknown }
    const opened = openShot(document)
    if (!opened.ok || opened.shot.stacks['ink-stack']!.drawings['ink-1']!.content.strokes.length !== count)
      throw new Error('Not all strokes are there.')
    return {
      bench: 'art.size',
      value: grown / points,
      unit: 'bytes',
      bound: 16,
      better: 'lower',
      parts: { grown: `${(grown / 1024).toFixed(0)} kB`, points: String(points), strokes: String(count) },
    }
  } finally {
    await stop()
  }
}

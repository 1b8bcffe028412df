import { existsSync, readFileSync, rmSync, appendFileSync, writeFileSync } from 'node:fs'
import { chromium } from '@playwright/test'
import { demoShots, PRODUCTION } from '../demo'
import { keepShot } from '../server/shots/shots'
import { keepStrokes } from '../server/media/strokes'
import { STRAIGHT, viewOf } from '../app/picture/lens'
import { HEAD, MARGIN, COLUMN, rowsOf, USUAL_ROW } from '../app/sheet/layout'
import { chromiumOptions } from '../tests/support/chromium'
import { serve } from '../tests/support/server'
const { px: ROW, y: yOfFrame } = rowsOf(USUAL_ROW)
const OUT = '/tmp/work/out.txt'
const log = (...a: unknown[]) => appendFileSync(OUT, a.map(x => typeof x === 'string' ? x : JSON.stringify(x)).join(' ') + '\n')
const { server, db, stop } = await serve()
for (const { shot, strokes } of demoShots()) { await keepStrokes(db, strokes); await keepShot(db, shot, PRODUCTION) }
{ const { Planner } = await import('../demo/planner'); const { makeShot } = await import('../core/document'); const { rate } = await import('#core/time'); const { handLine } = await import('./art')
const p = new Planner(makeShot('big-shot-01', { name: 'Big', picture: { width: 1920, height: 1080 }, rate: rate(24), paper: '#fffdf6', length: 48 })); p.column('ink', 'Ink', '#26302c')
for (const [f, dx] of [[1, 0], [13, 120], [25, 60]] as const) p.pose('ink', f, 'key', { poses: {}, strokes: Array.from({ length: 900 }, (_, k) => p.stroke('#26302c', 3, handLine(k, 30).map(([x, y]) => [x + dx, y + dx / 4] as const))) })
p.chart('ink', 1, 13, 5, 2, { family: 'even' }); p.chart('ink', 13, 25, 5, 2, { family: 'even' }); await keepStrokes(db, p.strokes); await keepShot(db, p.shot, PRODUCTION) }
const browser = await chromium.launch(chromiumOptions)
const errors: string[] = []
const fresh = async (w = 1280, h = 800, more = {}) => {
  const c = await browser.newContext({ viewport: { width: w, height: h }, ...more })
  const p = await c.newPage(); p.on('pageerror', e => errors.push(String(e))); p.setDefaultTimeout(8000); return p
}
let page = await fresh()
const ctx = { HEAD, MARGIN, COLUMN, ROW, yOfFrame, viewOf, STRAIGHT, url: server.url, errors, fresh, db,
  set: (p: typeof page) => { page = p },
  open: async (id: string, p = page) => { await p.goto(`${server.url}/shots/${id}`); await p.locator('[data-part=picture]').waitFor(); await p.waitForTimeout(700) },
  shot: (name: string, p = page) => p.screenshot({ path: `/tmp/work/${name}.png` }) }
writeFileSync('/tmp/work/ready', server.url)
const AF = Object.getPrototypeOf(async function () {}).constructor
for (;;) {
  if (existsSync('/tmp/work/stop')) break
  if (existsSync('/tmp/work/do.js')) {
    const code = readFileSync('/tmp/work/do.js', 'utf8'); rmSync('/tmp/work/do.js')
    try { await new AF('page', 'ctx', 'log', code)(page, ctx, log); log('DONE', ...errors.splice(0)) } catch (e) { log('FAILED', String(e).slice(0, 1500)); log('DONE') }
  }
  await new Promise(r => setTimeout(r, 150))
}
await browser.close(); await stop(); process.exit(0)

import type { Column, Drawing } from '#core/document'
import { isPose } from '#core/pass'
import type { Layer } from '#core/picture'
import { shownAt } from '#core/sheet'
import { plural } from '#core/basic'
import { MONO, SANS } from '~/ui/colours'
import { Painter } from './painter'
import type { Opened } from './painter'
import type { ImageChoices } from '../choices'
import { HandOffFault } from '../given'
import { imageLayers } from '../image-layers'
import { columnsFor, drawingsIn } from '../image-names'
import type { Work } from './works'

const [ACROSS, CELL, GAP, CAPTION, HEAD] = [4, 400, 24, 44, 72]
/** As tall as a canvas may be in common browsers (common practice). */
const MOST_HIGH = 16_000

interface Cell {
  readonly column: Column
  readonly drawing: Drawing
  readonly words: string
}

/** The poses that are exposed in the given frames, column by column, each with its first frame and how long it is seen. */
function cellsOf({ scene, given }: Opened, choices: ImageChoices): { column: Column; cells: Cell[] }[] {
  return columnsFor(scene.plan, choices)
    .map(column => {
      const cells = drawingsIn(scene.shot, column, given)
        .filter(({ drawing }) => isPose(drawing))
        .sort((a, b) => a.frame - b.frame)
        .map(({ drawing, frame }) => ({
          column,
          drawing,
          words: `frame ${frame}, ${plural(shownAt(column.runs, frame)?.run.frames ?? 1, 'frame')}`,
        }))
      return { column, cells }
    })
    .filter(({ cells }) => cells.length)
}

/** The poses side by side on one picture, PNG; null where it was stopped. Throws HandOffFault. */
export async function contactSheet(of: Opened, choices: ImageChoices, work: Work): Promise<Blob | null> {
  const groups = cellsOf(of, choices)
  if (!groups.length) throw new HandOffFault('No poses are exposed in these frames.')
  const { width } = of.scene.shot.picture
  const small = new Painter(of, { ...choices, paper: true, scale: CELL / width })
  const high = small.size.height + CAPTION
  const rows = groups.map(g => Math.ceil(g.cells.length / ACROSS))
  const total = rows.reduce((sum, n) => sum + HEAD + n * (high + GAP), GAP)
  if (total > MOST_HIGH)
    throw new HandOffFault('There are too many poses for one sheet. Select fewer frames, or one column.')
  const canvas = new OffscreenCanvas(ACROSS * (CELL + GAP) + GAP, total)
  const c = canvas.getContext('2d')!
  c.fillStyle = '#fdfcf7'
  c.fillRect(0, 0, canvas.width, canvas.height)
  let top = GAP
  const count = groups.reduce((n, g) => n + g.cells.length, 0)
  let done = 0
  for (const [k, { column, cells }] of groups.entries()) {
    c.fillStyle = '#1d2824'
    c.textAlign = 'left'
    c.textBaseline = 'middle'
    c.font = `600 26px ${SANS}`
    c.fillText(`${of.scene.shot.name} · ${column.name}`, GAP, top + HEAD / 2 - 8, canvas.width - 2 * GAP)
    for (const [i, cell] of cells.entries()) {
      if (work.stopped) return null
      const x = GAP + (i % ACROSS) * (CELL + GAP)
      const y = top + HEAD + Math.floor(i / ACROSS) * (high + GAP)
      c.drawImage(await small.alone(layersOf(of, cell), `${column.id} ${cell.drawing.id}`), x, y)
      c.strokeStyle = '#b4c6ba'
      c.strokeRect(x + 0.5, y + 0.5, CELL - 1, small.size.height - 1)
      caption(c, cell, x, y + small.size.height + CAPTION / 2)
      await work.at(++done / count, `Pose ${done} of ${count}`)
    }
    top += HEAD + rows[k]! * (high + GAP)
  }
  return canvas.convertToBlob({ type: 'image/png' })

  function layersOf({ scene, strokeBy }: Opened, { column, drawing }: Cell): readonly Layer[] {
    return imageLayers(scene, strokeBy, { background: true }, { frame: 1, column: column.id, drawing: drawing.id })
  }
}

/** The number as in the sheet: a key ringed, a breakdown underlined, an extreme underlined heavily; then when it is seen. */
function caption(c: OffscreenCanvasRenderingContext2D, { drawing, words }: Cell, x: number, y: number): void {
  c.font = `600 20px ${MONO}`
  c.fillStyle = drawing.role === 'breakdown' ? '#1f5aa8' : '#1d2824'
  c.textAlign = 'center'
  const wide = Math.max(26, c.measureText(drawing.number).width + 16)
  const mid = x + wide / 2 + 2
  c.fillText(drawing.number, mid, y + 1)
  c.strokeStyle = c.fillStyle
  c.lineWidth = drawing.role === 'extreme' ? 4 : 2
  c.beginPath()
  if (drawing.role === 'key') c.ellipse(mid, y, wide / 2, 16, 0, 0, Math.PI * 2)
  else {
    c.moveTo(mid - wide / 2 + 4, y + 15)
    c.lineTo(mid + wide / 2 - 4, y + 15)
  }
  c.stroke()
  c.fillStyle = '#5a6862'
  c.textAlign = 'left'
  c.font = `500 18px ${SANS}`
  c.fillText(words, x + wide + 14, y + 1, CELL - wide - 14)
}

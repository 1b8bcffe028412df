import type { Stack } from '#core/document'
import { contentMarks, finishedMarks } from '#core/picture'
import type { Palette } from '#core/picture'
import type { Scene } from '~/desk/scene'
import { contentBox } from '~/desk/thumbs'
import { theme } from '~/ui/colours'
import { drawLayers } from '~/ui/paint/draw-picture'
import type { LaidCard } from './cards'

interface CardsLook {
  readonly stack: Stack
  readonly palette: Palette
  readonly high: number
  readonly scrolled: number
  readonly width: number
}

/** Around what is on a drawing, and below it for its number, px. */
const [AROUND, BELOW] = [4, 13]

/** The drawings of cards, each framed by what is on it, all at one scale where there is room. */
export function drawCards(
  c: CanvasRenderingContext2D,
  scene: Scene,
  cards: readonly LaidCard[],
  look: CardsLook,
): void {
  const { stack, palette, high, scrolled, width } = look
  c.clearRect(0, 0, width, high)
  const room = high - AROUND - BELOW
  const framed = cards.map(card => {
    const content = scene.contents.of(scene, stack, card.drawing)
    return { card, content, box: contentBox(scene, stack, content) }
  })
  const common = Math.min(...framed.filter(f => f.card.state !== 'empty').map(f => room / (f.box.bottom - f.box.top)))
  for (const { card, content, box } of framed) {
    const x = card.x - scrolled
    c.fillStyle = scene.shot.paper
    c.fillRect(x, 0, card.width, high)
    const drawing = stack.drawings[card.drawing]!
    if (card.state === 'empty' && !drawing.finished) {
      drawEmpty(c, x, card.width, high)
      continue
    }
    const scale = Math.min(common, (card.width - 2 * AROUND) / (box.right - box.left))
    c.save()
    c.beginPath()
    c.rect(x, 0, card.width, high)
    c.clip()
    c.translate(x + card.width / 2, AROUND + room / 2)
    c.scale(scale, scale)
    c.translate(-(box.left + box.right) / 2, -(box.top + box.bottom) / 2)
    const marks = finishedMarks(drawing, contentMarks(stack, content, scene.strokeBy))
    drawLayers(c, [{ column: '', drawing: '', strength: 1, palette, marks }])
    c.restore()
  }
}

function drawEmpty(c: CanvasRenderingContext2D, x: number, width: number, high: number): void {
  c.strokeStyle = theme().soft
  c.setLineDash([4, 3])
  c.strokeRect(x + 5, 8, Math.max(1, width - 10), high - 30)
  c.setLineDash([])
}

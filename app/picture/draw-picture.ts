import type { Layer } from '#core/picture'
import { contentMarks, layersAt, roomAround } from '#core/picture'
import type { Stroke } from '#core/stroke'
import { strokeOutline } from '#core/stroke'
import type { Focus, Scene } from '~/desk/scene'
import type { ColumnGhost, GhostSettings } from '~/ghosts/ghosts'
import type { PartsShown } from '~/light-table/art'
import { theme } from '~/ui/colours'
import { drawKeptGhost, drawLayers, ghostLook } from '~/ui/paint/draw-picture'
import { KeptLayers } from '~/ui/paint/kept-layers'
import type { View } from '~/ui/paint/view'
import type { Lens, Size } from './lens'
import { middleOf, viewOf } from './lens'

type C = CanvasRenderingContext2D

/** What a picture is drawn from, besides the scene and the focus. */
export interface PictureLook {
  readonly lens: Lens
  readonly playing: boolean
  /** A drawing that is looked at in the active column instead of its own. */
  readonly flip: string | null
  /** Which parts of the active column are seen. */
  readonly seen: PartsShown
  readonly ghosts: readonly ColumnGhost[]
  readonly rule: GhostSettings
  /** Strokes that are drawn and not in the document yet. */
  readonly wet: readonly Stroke[]
}

const NO_TONES = { ink: '', far: '', paper: '', tone: '', glow: '' }

/** Draws the paper and what is on it, keeping as images what does not change from one time to the next. */
export class PicturePainter {
  /**
   * What stands behind the active column is always drawn once and kept; what is on it and before it, where it is much.
   */
  private readonly behind = new KeptLayers(0)
  private readonly front = new KeptLayers(60)

  /** `aids` draws what lies over the picture, turned with it. Gives the layers that were drawn. */
  draw(
    c: C,
    scene: Scene,
    focus: Focus,
    look: PictureLook,
    { box, aids }: { box: Size; aids: (v: View) => void },
  ): Layer[] {
    const t = theme()
    const { picture } = scene.shot
    const v = viewOf(picture, box, look.lens)
    c.fillStyle = t.board
    c.fillRect(0, 0, box.width, box.height)
    c.save()
    turn(c, box, look.lens.turn)
    const layers = this.drawPaper(c, scene, focus, look, v)
    if (!look.playing) drawOutside(c, scene, v)
    c.strokeStyle = t.edge
    c.lineWidth = 1
    c.strokeRect(v.x - 0.5, v.y - 0.5, picture.width * v.scale + 1, picture.height * v.scale + 1)
    if (!look.flip) aids(v)
    c.restore()
    return layers
  }

  private drawPaper(c: C, scene: Scene, focus: Focus, look: PictureLook, v: View): Layer[] {
    const { picture, paper } = scene.shot
    const room = roomAround(picture)
    const layers = layersOf(scene, focus, look)
    const active = layers.findIndex(l => l.column === focus.column?.id)
    c.save()
    c.translate(v.x, v.y)
    c.scale(v.scale, v.scale)
    c.fillStyle = paper
    c.fillRect(0, 0, picture.width, picture.height)
    c.beginPath()
    if (look.playing) c.rect(0, 0, picture.width, picture.height)
    else c.rect(room.x, room.y, room.width, room.height)
    c.clip()
    this.behind.draw(c, layers.slice(0, Math.max(0, active)), room)
    drawGhosts(c, scene, focus, look)
    this.front.draw(c, active < 0 ? layers : layers.slice(active), room)
    for (const s of look.wet) drawWet(c, s)
    c.restore()
    return layers
  }
}

/** The picture is turned about the middle of its box, and everything on it with it. */
function turn(c: C, box: Size, by: number): void {
  const middle = middleOf(box)
  c.translate(middle.x, middle.y)
  c.rotate(by)
  c.translate(-middle.x, -middle.y)
}

const layersOf = (scene: Scene, { column, frame }: Focus, { flip, seen }: PictureLook): Layer[] =>
  layersAt(scene, frame, scene.strokeBy, {
    references: true,
    instead: flip && column ? { column: column.id, drawing: flip } : null,
    seen: seen && column ? { column: column.id, parts: seen } : null,
  })

function drawGhosts(c: C, scene: Scene, focus: Focus, { ghosts, rule, seen }: PictureLook): void {
  const room = roomAround(scene.shot.picture)
  for (const g of ghosts) {
    const stack = scene.shot.stacks[g.column.stack]!
    const content = scene.contents.of(scene, stack, g.drawing)
    const marks = contentMarks(stack, content, scene.strokeBy, (stack === focus.stack && seen) || undefined)
    c.globalAlpha = g.strength * rule.overall
    drawKeptGhost(c, marks, ghostLook(g.side, { rank: g.rank, tint: rule.tints[g.side], full: rule.full }), room)
  }
  c.globalAlpha = 1
}

function drawWet(c: C, s: Stroke): void {
  const marks = [{ kind: 'stroke' as const, outline: strokeOutline(s), colour: s.colour }]
  drawLayers(c, [{ column: '', drawing: '', strength: 1, palette: NO_TONES, marks }])
}

/** What is parked around the picture is seen faintly: it never goes out. */
function drawOutside(c: C, scene: Scene, v: View): void {
  const { picture } = scene.shot
  const room = roomAround(picture)
  c.save()
  c.beginPath()
  c.rect(v.x + room.x * v.scale - 2, v.y + room.y * v.scale - 2, room.width * v.scale + 4, room.height * v.scale + 4)
  c.rect(v.x, v.y, picture.width * v.scale, picture.height * v.scale)
  c.fillStyle = theme().board
  c.globalAlpha = 0.55
  c.fill('evenodd')
  c.restore()
}

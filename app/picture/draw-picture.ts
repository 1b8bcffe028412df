import type { Affine } from '#core/motion'
import { after, inverseOf, SAME } from '#core/motion'
import type { Column, Stack } from '#core/document'
import { subjectsOf } from '#core/document'
import type { Played, Through } from '#core/pass'
import { placingAt } from '#core/pass'
import type { Layer, Seen } from '#core/picture'
import { contentMarks, cutOn, layersAt, mappedRegion, roomAround, strokeMark } from '#core/picture'
import type { Stroke } from '#core/stroke'
import { strokeOutline } from '#core/stroke'
import type { Focus, Scene } from '~/desk/scene'
import type { ColumnGhost, GhostSettings } from '~/ghosts/ghosts'
import { ownTint } from '~/ghosts/ghosts'
import type { Laid } from '~/ghosts/laid'
import type { PartsShown } from '~/light-table/art'
import { theme } from '~/ui/colours'
import type { GhostLook } from '~/ui/paint/draw-picture'
import { cutTo, drawKeptGhost, drawLayers, ghostLook } from '~/ui/paint/draw-picture'
import { KeptLayers } from '~/ui/paint/kept-layers'
import type { View } from '~/ui/paint/view'
import { onCanvas } from '~/ui/paint/view'
import type { Flipped } from './flip'
import type { Lens, Size } from './lens'
import { middleOf, viewOf } from './lens'

type C = CanvasRenderingContext2D

/** What a picture is drawn from, besides the scene and the focus. */
export interface PictureLook {
  readonly lens: Lens
  readonly playing: boolean
  /** What is seen of each column while it plays; null while it does not. */
  readonly played: Played | null
  /** A drawing that is looked at in the active column instead of its own. */
  readonly flip: Flipped | null
  /** How neighbours are laid over what is worked on, in the active column's own space. */
  readonly laid: Laid
  /** Which parts of the active column are seen. */
  readonly seen: PartsShown
  readonly ghosts: readonly ColumnGhost[]
  readonly rule: GhostSettings
  /** Strokes that are drawn and not in the document yet. */
  readonly wet: readonly Stroke[]
  /** Where the active column lies, whose space what is worked with is in. */
  readonly placing: Affine
  /** The ways through the camera, while one looks through it. */
  readonly through: Through | null
  /** A part that is held still: the map of the picture on a frame, and whether one is. */
  readonly steady: { readonly on: (frame: number) => Affine; readonly now: Affine; readonly held: boolean }
  /** The edge of the frame, and its part that is safe for action, are drawn. */
  readonly edge: boolean
  readonly safe: boolean
  /** Of drawings that are finished the roughs are seen. */
  readonly roughs: boolean
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
    if (look.steady.held) c.transform(...onCanvas(look.steady.now, v))
    const layers = this.drawPaper(c, scene, focus, look, v)
    if (!look.playing && !look.through) drawOutside(c, scene, v)
    if (look.edge || look.playing || look.through) strokeFrame(c, picture, v, 1)
    if (look.safe) strokeFrame(c, picture, v, ACTION_SAFE)
    const seenBy = throughTo(look, focus.column)
    if (seenBy !== SAME) c.transform(...onCanvas(seenBy, v))
    if (!look.flip) aids(v)
    c.restore()
    if (look.steady.held) strokeSteady(c, box)
    return layers
  }

  private drawPaper(c: C, scene: Scene, focus: Focus, look: PictureLook, v: View): Layer[] {
    const { paper } = scene.shot
    const room = roomAround(scene.shot)
    const layers = layersOf(scene, focus, look)
    const active = layers.findIndex(l => l.column === focus.column?.id)
    c.save()
    c.translate(v.x, v.y)
    c.scale(v.scale, v.scale)
    c.beginPath()
    if (look.playing || look.through) c.rect(0, 0, scene.shot.picture.width, scene.shot.picture.height)
    else c.rect(room.x, room.y, room.width, room.height)
    c.fillStyle = paper
    c.fill()
    c.clip()
    this.behind.draw(c, layers.slice(0, Math.max(0, active)), room)
    if (!look.rule.front) drawGhosts(c, scene, focus, look)
    this.front.draw(c, active < 0 ? layers : layers.slice(active), room)
    if (look.rule.front) drawGhosts(c, scene, focus, look)
    if (look.wet.length) {
      // What is drawn is seen as it will be: in a column that is cut to another one, within that.
      for (const region of (focus.column &&
        cutOn(scene, focus.column, focus.frame, { strokeBy: scene.strokeBy, camera: look.through })) ??
        [])
        cutTo(c, region)
      for (const s of look.wet) drawWet(c, s, after(throughTo(look, focus.column), look.placing))
    }
    c.restore()
    return layers
  }
}

/** That the picture is not seen as it lies: a frame around it all. What is held still stands beside it in words. */
function strokeSteady(c: C, box: Size): void {
  c.strokeStyle = theme().signal
  c.lineWidth = 3
  c.strokeRect(1.5, 1.5, box.width - 3, box.height - 3)
}

/** The picture is turned about the middle of its box, and everything on it with it. */
function turn(c: C, box: Size, by: number): void {
  const middle = middleOf(box)
  c.translate(middle.x, middle.y)
  c.rotate(by)
  c.translate(-middle.x, -middle.y)
}

/** The way through the camera to a column; the same where one does not look through it. */
const throughTo = ({ through }: Pick<PictureLook, 'through'>, column: Column | null): Affine =>
  (through && column && through(column)) ?? SAME

/** While one draws over the column that this one is lined up with, that one is faint; in what is played it is not. */
const layersOf = (scene: Scene, { column, frame }: Focus, look: PictureLook): Layer[] => {
  const { flip, seen, playing, played, roughs } = look
  const seenAs = flip && column && seenAt(scene, column, flip, look, column)
  return layersAt(scene, frame, scene.strokeBy, {
    references: true,
    camera: look.through !== null,
    ...(played ? { shows: (c, f) => played.drawing(c, f) } : {}),
    faded: playing ? null : (column?.leader ?? null),
    instead: flip && column ? { column: column.id, drawing: flip.drawing, ...seenAs } : null,
    roughs,
    seen: seen && column ? { column: column.id, parts: seen } : null,
  })
}

/**
 * How a drawing of a column that is not the one under the playhead is seen: laid over that, else as it lies on its own
 * frame; there where what is held still is so, too. What it is cut to comes along. Null where it is not seen on that
 * frame.
 */
function seenAt(
  scene: Scene,
  column: Column,
  { drawing, frame }: Flipped,
  { laid, placing, steady }: Pick<PictureLook, 'laid' | 'placing' | 'steady'>,
  worked: Column | null,
): Seen | null {
  const lies = placingAt(scene, column, frame)
  const cut = cutOn(scene, column, frame, scene)
  const map = column.id === worked?.id ? laid[drawing] : undefined
  if (!cut || (!lies && !map)) return null
  if (!lies) return { at: after(placing, map!), cut: [] }
  const at = map
    ? after(placing, map)
    : steady.held
      ? after(after(inverseOf(steady.now), steady.on(frame)), lies)
      : lies
  const by = cut.length ? after(at, inverseOf(lies)) : SAME
  return { at, cut: cut.map(region => mappedRegion(region, by)) }
}

function drawGhosts(c: C, scene: Scene, focus: Focus, look: PictureLook): void {
  const { ghosts, rule, seen } = look
  const room = roomAround(scene.shot)
  for (const g of ghosts) {
    const stack = scene.shot.stacks[g.column.stack]!
    const content = scene.contents.of(scene, stack, g.drawing)
    const marks = contentMarks(stack, content, scene.strokeBy, (stack === focus.stack && seen) || undefined)
    const as = seenAt(scene, g.column, g, look, focus.column)
    if (!as) continue
    c.globalAlpha = g.strength * rule.overall
    c.save()
    c.transform(...(throughTo(look, g.column) as [number, number, number, number, number, number]))
    for (const region of as.cut) cutTo(c, region)
    c.transform(...(as.at as [number, number, number, number, number, number]))
    drawKeptGhost(
      c,
      marks,
      ghostLook(g.side, {
        rank: g.rank,
        tint: rule.tints[g.side],
        full: rule.full,
        own: rule.parts ? partTints(stack) : undefined,
      }),
      room,
    )
    c.restore()
  }
  c.globalAlpha = 1
}

/** The tints of a column's far limbs and parts, called by the order of its parts. */
const partTints = (stack: Stack): GhostLook['own'] => ({
  key: subjectsOf(stack)
    .map(s => s.id)
    .join(),
  tint: ownTint(stack),
})

function drawWet(c: C, s: Stroke, at: Affine): void {
  const marks = [strokeMark(s, strokeOutline(s))]
  drawLayers(c, [{ column: '', drawing: '', strength: 1, palette: NO_TONES, marks, at }])
}

/**
 * Of the frame's width and height, what is safe for action: 93 % (SMPTE ST 2046-1:2009, for 16:9 pictures; the value is
 * from memory).
 */
const ACTION_SAFE = 0.93

/** The edge of the frame, or of a share of it in its middle. */
function strokeFrame(c: C, picture: Size, v: View, share: number): void {
  const [width, height] = [picture.width * v.scale * share, picture.height * v.scale * share]
  const [x, y] = [v.x + (picture.width * v.scale * (1 - share)) / 2, v.y + (picture.height * v.scale * (1 - share)) / 2]
  c.strokeStyle = theme().soft
  c.lineWidth = 1
  c.setLineDash(share < 1 ? [6, 5] : [])
  c.strokeRect(x - 0.5, y - 0.5, width + 1, height + 1)
  c.setLineDash([])
}

/** The paper around the frame is shaded: what is parked there is not exported. */
function drawOutside(c: C, scene: Scene, v: View): void {
  const { picture } = scene.shot
  const room = roomAround(scene.shot)
  c.save()
  c.beginPath()
  c.rect(v.x + room.x * v.scale, v.y + room.y * v.scale, room.width * v.scale, room.height * v.scale)
  c.rect(v.x, v.y, picture.width * v.scale, picture.height * v.scale)
  c.fillStyle = theme().board
  c.globalAlpha = 0.7
  c.fill('evenodd')
  c.restore()
}

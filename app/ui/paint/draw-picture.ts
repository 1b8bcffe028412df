import type { Bent, Layer, Mark, Palette, PictureRoom, Region } from '#core/picture'
import { grown, SEAM } from '#core/picture'
import { bitmaps } from '~/sync/bitmaps'
import { KeptImage } from './kept-image'

type C = CanvasRenderingContext2D

function trace(c: C, points: readonly number[], { closed }: { closed: boolean }): void {
  c.beginPath()
  c.moveTo(points[0]!, points[1]!)
  for (let i = 2; i < points.length; i += 2) c.lineTo(points[i]!, points[i + 1]!)
  if (closed) c.closePath()
}

/** A picture, or a faint frame where it is not at hand yet. */
function drawImage(c: C, m: Extract<Mark, { kind: 'image' }>): void {
  const bitmap = bitmaps.of(m.file)
  c.save()
  c.transform(...(m.at as [number, number, number, number, number, number]))
  if (bitmap) c.drawImage(bitmap, -m.width / 2, -m.height / 2, m.width, m.height)
  else {
    c.strokeStyle = '#8888'
    c.lineWidth = 3
    c.strokeRect(-m.width / 2, -m.height / 2, m.width, m.height)
  }
  c.restore()
}

/** A picture that is bent, triangle by triangle; its outline where it is not at hand yet. */
function drawBent(c: C, m: Bent): void {
  const bitmap = bitmaps.of(m.file)
  if (!bitmap) {
    trace(c, m.rim, { closed: true })
    c.strokeStyle = '#8888'
    c.lineWidth = 3
    c.stroke()
    return
  }
  for (const { at, corners } of m.pieces) {
    c.save()
    trace(c, grown(corners, SEAM), { closed: true })
    c.clip()
    c.transform(...(at as [number, number, number, number, number, number]))
    c.drawImage(bitmap, -m.width / 2, -m.height / 2, m.width, m.height)
    c.restore()
  }
}

function drawMark(c: C, m: Mark, p: Palette): void {
  if (m.kind === 'bent') return drawBent(c, m)
  if (m.kind === 'image') return drawImage(c, m)
  if (m.kind === 'stroke') {
    if (m.outline.length < 6) return
    trace(c, m.outline, { closed: true })
    const alpha = c.globalAlpha
    c.fillStyle = m.colour
    c.globalAlpha = alpha * (m.strength ?? 1)
    c.fill()
    c.globalAlpha = alpha
    return
  }
  if (m.kind === 'line') trace(c, m.points, m)
  else {
    c.beginPath()
    c.ellipse(m.at.x, m.at.y, m.rx, m.ry, m.turn, 0, Math.PI * 2)
  }
  if (m.fill) {
    c.fillStyle = p[m.fill]
    c.fill()
  }
  c.strokeStyle = p[m.ink]
  c.lineWidth = m.width
  c.stroke()
}

/** Draws layers in px of the picture; the canvas is placed by its transform. Used on screen and for what goes out. */
export function drawLayers(c: C | OffscreenCanvasRenderingContext2D, layers: readonly Layer[]): void {
  c.lineCap = 'round'
  c.lineJoin = 'round'
  for (const layer of layers) {
    if (layer.strength < 1) {
      drawFaded(c, layer)
      continue
    }
    c.save()
    for (const region of layer.cut ?? []) cutTo(c as C, region)
    if (layer.at) c.transform(...(layer.at as [number, number, number, number, number, number]))
    for (const m of layer.marks) drawMark(c as C, m, layer.palette)
    c.restore()
  }
}

/** What is drawn from now on is seen inside a region only. */
export function cutTo(c: C, region: Region): void {
  c.beginPath()
  for (const ring of region) {
    c.moveTo(ring[0]!, ring[1]!)
    for (let i = 2; i < ring.length; i += 2) c.lineTo(ring[i]!, ring[i + 1]!)
    c.closePath()
  }
  c.clip()
}

/** A layer that is seen faintly: drawn whole beside the picture first, so that its marks do not darken each other. */
function drawFaded(c: C | OffscreenCanvasRenderingContext2D, layer: Layer): void {
  if (layer.strength <= 0) return
  const { width, height } = c.canvas
  const aside = new OffscreenCanvas(width, height).getContext('2d')!
  aside.setTransform(c.getTransform())
  drawLayers(aside, [{ ...layer, strength: 1 }])
  c.save()
  c.resetTransform()
  c.globalAlpha *= layer.strength
  c.drawImage(aside.canvas, 0, 0)
  c.restore()
}

/**
 * How a ghost is drawn: its tint, the pattern of its line, how heavy it is, and whether its shapes are filled faintly,
 * too.
 */
export interface GhostLook {
  readonly side: 'before' | 'after' | 'pinned'
  readonly tint: string
  readonly dash: readonly number[]
  readonly weight: number
  readonly full: boolean
  /** The tint of a mark that has one of its own, and what those tints are called by. */
  readonly own?: { readonly key: string; readonly tint: (m: Mark) => string | undefined } | undefined
}

/** What a ghost is drawn in, and its rank counted from the playhead. */
export interface GhostTint {
  readonly rank: number
  readonly tint: string
  readonly full: boolean
  readonly own?: GhostLook['own']
}

/**
 * Order in time without colour: before is dashed (shorter and lighter farther away), after is whole, pinned is dotted.
 */
export function ghostLook(side: GhostLook['side'], { rank, tint, full, own }: GhostTint): GhostLook {
  const weight = Math.max(0.45, 1.1 - rank * 0.12)
  const dash = side === 'before' ? [Math.max(5, 16 - rank * 2), 8] : side === 'pinned' ? [1, 8] : []
  return { side, tint, dash, weight: side === 'pinned' ? 1.1 : weight, full, own }
}

/** A ghost: the outline of a drawing in one tint, thin. */
export function drawGhost(c: C | OffscreenCanvasRenderingContext2D, marks: readonly Mark[], look: GhostLook): void {
  const on = c as C
  on.save()
  on.lineCap = 'round'
  on.lineJoin = 'round'
  on.strokeStyle = look.tint
  on.fillStyle = look.tint
  on.setLineDash([...look.dash])
  for (const m of marks) {
    if (m.kind === 'image' || m.kind === 'bent') {
      drawImageGhost(on, m, look)
      continue
    }
    if (look.own) on.strokeStyle = on.fillStyle = look.own.tint(m) ?? look.tint
    on.lineWidth = (m.kind === 'stroke' ? 2 : Math.min(5, Math.max(3, m.width * 0.3))) * look.weight
    if (m.kind === 'ellipse') {
      on.beginPath()
      on.ellipse(m.at.x, m.at.y, m.rx, m.ry, m.turn, 0, Math.PI * 2)
    } else {
      const points = m.kind === 'stroke' ? m.outline : m.points
      if (points.length < 4) continue
      trace(on, points, { closed: m.kind === 'stroke' || m.closed })
    }
    if (look.full && (m.kind !== 'line' || m.closed)) {
      const alpha = on.globalAlpha
      on.globalAlpha = alpha * (m.kind === 'stroke' ? 0.7 : 0.18)
      on.fill()
      on.globalAlpha = alpha
    }
    on.stroke()
  }
  on.restore()
}

/** The ghost of a picture: the picture faintly, in a frame of the ghost's line. */
function drawImageGhost(c: C, m: Extract<Mark, { kind: 'image' | 'bent' }>, look: GhostLook): void {
  const alpha = c.globalAlpha
  c.globalAlpha = alpha * (look.full ? 0.5 : 0.25)
  if (m.kind === 'image') drawImage(c, m)
  else drawBent(c, m)
  c.globalAlpha = alpha
  if (m.kind === 'bent') {
    c.lineWidth = 4 * look.weight
    trace(c, m.rim, { closed: true })
    c.stroke()
    return
  }
  c.save()
  c.transform(...(m.at as [number, number, number, number, number, number]))
  const grown = Math.sqrt(Math.abs(m.at[0] * m.at[3] - m.at[1] * m.at[2])) || 1
  c.lineWidth = (4 * look.weight) / grown
  c.setLineDash(look.dash.map(n => n / grown))
  c.strokeRect(-m.width / 2, -m.height / 2, m.width, m.height)
  c.restore()
}

/**
 * Ghosts of more marks than this are drawn once and kept as an image: one for each side, whatever the distance, which
 * then only fades it.
 */
const MANY = 60
const KEPT = 24
const images = new Map<readonly Mark[], Map<string, KeptImage>>()

/**
 * Draws a ghost, one of many strokes from an image that is kept for as long as nothing about it changes: moving the
 * playhead costs an image then, not its strokes. `room` is what can be seen of it, px of the picture.
 */
export function drawKeptGhost(c: C, marks: readonly Mark[], own: GhostLook, room: PictureRoom): void {
  if (marks.length <= MANY) return drawGhost(c, marks, own)
  const look = ghostLook(own.side, { ...own, rank: 2 })
  const known = images.get(marks) ?? new Map<string, KeptImage>()
  const key = `${look.side} ${look.tint} ${look.full} ${look.own?.key ?? ''} ${bitmaps.count}`
  const kept = known.get(key) ?? new KeptImage()
  known.set(key, kept)
  // The one used last is kept longest.
  images.delete(marks)
  images.set(marks, known)
  if (images.size > KEPT) images.delete(images.keys().next().value!)
  kept.draw(c, room, ic => drawGhost(ic, marks, look))
}

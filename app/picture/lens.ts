import type { Vec } from '#core/motion'
import type { View } from '../ui/paint/view'

/**
 * How the picture lies under the pen, apart from being fitted: larger by `zoom`, shifted by x and y (px of the screen),
 * turned (radians).
 */
export interface Lens {
  readonly zoom: number
  readonly x: number
  readonly y: number
  readonly turn: number
}
export const STRAIGHT: Lens = { zoom: 1, x: 0, y: 0, turn: 0 }

export interface Size {
  readonly width: number
  readonly height: number
}

const [LEAST, MOST] = [0.1, 16]

/** What is left free around the frame when it fits, px. */
export const AROUND_FRAME = 6

/** The scale at which the whole frame is seen. */
const fitOf = (picture: Size, box: Size): number =>
  Math.max(
    0.01,
    Math.min((box.width - 2 * AROUND_FRAME) / picture.width, (box.height - 2 * AROUND_FRAME) / picture.height),
  )

/** Where the picture lies in its box before it is turned; the middle of the box is what it turns about. */
export function viewOf(picture: Size, box: Size, lens: Lens): View {
  const scale = fitOf(picture, box) * lens.zoom
  const [cx, cy] = [box.width / 2 + lens.x, box.height / 2 + lens.y]
  return { scale, x: cx - (picture.width * scale) / 2, y: cy - (picture.height * scale) / 2 }
}

const turned = (p: Vec, about: Vec, by: number): Vec => {
  const [dx, dy] = [p.x - about.x, p.y - about.y]
  return { x: about.x + dx * Math.cos(by) - dy * Math.sin(by), y: about.y + dx * Math.sin(by) + dy * Math.cos(by) }
}
export const middleOf = (box: Size): Vec => ({ x: box.width / 2, y: box.height / 2 })

/** The point of the picture at a point of the box, and back. */
export function pictureAt(at: Vec, picture: Size, box: Size, lens: Lens): Vec {
  const v = viewOf(picture, box, lens)
  const p = turned(at, middleOf(box), -lens.turn)
  return { x: (p.x - v.x) / v.scale, y: (p.y - v.y) / v.scale }
}
export function boxAt(p: Vec, picture: Size, box: Size, lens: Lens): Vec {
  const v = viewOf(picture, box, lens)
  return turned({ x: v.x + p.x * v.scale, y: v.y + p.y * v.scale }, middleOf(box), lens.turn)
}

/** The lens with what is under a point of the box held there while `change` zooms or turns it. */
function holding(lens: Lens, at: Vec, picture: Size, box: Size, change: Partial<Lens>): Lens {
  const under = pictureAt(at, picture, box, lens)
  const next = { ...lens, ...change }
  const now = boxAt(under, picture, box, next)
  // The shift is made before the turn, so the way back is turned back.
  const back = turned({ x: at.x - now.x, y: at.y - now.y }, { x: 0, y: 0 }, -next.turn)
  return { ...next, x: next.x + back.x, y: next.y + back.y }
}

export const zoomed = (lens: Lens, by: number, at: Vec, picture: Size, box: Size): Lens =>
  holding(lens, at, picture, box, { zoom: Math.max(LEAST, Math.min(MOST, lens.zoom * by)) })
export const turnedBy = (lens: Lens, by: number, at: Vec, picture: Size, box: Size): Lens =>
  holding(lens, at, picture, box, { turn: Math.atan2(Math.sin(lens.turn + by), Math.cos(lens.turn + by)) })
/** So much of the picture stays in its box however it is moved, px. */
const STAYS = 60

/** Moved by px of the screen; never so far that the picture is out of sight. */
export function panned(lens: Lens, dx: number, dy: number, picture: Size, box: Size): Lens {
  const d = turned({ x: dx, y: dy }, { x: 0, y: 0 }, -lens.turn)
  const { scale } = viewOf(picture, box, lens)
  const [cos, sin] = [Math.abs(Math.cos(lens.turn)), Math.abs(Math.sin(lens.turn))]
  const farX = Math.max(0, (picture.width * scale + box.width * cos + box.height * sin) / 2 - STAYS)
  const farY = Math.max(0, (picture.height * scale + box.width * sin + box.height * cos) / 2 - STAYS)
  return {
    ...lens,
    x: Math.max(-farX, Math.min(farX, lens.x + d.x)),
    y: Math.max(-farY, Math.min(farY, lens.y + d.y)),
  }
}
/** The whole picture so many times as large as it fits, with a point of it in the middle of the box. */
export function centredOn(p: Vec, picture: Size, box: Size, zoom: number): Lens {
  const { scale } = viewOf(picture, box, { ...STRAIGHT, zoom })
  return { ...STRAIGHT, zoom, x: (picture.width / 2 - p.x) * scale, y: (picture.height / 2 - p.y) * scale }
}

/** One px of the picture on one px of the screen. */
export const actualSize = (picture: Size, box: Size): Lens => ({ ...STRAIGHT, zoom: 1 / fitOf(picture, box) })

import { polygonContains } from 'd3-polygon'
import type { Camera } from '#core/document'
import type { Vec } from '#core/motion'
import { after, inverseOf, mapped } from '#core/motion'
import { cornersOfFraming, drawingShown, framingOn, placingAt, throughOn } from '#core/pass'
import { roomAround } from '#core/picture'
import type { Scene } from '~/desk/scene'
import { hullOn } from './movers'

/** Frames one after the other. */
export interface Stretch {
  readonly first: number
  readonly last: number
}

/** Frames in stretches, from a list in order. */
export function stretches(frames: readonly number[]): Stretch[] {
  const out: { first: number; last: number }[] = []
  for (const f of frames) {
    const last = out.at(-1)
    if (last && last.last === f - 1) last.last = f
    else out.push({ first: f, last: f })
  }
  return out
}

/** “12–20, 31”. */
export const stretchWords = (all: readonly Stretch[]): string =>
  all.map(({ first, last }) => (first === last ? String(first) : `${first}–${last}`)).join(', ')

/** Rounding does not bring an edge into view, px. */
const NEAR = 0.5

/** On which frames the camera sees beyond the paper. */
export function beyondPaper({ shot }: Pick<Scene, 'shot'>, camera: Camera): Stretch[] {
  const room = roomAround(shot)
  const out: number[] = []
  for (let f = 1; f <= shot.length; f++) {
    const corners = cornersOfFraming(framingOn(camera, f, shot.rate), shot.picture)
    if (corners.some(p => !within(p, room.x, room.y, room.x + room.width, room.y + room.height))) out.push(f)
  }
  return stretches(out)
}

const within = ({ x, y }: Vec, left: number, top: number, right: number, bottom: number): boolean =>
  x >= left - NEAR && y >= top - NEAR && x <= right + NEAR && y <= bottom + NEAR

/** Backgrounds that fill what is seen on some frame and not on others: their edges come into view there. */
export function edgesInView(scene: Scene): { column: string; frames: Stretch[] }[] {
  const { width, height } = scene.shot.picture
  const corners = [
    { x: 0, y: 0 },
    { x: width, y: 0 },
    { x: width, y: height },
    { x: 0, y: height },
  ]
  return scene.columns
    .filter(c => c.background && !c.hidden && !c.reference)
    .flatMap(column => {
      const open: number[] = []
      let filled = false
      for (let f = 1; f <= scene.shot.length; f++) {
        if (drawingShown(column, f) === null) continue
        const [lies, through] = [placingAt(scene, column, f), throughOn(scene, f)?.(column)]
        if (!lies || !through) continue
        const hull = hullOn(scene, column, f).map((p): [number, number] => [p.x, p.y])
        const back = after(inverseOf(lies), inverseOf(through))
        const inside = corners.every(p => {
          const { x, y } = mapped(back, p)
          return polygonContains(hull, [x, y])
        })
        if (inside) filled = true
        else open.push(f)
      }
      return filled && open.length ? [{ column: column.id, frames: stretches(open) }] : []
    })
}

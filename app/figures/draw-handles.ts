import type { Handle, Pose } from '#core/figure'
import { jointsAlong } from '#core/figure'
import { distance } from '#core/motion'
import type { Subject } from '#core/document'
import { boundTo } from '#core/document'
import type { Point } from '#core/travel'
import { samePoint } from '#core/travel'
import { pointOfHandle } from '~/travel/path-tool'
import type { View } from '~/ui/paint/view'
import { placedHandles } from './handle-room'
import { SANS, theme } from '~/ui/colours'

export interface Posed {
  readonly subject: Subject
  readonly pose: Pose
}
export interface Hovered {
  readonly subject: string
  readonly handle: Handle
}

/** The handle under the pointer, and the points that are followed while handles select them. */
export interface HandleLook {
  readonly hovered: Hovered | null
  readonly followed: readonly Point[] | null
}

/** What pulling a handle does, in words. */
function wordsOf({ subject }: Posed, h: Handle, followed: readonly Point[] | null): string {
  if (followed)
    return `${followed.some(p => samePoint(p, pointOfHandle(subject, h))) ? 'stop following' : 'follow'} the ${h.name}`
  const stands = subject.figure.chains.some(k => k.stands)
  if (h.kind === 'place')
    return `${subject.name}: move${stands ? ' (Shift takes the feet along, Alt keeps the hands, too)' : ''}`
  if (h.kind === 'reach') return `pull the ${h.name} (Ctrl turns its last joint alone)`
  if (subject.figure.stretches) return `turn and stretch: ${h.name}`
  const carries = subject.figure.bones.some(b => b.parent === h.id && !b.hangs)
  return `rotate the ${h.name}${carries ? ' (Ctrl alone: what it carries keeps its direction)' : ''}`
}

/** Bones in whose place something is seen that is bound to them: thin lines, so that one sees what is pulled. */
function drawCovered(c: CanvasRenderingContext2D, v: View, { subject, pose }: Posed): void {
  for (const { bones, shapes } of boundTo(subject)) {
    const joints = shapes ? null : jointsAlong(subject.figure, pose, bones)
    if (!joints) continue
    c.beginPath()
    for (const j of joints) c.lineTo(v.x + j.x * v.scale, v.y + j.y * v.scale)
    c.strokeStyle = theme().ledger
    c.lineWidth = 1
    c.stroke()
  }
}

/** From a handle that lies apart from a small figure to its joint. */
function lineToJoint(c: CanvasRenderingContext2D, from: [number, number], to: [number, number]): void {
  c.beginPath()
  c.moveTo(...from)
  c.lineTo(...to)
  c.strokeStyle = theme().ledger
  c.lineWidth = 0.6
  c.stroke()
}

/** The handles of the posed figures; the one under the pointer says what it does. */
export function drawHandles(
  c: CanvasRenderingContext2D,
  v: View,
  posed: readonly Posed[],
  { hovered, followed }: HandleLook,
): void {
  const t = theme()
  for (const each of posed) {
    drawCovered(c, v, each)
    for (const { handle: h, at } of placedHandles(each.subject.figure, each.pose, v.scale)) {
      const [x, y] = [v.x + at.x * v.scale, v.y + at.y * v.scale]
      if (distance(at, h.at) * v.scale > 1) lineToJoint(c, [x, y], [v.x + h.at.x * v.scale, v.y + h.at.y * v.scale])
      const held = hovered?.subject === each.subject.id && hovered.handle.id === h.id
      c.beginPath()
      if (h.kind === 'place') c.rect(x - 4.5, y - 4.5, 9, 9)
      else c.arc(x, y, h.kind === 'reach' ? 4.6 : 2.8, 0, Math.PI * 2)
      c.fillStyle = held ? t.signal : t.sheet
      c.fill()
      c.strokeStyle = held ? t.signal : t.ledger
      c.lineWidth = 1.4
      c.stroke()
      if (!held) continue
      const words = wordsOf(each, h, followed)
      c.font = `500 11px ${SANS}`
      const w = c.measureText(words).width + 10
      c.fillStyle = t.graphite
      c.fillRect(x + 10, y - 24, w, 17)
      c.fillStyle = t.sheet
      c.textAlign = 'left'
      c.textBaseline = 'middle'
      c.fillText(words, x + 15, y - 15)
    }
  }
}

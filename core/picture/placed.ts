import type { Affine } from '../motion'
import { after, areaOf, growth, mapped, SAME } from '../motion'
import { mapPoints } from '../stroke'
import type { Mark } from './marks'

/** Marks as they lie after a map of the picture that turns, sizes, mirrors and moves. The same list where it does nothing. */
export function placedMarks(marks: readonly Mark[], at: Affine): readonly Mark[] {
  if (at.every((n, i) => n === SAME[i])) return marks
  const k = growth(at)
  return marks.map((m): Mark => {
    switch (m.kind) {
      case 'stroke':
        return { ...m, outline: mapPoints(m.outline, at, 2) }
      case 'line':
        return { ...m, points: mapPoints(m.points, at, 2), width: m.width * k }
      case 'image':
        return { ...m, at: after(at, m.at) }
      case 'bent':
        return {
          ...m,
          rim: mapPoints(m.rim, at, 2),
          pieces: m.pieces.map(p => ({ at: after(at, p.at), corners: mapPoints(p.corners, at, 2) })),
        }
      case 'ellipse':
        return {
          ...m,
          at: mapped(at, m.at),
          rx: m.rx * k,
          ry: m.ry * k,
          turn: Math.atan2(at[1], at[0]) + (areaOf(at) < 0 ? -m.turn : m.turn),
          width: m.width * k,
        }
    }
  })
}

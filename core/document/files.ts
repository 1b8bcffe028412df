import type { Shot, Stack } from './document'
import type { StrokeRef } from './subject'
import { boundTo, filesOf } from './subject'

/** The hashes of all strokes that a shot names, each once. */
export function strokeHashes(shot: Pick<Shot, 'stacks'>): string[] {
  const refs = Object.values(shot.stacks).flatMap(s => [
    ...Object.values(s.drawings).flatMap(d => d.content.strokes),
    ...sharedStrokes(s),
  ])
  return [...new Set(refs.map(x => x.hash))]
}

/** The strokes of a stack that are drawn once: those of its shared parts, and what is bound to its figures. */
export const sharedStrokes = (stack: Stack): StrokeRef[] =>
  Object.values(stack.subjects).flatMap(s =>
    s.kind === 'part' ? (s.strokes ?? []) : boundTo(s).flatMap(b => b.strokes),
  )

/** The hashes of all pictures that a shot names, each once. */
export const imageHashes = (shot: Pick<Shot, 'stacks'>): string[] => [
  ...new Set(
    Object.values(shot.stacks).flatMap(s => [
      ...Object.values(s.subjects).flatMap(filesOf),
      ...Object.values(s.drawings).flatMap(d => (d.finished ? [d.finished.file] : [])),
    ]),
  ),
]

/** The hashes of all footage that a shot names, each once. */
export const footageHashes = (shot: Pick<Shot, 'plans'>): string[] => [
  ...new Set(
    Object.values(shot.plans).flatMap(p => Object.values(p.columns).flatMap(c => (c.footage ? [c.footage.file] : []))),
  ),
]

/** The hashes of all sounds that a shot names, each once. */
export const soundHashes = (shot: Pick<Shot, 'plans'>): string[] => [
  ...new Set(Object.values(shot.plans).flatMap(p => Object.values(p.sounds ?? {}).map(s => s.file))),
]

/** The hashes of all files that a shot names, each once: pictures, footage and sounds (which may be footage's). */
export const fileHashes = (shot: Pick<Shot, 'stacks' | 'plans'>): string[] => [
  ...new Set([...imageHashes(shot), ...footageHashes(shot), ...soundHashes(shot)]),
]

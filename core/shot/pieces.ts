import type { Shot, StoredShot } from './document'

/** A stored shot taken apart by path, so that a change writes just what it changed. The values are plain JSON. */
export type Pieces = Record<string, unknown>

interface Piece { readonly path: string, readonly value: unknown, readonly plain: () => unknown }

/** The pieces of a shot: its head, each stack's head and drawings, each plan's head, columns and charts. */
function* pieces(shot: Shot): Generator<Piece> {
  const { stacks, plans, ...head } = shot
  // The head is small and has no object of its own in the document; it is compared by its text.
  yield { path: 'shot', value: JSON.stringify(head), plain: () => head }
  for (const { drawings, ...stack } of Object.values(stacks)) {
    yield { path: `stacks/${stack.id}`, value: stack.subjects, plain: () => stack }
    for (const d of Object.values(drawings)) yield { path: `stacks/${stack.id}/drawings/${d.id}`, value: d, plain: () => d }
  }
  for (const { columns, charts, ...plan } of Object.values(plans)) {
    yield { path: `plans/${plan.id}`, value: JSON.stringify(plan), plain: () => plan }
    for (const c of Object.values(columns)) yield { path: `plans/${plan.id}/columns/${c.id}`, value: c, plain: () => ({ ...c, runs: c.runs.chunks.flatMap(k => k.runs) }) }
    for (const c of Object.values(charts)) yield { path: `plans/${plan.id}/charts/${c.id}`, value: c, plain: () => c }
  }
}

/** All pieces of a shot. */
export const piecesOf = (shot: Shot): Pieces => Object.fromEntries([...pieces(shot)].map(p => [p.path, p.plain()]))

/** The pieces that are others in `after`, and the paths that are gone. Parts that are the same object are not looked into. */
export function changedPieces(before: Shot, after: Shot): { put: Pieces, gone: string[] } {
  const old = new Map([...pieces(before)].map(p => [p.path, p.value]))
  const put: Pieces = {}
  for (const p of pieces(after)) {
    if (old.get(p.path) !== p.value) put[p.path] = p.plain()
    old.delete(p.path)
  }
  return { put, gone: [...old.keys()] }
}

type Holder = Record<string, Record<string, unknown>>

/** The stored shot that pieces make up. Pieces whose holder is missing make no shot: openShot refuses it. */
export function assemble(all: Pieces): StoredShot {
  const stacks: Record<string, Holder> = {}
  const plans: Record<string, Holder> = {}
  const paths = Object.keys(all).sort((a, b) => a.split('/').length - b.split('/').length)
  for (const path of paths) {
    const [kind, id, part, inner] = path.split('/') as [string, string?, string?, string?]
    const home = kind === 'stacks' ? stacks : plans
    if (id && !part) home[id] = kind === 'stacks' ? { ...(all[path] as Holder), drawings: {} } : { ...(all[path] as Holder), columns: {}, charts: {} }
    else if (id && part && inner) home[id]![part]![inner] = all[path]
  }
  return { ...(all.shot as object), stacks, plans } as unknown as StoredShot
}


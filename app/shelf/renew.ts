import type { Draft } from '#core/commands'
import type { Shelved, ShelfOriginal } from '#core/document'
import type { Desk } from '~/desk/desk'
import { oneStep } from '~/desk/one-step'
import { useLightTable } from '~/light-table/store'
import { tell } from '~/ui/messages'
import { originalOf } from './calls'
import { isAlike, isChanged, renewDrafts } from './copies'
import { pencilContent } from './keepable'
import type { Newer } from './store'

/** A newer version with what it takes to take it. */
interface Renewal {
  readonly drafts: readonly Draft[]
  readonly now: ShelfOriginal
  /** Copies were changed since they were taken from the shelf, or may have been: that would go. */
  readonly changed: boolean
}

/** What taking the newer version of a thing would change. Throws AskFault. */
async function renewal(desk: Desk, { thing, copies: older, pencils }: Newer): Promise<Renewal> {
  const now = await originalOf(thing.id)
  const versions = [...new Set([...older, ...pencils].map(c => c.original!.version))]
  const before = new Map<number, Shelved>()
  for (const v of versions) before.set(v, (await originalOf(thing.id, v)).content)
  return {
    drafts: desk.stored ? renewDrafts(desk.stored.scene, older, now, before) : [],
    now,
    changed:
      older.some(c => isChanged(c, before.get(c.original.version)!) ?? true) ||
      pencils.some(p => !isAlike(pencilContent(p), before.get(p.original!.version)!)),
  }
}

/** Shows the shot as it would be with the newer version; says whether that takes changes away. Throws AskFault. */
export async function previewNewer(desk: Desk, n: Newer): Promise<void> {
  const { session } = desk
  const { drafts, changed } = await renewal(desk, n)
  if (desk.session !== session) return
  desk.drop()
  const shown = `“${n.thing.name}”, version ${n.thing.version}: shown, not taken yet.`
  const words = changed ? `${shown} What was changed of it here would go.` : shown
  const why = drafts.length ? desk.tryOut(drafts, words) : null
  if (why) tell(why)
}

/** Takes the newer version: all its copies, as one step. Throws AskFault. */
export async function takeNewer(desk: Desk, n: Newer): Promise<void> {
  const { session } = desk
  const { drafts, now, changed } = await renewal(desk, n)
  if (desk.session !== session) return
  const words = `Take version ${now.of} of ${n.thing.name}`
  const done = !drafts.length || desk.run(...oneStep(drafts, words))
  if (!done) return
  renewPencils(now)
  const detail = changed ? ' What was changed of it here since is gone.' : ''
  if (drafts.length) desk.tellDone(`“${n.thing.name}” is as version ${now.of} now.${detail}`)
  else tell(`“${n.thing.name}” is as version ${now.of} now.${detail}`)
}

function renewPencils({ id, of, content }: ShelfOriginal): void {
  if (content.kind !== 'pencil') return
  const table = useLightTable()
  const { kind: _kind, ...pencil } = content
  table.pencils = table.pencils.map(p =>
    p.original?.id === id ? { ...pencil, id: p.id, name: p.name, original: { id, version: of } } : p,
  )
}

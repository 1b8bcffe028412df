import type { ShelfOriginal, ShelfThing, ShelvedColumn, ShelvedMouths } from '#core/document'
import { isColumn, isSubject } from '#core/document'
import { spansHere } from '~/chart/actions-space'
import { giveSpacing, passUnder } from '~/chart/spans'
import type { Desk } from '~/desk/desk'
import { oneStep } from '~/desk/one-step'
import { useTools } from '~/desk/tools'
import { MOST_PENCILS } from '~/light-table/pencils'
import { useLightTable } from '~/light-table/store'
import { freeName } from '#core/basic'
import { placeAfter } from '~/sheet/actions-column'
import { pasteColumn } from '~/sheet/column-copy'
import { newId } from '~/sync/ids'
import { tell } from '~/ui/messages'
import { originalOf } from './calls'
import { placeDrafts, spacingDrafts } from './copies'
import { useShelf } from './store'

/** Uses a thing here: places it, spaces by it, draws with it. Throws AskFault. */
export async function useThing(desk: Desk, thing: ShelfThing): Promise<void> {
  const { session } = desk
  const original = await originalOf(thing.id)
  if (desk.session !== session) return
  useShelf().learn(original)
  const { content } = original
  desk.drop()
  if (content.kind === 'pencil') takePencil(original)
  else if (content.kind === 'spacing') useSpacing(desk, original)
  else if (isColumn(content)) addColumn(desk, original, content)
  else if (!desk.scene || !desk.focus?.column) tell('There is no column to place it in yet.')
  else if (isSubject(content))
    desk.run(...oneStep(placeDrafts(desk.scene, desk.focus, { ...original, content }), `Place ${thing.name}`))
}

function addColumn(desk: Desk, { id, name, of }: ShelfOriginal, { kind, shot }: ShelvedColumn | ShelvedMouths): void {
  const scene = desk.scene
  if (!scene) return
  const called = freeName(
    name,
    scene.columns.map(c => c.name),
  )
  const original = { id, version: of }
  const copied = kind === 'mouths' ? { mouths: original } : { original }
  const made = pasteColumn(scene, JSON.stringify(shot), { index: placeAfter(desk), name: called, ...copied })
  if (typeof made === 'string') return tell(made)
  if (!desk.run(made.draft)) return
  desk.columnId = made.id
  if (kind === 'mouths') tell('The mouths lie where they were drawn. Let them ride on a head, then expose a reading.')
}

function useSpacing(desk: Desk, original: ShelfOriginal): void {
  const scene = desk.scene
  if (!scene || original.content.kind !== 'spacing') return
  const spacing = original.content
  const spans = desk.focus?.column ? spansHere(desk, passUnder(scene, desk.focus)) : []
  const given = spans.flatMap(p => giveSpacing(scene, p, spacing) ?? [])
  const drafts = [...spacingDrafts(scene.shot, original), ...given]
  if (drafts.length) desk.run(...oneStep(drafts, `Use the spacing ${original.name}`))
  if (!given.length)
    tell(`“${original.name}” is with the saved spacings of this shot. No span with in-betweens is here to take it.`)
}

function takePencil({ id, name, of, content }: ShelfOriginal): void {
  if (content.kind !== 'pencil') return
  const table = useLightTable()
  const here = table.pencils.find(p => p.original?.id === id)
  if (!here && table.pencils.length >= MOST_PENCILS) return tell('The box holds 8 pencils. Delete one of them first.')
  const { kind: _kind, ...pencil } = content
  const taken = here ?? { ...pencil, id: newId(), name: name.slice(0, 30), original: { id, version: of } }
  if (!here) table.pencils = [...table.pencils, taken]
  table.pencilId = taken.id
  useTools().tool = 'pencil'
  tell(`“${taken.name}” is in hand.`)
}

import { defineStore } from 'pinia'
import { computed, shallowRef } from 'vue'
import type { ShelfThing } from '#core/document'
import { useDesk } from '~/desk/desk'
import type { PencilKind } from '~/light-table/pencils'
import { useLightTable } from '~/light-table/store'
import { thingsOf } from './calls'
import type { Copy } from './copies'
import { copiesIn } from './copies'

/** A thing of which the shot or the box of pencils has copies of an older version. */
export interface Newer {
  readonly thing: ShelfThing
  readonly copies: readonly Copy[]
  readonly pencils: readonly PencilKind[]
}

/** What is known of the originals of copies, and of which of them there are newer versions. */
export const useShelf = defineStore('shelf', () => {
  const [desk, table] = [useDesk(), useLightTable()]
  /** What is known of the originals of copies. */
  const known = shallowRef<ReadonlyMap<string, ShelfThing>>(new Map())
  const copies = computed(() => (desk.stored ? copiesIn(desk.stored.scene) : []))
  const newer = computed((): Newer[] =>
    [...known.value.values()]
      .map(thing => ({
        thing,
        copies: copies.value.filter(c => isOlder(c.original, thing)),
        pencils: table.pencils.filter(p => isOlder(p.original, thing)),
      }))
      .filter(n => n.copies.length + n.pencils.length > 0),
  )

  /** Asks for the originals of all copies. Throws AskFault. */
  async function check(): Promise<void> {
    const ids = [...copies.value.map(c => c.original.id), ...table.pencils.flatMap(p => p.original?.id ?? [])]
    const things = ids.length ? await thingsOf([...new Set(ids)]) : []
    known.value = new Map(things.map(t => [t.id, t]))
  }
  /** Something of a shelf as it is known from elsewhere. */
  const learn = (thing: ShelfThing): void => {
    known.value = new Map([...known.value, [thing.id, thing]])
  }

  function reset(): void {
    known.value = new Map()
  }
  return { known, copies, newer, check, learn, reset }
})

const isOlder = (original: { id: string; version: number } | undefined, { id, version }: ShelfThing): boolean =>
  original?.id === id && original.version < version

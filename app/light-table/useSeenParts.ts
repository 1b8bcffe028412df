import { computed, ref, shallowRef } from 'vue'
import { useDesk } from '~/desk/desk'

/** The part that new strokes belong to, and which parts are seen. */
export function useSeenParts() {
  const desk = useDesk()
  /** By stack. */
  const partNow = ref<Record<string, string | null>>({})
  const hiddenParts = shallowRef<ReadonlySet<string>>(new Set())
  /** The part that is worked on alone. */
  const alone = ref<string | null>(null)
  const part = computed(() => {
    const id = partNow.value[desk.stack?.id ?? '']
    return id && desk.stack?.subjects[id]?.kind === 'part' ? id : null
  })
  /** Which parts of the active column are seen; null where all are. */
  const seen = computed(() => {
    const only = alone.value && desk.stack?.subjects[alone.value] ? alone.value : null
    if (!only && !hiddenParts.value.size) return null
    return (id: string | null): boolean => (only ? id === only : id === null || !hiddenParts.value.has(id))
  })
  function showPart(id: string, on: boolean): void {
    const next = new Set(hiddenParts.value)
    if (on) next.delete(id)
    else next.add(id)
    hiddenParts.value = next
  }
  return { partNow, hiddenParts, alone, part, seen, showPart }
}

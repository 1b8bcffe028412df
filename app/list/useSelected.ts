import { computed, shallowRef } from 'vue'
import type { ShotInList } from '#core/document'

/** The shots that are selected in the list, by their ids, whether they are seen or not. */
export function useSelected(
  shots: ReadonlyMap<number, ShotInList>,
  fetchAll: () => Promise<ShotInList[]>,
  /** Whether the shot of a place is seen, and not folded away. */
  isSeen: (place: number) => boolean,
) {
  const selected = shallowRef<ReadonlyMap<string, ShotInList>>(new Map())
  /** Where the last click was: with Shift all from there on are meant. */
  let anchor = 0

  function select(place: number, on: boolean): void {
    const next = new Map(selected.value)
    const shot = shots.get(place)
    if (shot && on) next.set(shot.id, shot)
    else if (shot) next.delete(shot.id)
    selected.value = next
    anchor = place
  }
  /** What is seen from the last one that was clicked to this one, also on pages that were not fetched yet. Throws AskFault. */
  async function selectTo(place: number): Promise<void> {
    const [a, b] = [Math.min(anchor, place), Math.max(anchor, place)]
    const places = Array.from({ length: b - a + 1 }, (_, i) => a + i).filter(isSeen)
    if (places.some(p => !shots.has(p))) await fetchAll()
    const next = new Map(selected.value)
    for (const p of places) {
      const shot = shots.get(p)
      if (shot) next.set(shot.id, shot)
    }
    selected.value = next
  }
  async function toggle(place: number, range: boolean): Promise<void> {
    const shot = shots.get(place)
    if (range) await selectTo(place)
    else if (shot) select(place, !selected.value.has(shot.id))
  }
  async function selectAll(): Promise<void> {
    selected.value = new Map((await fetchAll()).map(s => [s.id, s]))
  }
  function clear(): void {
    selected.value = new Map()
  }
  return {
    selected,
    count: computed(() => selected.value.size),
    toggle,
    selectAll,
    clear,
  }
}

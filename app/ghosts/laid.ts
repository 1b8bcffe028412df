import { defineStore, skipHydrate } from 'pinia'
import { computed, ref } from 'vue'
import type { Affine } from '#core/motion'
import { runAfter, runBefore, shownAt } from '#core/sheet'
import { useDesk } from '~/desk/desk'
import type { Focus } from '~/desk/scene'
import { useRemembered } from '~/ui/remembered'

export type Side = 'before' | 'after'
export const SIDES: readonly Side[] = ['before', 'after']

/** A drawing beside the one under the playhead, and a frame on which it is exposed. */
export interface Neighbour {
  readonly drawing: string
  readonly frame: number
}

/** The next other drawing on either side of the playhead; blanks are passed over. */
export function neighbourOn(side: Side, { column, drawing, workFrame }: Focus): Neighbour | null {
  if (!column || !drawing) return null
  const go = side === 'before' ? runBefore : runAfter
  const from = shownAt(column.runs, workFrame)
  for (let p = from && go(column.runs, from); p; p = go(column.runs, p))
    if (p.run.drawing !== null && p.run.drawing !== drawing.id) return { drawing: p.run.drawing, frame: p.start }
  return null
}

/** How neighbours are laid over one drawing: the map of each, in the column's own space. */
export type Laid = Readonly<Record<string, Affine>>
const NOTHING: Laid = {}

/** So many drawings keep what is laid over them; those laid first are forgotten first. */
const KEPT = 300

/** `kept` with what is laid over one drawing, named by a key; nothing laid takes it out. */
export function withLaid(kept: Readonly<Record<string, Laid>>, key: string, laid: Laid): Record<string, Laid> {
  const { [key]: _before, ...others } = kept
  const rest = Object.entries(others)
  return Object.fromEntries(Object.keys(laid).length ? [...rest.slice(1 - KEPT), [key, laid]] : rest)
}

/**
 * Neighbouring drawings that are laid over the one under the playhead, remembered in this browser for each drawing until
 * they are cleared. It is how they are looked at: no drawing is changed.
 */
export const useLaid = defineStore('laid', () => {
  const desk = useDesk()
  const kept = useRemembered<Record<string, Laid>>('fintro-laid', {})
  /** All is put back for now; what was laid is remembered. */
  const away = ref(false)
  const key = computed(() => (desk.shot && desk.stack && desk.drawing ? `${desk.shot.id} ${desk.drawing.id}` : null))
  /** What is remembered of this drawing, whether it is put back or not. */
  const known = computed<Laid>(() => (key.value ? (kept.value[key.value] ?? NOTHING) : NOTHING))
  const here = computed<Laid>(() => (away.value || desk.playing ? NOTHING : known.value))

  /** Lays a neighbour over this drawing; null puts it back where it is. */
  function lay(drawing: string, map: Affine | null): void {
    if (!key.value) return
    const { [drawing]: _before, ...others } = known.value
    away.value = false
    kept.value = withLaid(kept.value, key.value, map ? { ...others, [drawing]: map } : others)
  }
  function clear(): void {
    if (key.value) kept.value = withLaid(kept.value, key.value, {})
  }
  function reset(): void {
    away.value = false
  }
  return { kept: skipHydrate(kept), away, known, here, lay, clear, reset }
})

import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import type { Chart } from '#core/document'
import type { Way } from '#core/tie'
import { isRough } from '#core/tie'
import { useDesk } from '~/desk/desk'
import { passHere } from '~/chart/spans'
import { usePaintCounts } from '~/ui/paint/counts'
import type { Span } from './ties'
import { countsOf, linesOn } from './ties'

export type Side = 'first' | 'second'

/** A stroke of one of the two poses, and where along it (a share of its length) it was pointed at. */
export interface Picked {
  readonly side: Side
  readonly id: string
  readonly share: number
}

/** The span whose ties are looked at, and what is pointed at in it. */
export const useTies = defineStore('ties', () => {
  const [desk, painted] = [useDesk(), usePaintCounts()]
  const hovered = shallowRef<Picked | null>(null)
  const picked = shallowRef<Picked | null>(null)
  /** Clicks tie points of two strokes, not the strokes. */
  const points = ref(false)

  /** The chart at the playhead with drawn poses. */
  const chart = computed<Chart | null>(() => {
    const { scene, focus, stack, drawing } = desk
    if (!scene || !focus || !stack) return null
    const found = (drawing && scene.contents.chartOf(scene.plan, drawing.id)) ?? passHere(scene, focus)?.chart
    return found && [found.from, found.to].some(d => stack.drawings[d]?.content.strokes.length) ? found : null
  })
  const way = computed<Way | null>(() => {
    void painted.arrivals
    const { scene, stack } = desk
    return scene && stack && chart.value ? scene.contents.wayOf(scene, stack, chart.value, scene.strokeBy) : null
  })
  const span = computed<Span | null>(() => (chart.value && way.value ? { chart: chart.value, way: way.value } : null))
  const counts = computed(() => span.value && countsOf(span.value))
  const rough = computed(() => !!way.value && isRough(way.value.match))

  // What is not in this span, or not any more, is not in hand.
  watch(span, now => {
    const isIn = (p: Picked | null) => !!p && !!now && linesOn(now, p.side).some(l => l.id === p.id)
    if (!isIn(picked.value)) picked.value = null
    if (!isIn(hovered.value)) hovered.value = null
  })

  function reset(): void {
    hovered.value = picked.value = null
    points.value = false
  }
  return { hovered, picked, points, chart, span, counts, rough, reset }
})

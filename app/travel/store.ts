import { defineStore, skipHydrate } from 'pinia'
import { useLocalStorage } from '@vueuse/core'
import { computed } from 'vue'
import type { Point, Track } from '#core/travel'
import { samePoint, trackOf } from '#core/travel'
import { useDesk } from '~/desk/desk'

/** The points that are followed, and how their ways are looked at. */
export const useTravel = defineStore('travel', () => {
  const desk = useDesk()
  const arcs = useLocalStorage('fintro-arcs', true)
  const plot = useLocalStorage('fintro-plot', false)
  const plotOf = useLocalStorage<'frame' | 'drawing'>('fintro-plot-of', 'frame')
  /** By stack. */
  const followed = useLocalStorage<Record<string, Point[]>>('fintro-points', {})
  const points = computed(() => {
    const { stack } = desk
    return stack ? (followed.value[stack.id] ?? []).filter(p => stack.subjects[p.subject]) : []
  })
  const tracks = computed<Track[]>(() =>
    (arcs.value || plot.value) && desk.column ? points.value.map(p => trackOf(desk.scene!, desk.column!, p)) : [],
  )

  /** Follows a point, or stops following it. */
  function follow(point: Point): void {
    const id = desk.stack?.id
    if (!id) return
    const now = followed.value[id] ?? []
    const others = now.filter(p => !samePoint(p, point))
    followed.value = { ...followed.value, [id]: others.length < now.length ? others : [...now, point].slice(-6) }
  }

  return { arcs: skipHydrate(arcs), plot: skipHydrate(plot), plotOf: skipHydrate(plotOf), points, tracks, follow }
})

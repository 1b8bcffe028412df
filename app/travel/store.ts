import { defineStore, skipHydrate } from 'pinia'
import { useRemembered } from '~/ui/remembered'
import { computed } from 'vue'
import type { Point, Track } from '#core/travel'
import { samePoint, trackOf } from '#core/travel'
import { useDesk } from '~/desk/desk'

/** The points that are followed, and how their ways are looked at. */
export const useTravel = defineStore('travel', () => {
  const desk = useDesk()
  const arcs = useRemembered('fintro-arcs', true)
  const plot = useRemembered('fintro-plot', false)
  const plotOf = useRemembered<'frame' | 'drawing'>('fintro-plot-of', 'frame')
  /** By stack. */
  const followed = useRemembered<Record<string, Point[]>>('fintro-points', {})
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

import { defineStore } from 'pinia'
import { computed, ref, watch } from 'vue'
import { cycleWord, meetAfter } from '#core/cycle'
import type { Column, CycleIn } from '#core/document'
import { cyclesIn } from '#core/document'
import { plural } from '#core/basic'
import type { Frames } from '#core/sheet'
import type { Gait } from '#core/travel'
import { gaitOf, mixedLimbs, seamStep } from '#core/travel'
import { useDesk } from '~/desk/desk'
import { usePaintCounts } from '~/ui/paint/counts'
import { useSide } from '~/ui/side'
import { writtenIn } from './drafts'

/** A cycle of the shot, with the column it is in as it is written. */
export interface CycleSeen extends CycleIn {
  readonly column: Column
  /** “Walk of Marrow”. */
  readonly name: string
}

/** Drawn on ones, twos or threes. */
export const DRAWN_ON = [1, 2, 3].map(value => ({ value, name: `on ${['', 'ones', 'twos', 'threes'][value]!}` }))

const reaches = ({ bracket: b }: CycleIn, frame: number): boolean =>
  frame >= b.start && frame < b.start + b.frames + b.adds

/** The cycles of the shot, and the one that is worked on. */
export const useCycles = defineStore('cycles', () => {
  const [desk, side] = [useDesk(), useSide()]
  /** A further cycle is planned though there is one. */
  const planning = ref(false)
  /** What lies between moments is drawn on ones, twos or threes. */
  const on = ref(1)

  const all = computed<CycleSeen[]>(() => {
    const { scene } = desk
    if (!scene) return []
    return desk.columns.flatMap(({ id }) => {
      const column = writtenIn(scene, id)!
      return cyclesIn(column, scene.shot.length).map(c => ({ ...c, column, name: nameOf(c, column) }))
    })
  })
  const inColumn = computed(() => all.value.filter(c => c.column.id === desk.column?.id))
  /** The one under the playhead, else the first of the column. */
  const here = computed<CycleSeen | null>(
    () => inColumn.value.find(c => reaches(c, desk.workFrame)) ?? inColumn.value[0] ?? null,
  )
  const isOpen = computed(() => side.open === 'cycles')
  const gait = computed<Gait | null>(() =>
    isOpen.value && here.value && desk.scene ? gaitOf(desk.scene, here.value.column, here.value) : null,
  )
  const seam = computed(() => {
    void usePaintCounts().arrivals
    return isOpen.value && here.value && desk.scene
      ? seamStep(desk.scene, here.value.column, here.value, desk.scene.strokeBy)
      : null
  })
  const mixed = computed(() =>
    isOpen.value && here.value && desk.scene ? mixedLimbs(desk.scene, here.value.column, here.value) : [],
  )
  /** After how many frames all cycles begin together again, if they begin so. */
  const meet = computed(() => meetAfter(all.value.map(c => c.bracket.frames)))

  /** The frames of one round of all cycles together, where the shot is so long; else of the one that is worked on. */
  const round = computed<Frames | null>(() => {
    const length = desk.shown?.length ?? 0
    const whole = roundFrom(Math.max(1, ...all.value.map(c => c.bracket.start)), meet.value)
    if (all.value.length && whole.last <= length) return whole
    const own = here.value && roundFrom(here.value.bracket.start, here.value.bracket.frames)
    return own && own.last <= length ? own : null
  })

  watch(
    () => desk.column?.id,
    () => (planning.value = false),
  )
  function reset(): void {
    planning.value = false
    on.value = 1
  }
  const planId = computed(() => desk.plan?.id ?? '')
  return { planning, on, planId, all, inColumn, here, gait, seam, mixed, meet, round, reset }
})

const roundFrom = (first: number, frames: number): Frames => ({ first, last: first + frames - 1 })

const nameOf = ({ cycle, bracket }: CycleIn, column: Column): string => {
  const word = cycleWord(cycle.kind)
  return `${word[0]!.toUpperCase()}${word.slice(1)} of ${column.name}, ${plural(bracket.frames, 'frame')}`
}
